const DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });
const RELATIVE = new Intl.RelativeTimeFormat("en", { numeric: "auto" });

/** "20 October 2026, 5 weeks ago" */
export function dayWords(iso: string): string {
  const then = new Date(iso);
  const days = Math.round((then.getTime() - Date.now()) / 86_400_000);
  const beside =
    Math.abs(days) < 14
      ? RELATIVE.format(days, "day")
      : RELATIVE.format(Math.round(days / 7), "week");
  return `${DAY.format(then)}, ${beside}`;
}
