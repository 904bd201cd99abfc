import { afterEach, beforeEach, expect, test, vi } from "vitest";

/** A store as a browser has it, for one page. */
function store(): Storage {
  const held = new Map<string, string>();
  return {
    getItem: (name: string) => held.get(name) ?? null,
    setItem: (name: string, value: string) => void held.set(name, value),
    removeItem: (name: string) => void held.delete(name),
  } as Storage;
}

const refusing = {
  get localStorage(): Storage {
    throw new DOMException("denied", "SecurityError");
  },
  get sessionStorage(): Storage {
    throw new DOMException("denied", "SecurityError");
  },
};

beforeEach(() => vi.resetModules());
afterEach(() => vi.unstubAllGlobals());

async function inBrowser(window: object) {
  vi.stubGlobal("window", window);
  return import("./storage");
}

test("what is kept is there for another page of the same browser", async () => {
  const window = { localStorage: store(), sessionStorage: store() };
  const first = await inBrowser(window);
  first.keep("a", "1");
  vi.resetModules();
  const second = await inBrowser(window);
  expect(second.kept("a")).toBe("1");
  second.keep("a", undefined);
  expect(first.kept("a")).toBeUndefined();
  expect(second.storageRefused()).toBe(false);
});

test("where storage is refused, everything is kept in memory and it is said", async () => {
  const storage = await inBrowser(refusing);
  storage.keep("a", "1");
  storage.keepMine("b", "2");
  expect([storage.kept("a"), storage.keptMine("b")]).toEqual(["1", "2"]);
  expect(storage.storageRefused()).toBe(true);
});

test("a full store loses nothing either", async () => {
  const full = { ...store(), setItem: () => void fail() } as Storage;
  const storage = await inBrowser({ localStorage: full, sessionStorage: full });
  storage.keep("a", "1");
  expect(storage.storageRefused()).toBe(true);
});

function fail(): never {
  throw new DOMException("full", "QuotaExceededError");
}

test("two tabs keep their own, and a third begins with the last", async () => {
  const localStorage = store();
  const one = { localStorage, sessionStorage: store() };
  const two = { localStorage, sessionStorage: store() };
  (await inBrowser(one)).keepMine("note", "of one");
  vi.resetModules();
  (await inBrowser(two)).keepMine("note", "of two");
  vi.resetModules();
  expect((await inBrowser(one)).keptMine("note")).toBe("of one");
  vi.resetModules();
  expect((await inBrowser({ localStorage, sessionStorage: store() })).keptMine("note")).toBe(
    "of two",
  );
});

test.each(["", "{", "null", "7", '["x"]'])("%j in the store is no object", async (text) => {
  const storage = await inBrowser({ localStorage: store(), sessionStorage: store() });
  const isObject = (value: unknown): value is object =>
    typeof value === "object" && value !== null && !Array.isArray(value);
  storage.keep("a", text);
  expect(storage.keptAs("a", isObject)).toBeUndefined();
});
