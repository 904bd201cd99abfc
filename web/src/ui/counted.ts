/** "1 build", "1,200 builds"; many: where it is not made by an s. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count.toLocaleString("en")} ${count === 1 ? one : many}`;
}
