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

const MOMENT = new Intl.DateTimeFormat("en-GB", {
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
});

/** "26 Nov, 09:14, 3 minutes ago" */
export function whenWords(iso: string): string {
  const then = new Date(iso);
  const minutes = Math.round((then.getTime() - Date.now()) / 60_000);
  const beside =
    Math.abs(minutes) < 90
      ? RELATIVE.format(minutes, "minute")
      : Math.abs(minutes) < 2_880
        ? RELATIVE.format(Math.round(minutes / 60), "hour")
        : RELATIVE.format(Math.round(minutes / 1_440), "day");
  return `${MOMENT.format(then)}, ${beside}`;
}
