import { expect, test } from "vitest";
import { benchPath, factsOf } from "./benchPath";

test("the facts of a phone go into the address and come out of it as they were", () => {
  const facts = { variant: "K6", base: "PS-12.4.7-KU.r3", "option.data": "clean & fresh" };
  const path = benchPath({ codename: "palstek", slug: "x", version: "1.0.0", facts, slip: 4 });
  const [page, query = ""] = path.split("?");
  const search = new URLSearchParams(query);
  expect(page).toBe("/c/palstek/guides/x/bench");
  expect(factsOf(search)).toEqual(facts);
  expect([search.get("v"), search.get("slip"), search.get("step")]).toEqual(["1.0.0", "4", null]);
});

test("no slip is in the address where none is made", () => {
  expect(benchPath({ codename: "a", slug: "b", version: "draft", slip: -1 })).not.toContain("slip");
});
