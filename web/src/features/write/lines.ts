/** A value of several parts, as lines that are written one by one. */
export type Line = Record<string, string>;

/** Pairs and items alike; what is not there is not in the line. */
export function linesOf(value: unknown, pairs: boolean, fixed: string[]): Line[] {
  if (pairs) {
    const held = (value ?? {}) as Record<string, string>;
    const keys = fixed.length > 0 ? fixed : Object.keys(held);
    return keys.map((key) => ({ key, value: held[key] ?? "" }));
  }
  const items = (value ?? []) as Record<string, unknown>[];
  return items.map((item) =>
    Object.fromEntries(
      Object.entries(item).flatMap(([name, each]) =>
        each === null || each === undefined ? [] : [[name, String(each)]],
      ),
    ),
  );
}

/** The value again. Lines in which something needed is missing wait, and are not in it. */
export function wholeOf(lines: Line[], pairs: boolean, needed: string[]): unknown {
  const whole = lines.filter((line) => needed.every((name) => line[name]));
  if (pairs) return Object.fromEntries(whole.map((line) => [line.key, line.value]));
  return whole.map((line) => Object.fromEntries(Object.entries(line).filter(([, text]) => text)));
}
