export type Path = (string | number)[];
export type Values = Record<string, unknown>;

/** A copy of the value with what stands at the path replaced; undefined takes a field away. */
export function setAt(value: unknown, path: Path, next: unknown): unknown {
  const [first, ...rest] = path;
  if (first === undefined) return next;
  if (Array.isArray(value)) {
    return value.map((each, i) => (i === Number(first) ? setAt(each, rest, next) : each));
  }
  const here = (value ?? {}) as Values;
  const made = setAt(here[first], rest, next);
  if (made !== undefined) return { ...here, [first]: made };
  const { [String(first)]: _, ...left } = here;
  return left;
}

/** A list with one item moved by one place. */
export function moved<T>(list: T[], from: number, by: 1 | -1): T[] {
  const to = from + by;
  const item = list[from];
  if (item === undefined || to < 0 || to >= list.length) return list;
  const left = list.filter((_, i) => i !== from);
  return [...left.slice(0, to), item, ...left.slice(to)];
}

/** The fields in which two documents differ, in the order of the first. */
export function differing(a: Values, b: Values): string[] {
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (name) => JSON.stringify(a[name]) !== JSON.stringify(b[name]),
  );
}
