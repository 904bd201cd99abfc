import { expect, test } from "vitest";
import { placeMap, updatesAside } from "./placeMap";

const place = (name: string, ...way: string[]) => ({
  name,
  title: name,
  version: "",
  is_update: name.startsWith("update"),
  is_rescue: false,
  rank: way.length,
  way,
  avoided: "",
});

test("each place stands behind the leg before it, in a row of its own", () => {
  const drawing = placeMap([
    place("update 2", "update 2"),
    place("unlock", "unlock"),
    place("root", "unlock", "install", "root"),
    place("install", "unlock", "install"),
    place("keep", "unlock", "install", "keep"),
    place("lost"),
  ]);
  const at = drawing.placed.map((each) => [each.place.name, each.column, each.row]);
  expect(at).toEqual([
    ["unlock", 1, 0],
    ["install", 2, 0],
    ["keep", 3, 0],
    ["root", 3, 1],
    ["update 2", 1, 2],
  ]);
  expect([drawing.columns, drawing.rows]).toEqual([4, 3]);
});

test("updates on the way of a guide are never aside, and guides are not", () => {
  const places = [
    place("unlock", "unlock"),
    place("update 2", "update 2"),
    place("update 3", "update 2", "update 3"),
    place("update 4"),
    place("base", "update 2", "base"),
  ];
  expect(updatesAside(places).map((each) => each.name)).toEqual(["update 3"]);
});
