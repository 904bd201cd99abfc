import { expect, test } from "vitest";
import { counted } from "./counted";

test.each([
  [0, "0 builds"],
  [1, "1 build"],
  [2, "2 builds"],
  [1_492_992, "1,492,992 builds"],
])("%i", (count, says) => expect(counted(count, "build")).toBe(says));

test("a plural of its own", () =>
  expect(counted(3, "kind of phone", "kinds of phone")).toBe("3 kinds of phone"));
