/** Where the workbench shows a document. */
export function pathOf(kind: string, codename: string, name: string): string {
  switch (kind) {
    case "device":
    case "system":
      return `/c/${codename}`;
    case "build":
      return `/c/${codename}/builds?build=${encodeURIComponent(name)}`;
    default:
      return `/${kind}s/${name}`;
  }
}
