import type { Build } from "../../api/client";

export interface Placed {
  build: Build;
  x: number;
  lane: number;
  /** Whether its name has room below it. */
  named: boolean;
}

export interface Drawing {
  lanes: string[];
  placed: Placed[];
  width: number;
  years: { x: number; says: string }[];
}

const LEAST = 12; // pixels between neighbours of a lane, so that each can be pointed at
const NAME = 58; // what the name of a build takes
const MARGIN = 24;

/** Puts builds on a time axis, a lane each for those that follow each other. */
export function placeBuilds(builds: Build[], room: number): Drawing {
  const lanes = [...new Set(builds.map((each) => each.lane))].sort();
  const days = builds.map((each) => dayOf(each.released)).filter((day) => day !== undefined);
  const from = Math.min(...days);
  const span = Math.max(Math.max(...days) - from, 1);
  const longest = Math.max(0, ...lanes.map((l) => builds.filter((b) => b.lane === l).length));
  const width = Math.max(room, longest * LEAST + 2 * MARGIN);
  const at = (day: number) => MARGIN + ((day - from) / span) * (width - 2 * MARGIN);
  const last = new Map<string, number>();
  const lastName = new Map<string, number>();
  const placed = builds.map((build) => {
    const before = last.get(build.lane);
    const day = dayOf(build.released);
    const wanted = day === undefined ? (before ?? MARGIN) + LEAST : at(day);
    const x = before === undefined ? wanted : Math.max(wanted, before + LEAST);
    last.set(build.lane, x);
    const named = x - (lastName.get(build.lane) ?? -NAME) >= NAME;
    if (named) lastName.set(build.lane, x);
    return { build, x, lane: lanes.indexOf(build.lane), named };
  });
  return {
    lanes,
    placed,
    width: Math.max(width, ...placed.map((each) => each.x + MARGIN)),
    years:
      days.length > 0 ? yearsBetween(from, from + span).map((y) => ({ ...y, x: at(y.day) })) : [],
  };
}

function dayOf(date: string): number | undefined {
  const time = Date.parse(date);
  return Number.isNaN(time) ? undefined : time / 86_400_000;
}

function yearsBetween(from: number, to: number): { day: number; says: string }[] {
  const found = [];
  const first = new Date(from * 86_400_000).getUTCFullYear() + 1;
  for (let year = first; Date.UTC(year, 0, 1) / 86_400_000 <= to; year++) {
    found.push({ day: Date.UTC(year, 0, 1) / 86_400_000, says: String(year) });
  }
  return found;
}
