import type { RouteMap } from "../../api/client";

type Place = RouteMap["places"][number];

export interface PlacedOnMap {
  place: Place;
  /** Of the leg before it on the shortest way, "" for the phone as sold. */
  parent: string;
  column: number;
  row: number;
}

export interface MapDrawing {
  placed: PlacedOnMap[];
  columns: number;
  rows: number;
}

/** Updates that are on the shortest way of no guide: they lead on to other updates at the most. */
export function updatesAside(places: Place[]): Place[] {
  const needed = new Set(places.filter((each) => !each.is_update).flatMap((each) => each.way));
  return places.filter((each) => each.is_update && each.rank > 0 && !needed.has(each.name));
}

/**
 * Puts what is reached in columns, by how many legs a phone as sold needs, each behind the leg
 * before it, so that no line crosses another. What is not reached stands in none.
 */
export function placeMap(places: Place[]): MapDrawing {
  const byParent = new Map<string, Place[]>();
  for (const place of places.filter((each) => each.rank > 0)) {
    const parent = place.way[place.rank - 2] ?? "";
    byParent.set(parent, [...(byParent.get(parent) ?? []), place]);
  }
  const placed: PlacedOnMap[] = [];
  let rows = 0;
  const put = (parent: string, column: number) => {
    // What leads on comes first: its branches begin in its own row.
    const own = [...(byParent.get(parent) ?? [])].sort(
      (a, b) =>
        Number(byParent.has(b.name)) - Number(byParent.has(a.name)) ||
        Number(a.is_update) - Number(b.is_update) ||
        a.title.localeCompare(b.title),
    );
    for (const place of own) {
      const row = rows;
      placed.push({ place, parent, column, row });
      put(place.name, column + 1);
      rows = Math.max(rows, row + 1);
    }
  };
  put("", 1);
  return { placed, rows, columns: Math.max(1, ...placed.map((each) => each.column + 1)) };
}
