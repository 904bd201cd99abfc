import { describe, expect, it } from "vitest";
import { groupsOf, type RowPair } from "./groupsOf";

const side = (number: number) => ({ id: `s${number}`, number, sentence: `Step ${number}` });
const pair = (how: RowPair["how"], first: number, second: number): RowPair => ({
  how,
  first: first ? side(first) : null,
  second: second ? side(second) : null,
  means: "",
});

describe("rows of two states", () => {
  it("are counted where they are the same, and shown where they are not", () => {
    const rows = [pair("same", 1, 1), pair("same", 2, 2), pair("added", 0, 3), pair("same", 3, 4)];
    expect(groupsOf(rows).map((group) => group.same ?? group.pair.how)).toEqual([
      "steps 1 to 2 are the same",
      "added",
      "step 4 is the same",
    ]);
  });
  it("are nothing where there are none", () => {
    expect(groupsOf([])).toEqual([]);
  });
});
