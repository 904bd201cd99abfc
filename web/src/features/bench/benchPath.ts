/** The address of the bench: which state of which guide, which phone, and at which step. */
export interface BenchAt {
  codename: string;
  slug: string;
  version: string;
  facts?: Record<string, string>;
  step?: string;
  slip?: number;
}

export function benchPath({ codename, slug, version, facts, step, slip }: BenchAt): string {
  const query = new URLSearchParams({ v: version });
  for (const [name, value] of Object.entries(facts ?? {})) query.set(`f.${name}`, value);
  if (step) query.set("step", step);
  if (slip !== undefined && slip >= 0) query.set("slip", String(slip));
  return `/c/${codename}/guides/${slug}/bench?${query}`;
}

/** The facts of the phone as the address tells them. */
export function factsOf(search: URLSearchParams): Record<string, string> {
  const found: Record<string, string> = {};
  for (const [name, value] of search) if (name.startsWith("f.")) found[name.slice(2)] = value;
  return found;
}
