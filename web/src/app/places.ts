import type { Codename } from "../api/client";

export interface Place {
  name: string;
  about: string;
  path: string;
}

const MOST = 12;

/** Codenames and guides that hold every typed word, in their own order. */
export function findPlaces(codenames: Codename[], text: string): Place[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const places = codenames.flatMap((each) => [
    {
      name: each.codename,
      about: `${each.maker} ${each.market_names.join(", ")}`,
      path: `/c/${each.codename}`,
    },
    ...each.guides.map((guide) => ({
      name: guide.title,
      about: `${each.codename} ${guide.version || "draft"}`,
      path: `/c/${each.codename}/guides/${guide.slug}`,
    })),
  ]);
  return places
    .filter((place) => {
      const hay = `${place.name} ${place.about}`.toLowerCase();
      return words.every((word) => hay.includes(word));
    })
    .slice(0, MOST);
}
