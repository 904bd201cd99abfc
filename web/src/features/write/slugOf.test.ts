import { describe, expect, it } from "vitest";
import { slugOf } from "./slugOf";

const NAMES: [string, string][] = [
  ["Install Wattläufer 5", "install-wattlaeufer-5"],
  ["  Base, both slots!  ", "base-both-slots"],
  ["12.4.7 for everybody", "for-everybody"],
  ["Größe & Ärger", "groesse-aerger"],
  ["Crème brûlée", "creme-brulee"],
  ["— — —", ""],
  ["x".repeat(80), "x".repeat(60)],
  [`${"a".repeat(59)} bcd`, "a".repeat(59)],
];

describe("a title as a name for addresses", () => {
  for (const [title, name] of NAMES) {
    it(`${title.slice(0, 20)} → ${name.slice(0, 20)}`, () => {
      expect(slugOf(title)).toBe(name);
      expect(slugOf(title)).toMatch(/^$|^[a-z][a-z0-9]*(-[a-z0-9]+)*$/);
    });
  }
});
