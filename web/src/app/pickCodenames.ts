import type { Codename } from "../api/client";

/** More codenames than these are filtered, so that the rail stays in reach. */
export const MANY = 12;

/** With a filter what fits it; without one the last used, the person's own, and what is in trouble. */
export function pickCodenames(all: Codename[], wanted: string, recent: string[]): Codename[] {
  const asked = wanted.trim().toLowerCase();
  if (asked) {
    const fits = (each: Codename) =>
      [each.codename, each.maker, ...each.market_names].some((name) =>
        name.toLowerCase().includes(asked),
      );
    return all.filter(fits).slice(0, 2 * MANY);
  }
  const rank = (each: Codename) => {
    if (recent.includes(each.codename)) return 0;
    if (each.mine) return 1;
    return each.tone === "loss" ? 2 : 3;
  };
  return all
    .filter((each) => rank(each) < 3)
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, MANY);
}
