import { expect, test } from "vitest";
import type { Codename } from "../api/client";
import { MANY, pickCodenames } from "./pickCodenames";

const codename = (name: string, more: Partial<Codename> = {}): Codename => ({
  codename: name,
  maker: "Tidewerk",
  market_names: [`Bö ${name}`],
  state: "quiet",
  tone: "plain",
  retired: "",
  mine: false,
  guides: [],
  ...more,
});

const MANY_OF_THEM = Array.from({ length: 300 }, (_, i) => codename(`knot-${i}`));
const names = (found: Codename[]) => found.map((each) => each.codename);

test("of 300 the last used, one's own and those in trouble are in reach, in this order", () => {
  const all = [
    ...MANY_OF_THEM,
    codename("flagged", { tone: "loss" }),
    codename("own", { mine: true }),
  ];
  expect(names(pickCodenames(all, "", ["knot-7"]))).toEqual(["knot-7", "own", "flagged"]);
});

test("never more than the rail holds", () => {
  const all = MANY_OF_THEM.map((each) => ({ ...each, mine: true }));
  expect(pickCodenames(all, "", [])).toHaveLength(MANY);
});

test.each([
  ["knot-299", ["knot-299"]],
  [" KNOT-299 ", ["knot-299"]],
  ["bö knot-298", ["knot-298"]],
  ["nothing like it", []],
])("the filter %j finds codename, market name and maker", (wanted, found) => {
  expect(names(pickCodenames(MANY_OF_THEM, wanted, []))).toEqual(found);
});
