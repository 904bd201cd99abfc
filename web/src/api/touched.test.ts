import { QueryClient } from "@tanstack/react-query";
import { expect, test } from "vitest";
import { refresh } from "./touched";

test("a change fetches anew what it touches, and leaves the rest as it is", async () => {
  const client = new QueryClient();
  for (const key of [["home"], ["page", "palstek", "unlock"], ["schema", "tool"], ["me"]]) {
    client.setQueryData(key, "kept");
  }
  await refresh(client, "guide");
  const stale = (key: string[]) => client.getQueryState(key)?.isInvalidated;
  expect(stale(["home"])).toBe(true);
  expect(stale(["page", "palstek", "unlock"])).toBe(true);
  expect(stale(["schema", "tool"])).toBe(false);
  expect(stale(["me"])).toBe(false);
});
