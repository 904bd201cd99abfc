import { expect, test } from "vitest";
import { nextStep } from "./nextStep";

const FOUND = [false, true, false, true, false];

test.each([
  [-1, 1, 1],
  [1, 1, 3],
  [3, 1, 3],
  [4, -1, 3],
  [3, -1, 1],
  [1, -1, 1],
] as const)("from %i by %i comes %i", (from, by, wanted) => {
  expect(nextStep(FOUND, from, by)).toBe(wanted);
});

test("where nothing is found the walk stays, and never leaves the sheet", () => {
  expect(nextStep([false, false], 1, 1)).toBe(1);
  expect(nextStep([], -1, 1)).toBe(0);
});
