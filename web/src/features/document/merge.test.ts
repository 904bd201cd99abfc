import { expect, test } from "vitest";
import { compareVersions, mergeVersions } from "./merge";
import { moved, setAt } from "./values";

const BEFORE = { name: "Lotse", versions: "4.0", hosts: [{ id: "kogge" }], note: "n" };

test("a field that only one of the two changed is taken from that one", () => {
  const theirs = { ...BEFORE, versions: "4.2" };
  const own = { ...BEFORE, name: "Lotse zwei" };
  const compared = compareVersions(BEFORE, theirs, own);
  expect([compared.fields, [...compared.mine], [...compared.both]]).toEqual([
    ["name", "versions"],
    ["name"],
    [],
  ]);
  expect(mergeVersions(theirs, own, compared.mine)).toEqual({
    ...BEFORE,
    name: "Lotse zwei",
    versions: "4.2",
  });
});

test("what both changed is told, and theirs stands until one chooses", () => {
  const theirs = { ...BEFORE, versions: "4.2" };
  const own = { ...BEFORE, versions: "5.0" };
  const compared = compareVersions(BEFORE, theirs, own);
  expect([...compared.both]).toEqual(["versions"]);
  expect(mergeVersions(theirs, own, compared.mine)).toEqual(theirs);
  expect(mergeVersions(theirs, own, ["versions"])).toEqual(own);
});

test("a field that one left out is left out, on either side", () => {
  const { note: _, ...without } = BEFORE;
  const mine = compareVersions(BEFORE, BEFORE, without);
  expect(mergeVersions(BEFORE, without, mine.mine)).toEqual(without);
  const theirs = compareVersions(BEFORE, without, BEFORE);
  expect(mergeVersions(without, BEFORE, theirs.mine)).toEqual(without);
});

test("the same change of both is no difference", () => {
  const both = { ...BEFORE, versions: "5.0" };
  expect(compareVersions(BEFORE, both, { ...both }).fields).toEqual([]);
});

test.each([
  [["hosts", 0, "id"], "ewer", { ...BEFORE, hosts: [{ id: "ewer" }] }],
  [["note"], undefined, { name: "Lotse", versions: "4.0", hosts: [{ id: "kogge" }] }],
  [["extra", "deep"], 1, { ...BEFORE, extra: { deep: 1 } }],
])("setting %j changes that and nothing else", (path, value, wanted) => {
  const before = structuredClone(BEFORE);
  expect(setAt(BEFORE, path, value)).toEqual(wanted);
  expect(BEFORE).toEqual(before);
});

test.each([
  [0, 1, ["b", "a", "c"]],
  [2, -1, ["a", "c", "b"]],
  [0, -1, ["a", "b", "c"]],
  [2, 1, ["a", "b", "c"]],
  [7, 1, ["a", "b", "c"]],
] as const)("item %i moved by %i", (from, by, wanted) => {
  expect(moved(["a", "b", "c"], from, by)).toEqual(wanted);
});
