import { describe, expect, it } from "vitest";
import { linesOf, wholeOf } from "./lines";

describe("a value line by line", () => {
  it("comes back as it was", () => {
    const pairs = { base: "radio-m6", attic: "table" };
    expect(wholeOf(linesOf(pairs, true, []), true, ["key", "value"])).toEqual(pairs);
    const items = [{ does: "restart", when: "slot is a" }, { does: "wipe data" }];
    expect(wholeOf(linesOf(items, false, []), false, ["does"])).toEqual(items);
  });
  it("says nothing of what is not there, and nothing of half a line", () => {
    const lines = linesOf(
      [
        { does: "restart", when: null },
        { does: "", asks: "Go on?" },
      ],
      false,
      [],
    );
    expect(wholeOf(lines, false, ["does"])).toEqual([{ does: "restart" }]);
  });
  it("shows each place that there is, also while nothing stands in it", () => {
    expect(linesOf({ "the-file": "radio" }, true, ["the-file", "the-tool"])).toEqual([
      { key: "the-file", value: "radio" },
      { key: "the-tool", value: "" },
    ]);
  });
});
