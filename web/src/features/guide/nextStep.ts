/** The next place in a direction where something is wanted, or where one is if there is none. */
export function nextStep(wanted: boolean[], from: number, by: 1 | -1): number {
  for (let at = from + by; at >= 0 && at < wanted.length; at += by) {
    if (wanted[at]) return at;
  }
  return Math.max(from, 0);
}
