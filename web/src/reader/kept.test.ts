import { beforeEach, expect, test, vi } from "vitest";
import { keep, readKept } from "./kept";

const held = new Map<string, string>();
const store = {
  getItem: (name: string) => held.get(name) ?? null,
  setItem: (name: string, value: string) => void held.set(name, value),
  removeItem: (name: string) => void held.delete(name),
};

beforeEach(() => {
  held.clear();
  vi.stubGlobal("window", { localStorage: store, sessionStorage: store });
});

test("ticks, answers and the report of a revision are kept apart from those of another", () => {
  keep("one", { done: ["a"] });
  keep("one", { answers: { "option.data": "clean" } });
  expect(readKept("one")).toEqual({
    done: ["a"],
    answers: { "option.data": "clean" },
    report: {},
  });
  expect(readKept("two")).toEqual({ done: [], answers: {}, report: {} });
});

test.each([
  ["null", []],
  ['{"done": "all"}', []],
  ['{"done": ["a", 7, null]}', ["a"]],
  ['{"done": ["a"], "answers": ["x"]}', ["a"]],
])("what another version kept as %s hurts nothing", (text, done) => {
  held.set("anleitung.run.one", text);
  expect(readKept("one")).toEqual({ done, answers: {}, report: {} });
});
