import { Unzip, UnzipInflate } from "fflate";
import {
  createBLAKE2b,
  createBLAKE3,
  createMD5,
  createSHA1,
  createSHA256,
  createSHA512,
  type IHasher,
} from "hash-wasm";
import type { Ask, Digested, Told } from "./protocol";

const MAKERS: Record<string, () => Promise<IHasher>> = {
  sha256: createSHA256,
  sha512: createSHA512,
  sha1: createSHA1,
  md5: createMD5,
  blake2b: () => createBLAKE2b(512),
  blake3: createBLAKE3,
};
const HEAD = 512;
const EVERY = 100; // milliseconds between two words on how far it is
const BUFFER = 1 << 20;
const MOST_INSIDE = 200;
const EMPTY_ZIP = 22; // bytes
const MOST_UNFOLDED = 100;
const PAGE = /^\s*(<!doctype html|<html|<head|<\?xml)/i;

const tell = (told: Told) => self.postMessage(told);

self.onmessage = async (event: MessageEvent<Ask>) => {
  const { files, algorithms } = event.data;
  const total = files.reduce((sum, file) => sum + file.size, 0);
  let done = 0;
  let told = 0;
  for (const file of files) {
    try {
      const inside: Digested[] = [];
      let broken = "";
      const unzip = /\.zip$/i.test(file.name)
        ? await unzipper(
            file,
            algorithms,
            (each) => inside.push(each),
            (why) => {
              broken ||= why;
            },
          )
        : undefined;
      const found = await digested(file, algorithms, (chunk) => {
        // A copy: what reads the zip keeps the rest of a chunk for later, and the buffer goes round.
        unzip?.(chunk.slice());
        done += chunk.length;
        const now = performance.now();
        if (now - told < EVERY && done < total) return;
        told = now;
        tell({ kind: "progress", name: file.name, done, total });
      });
      unzip?.(new Uint8Array(), true);
      // What cannot be unpacked is told with the verdict on the file itself, which is judged as ever.
      tell({ kind: "file", file: { ...found, broken } });
      for (const each of inside) tell({ kind: "file", file: each });
    } catch (error) {
      const message = error instanceof Error ? error.message : String(error);
      tell({ kind: "fault", name: file.name, message: `cannot be read: ${message}` });
    }
  }
  tell({ kind: "end" });
};

/** Reads the stream once for all digests; no more than a chunk of it is ever held. */
async function digested(
  file: File,
  algorithms: string[],
  onChunk: (chunk: Uint8Array) => void,
): Promise<Digested> {
  const hashers = await makers(algorithms);
  // One buffer goes round, so that a large file leaves no heap of chunks behind.
  const reader = file.stream().getReader({ mode: "byob" });
  let buffer = new ArrayBuffer(BUFFER);
  let head = "";
  for (;;) {
    const { done, value } = await reader.read(new Uint8Array(buffer));
    if (done || !value) break;
    if (head === "") head = new TextDecoder().decode(value.subarray(0, HEAD));
    for (const [, hasher] of hashers) hasher.update(value);
    onChunk(value);
    buffer = value.buffer;
  }
  return {
    name: file.name,
    size: file.size,
    digests: Object.fromEntries(hashers.map(([name, hasher]) => [name, hasher.digest()])),
    is_page: PAGE.test(head),
    inside: "",
    broken: "",
  };
}

async function makers(algorithms: string[]): Promise<[string, IHasher][]> {
  const known = algorithms.filter((name) => name in MAKERS);
  return Promise.all(
    known.map(async (name): Promise<[string, IHasher]> => {
      const hasher = await (MAKERS[name] ?? createSHA256)();
      hasher.init();
      return [name, hasher];
    }),
  );
}

/** Looks into a zip while it streams by. What unfolds without end, or is broken, is told and left. */
async function unzipper(
  file: File,
  algorithms: string[],
  onFile: (file: Digested) => void,
  onLeft: (why: string) => void,
): Promise<(chunk: Uint8Array, last?: boolean) => void> {
  // Entries come one after the other, so one set of hashers serves them all.
  const hashers = await makers(algorithms);
  let left = file.size * MOST_UNFOLDED;
  let count = 0;
  let broken = false;
  const open = new Set<string>();
  const unzip = new Unzip((entry) => {
    count += 1;
    if (broken || count > MOST_INSIDE || entry.name.endsWith("/")) return;
    let size = 0;
    let head = "";
    for (const [, hasher] of hashers) hasher.init();
    open.add(entry.name);
    entry.ondata = (error, chunk, last) => {
      left -= chunk?.length ?? 0;
      if (error || left < 0) {
        if (!broken)
          onLeft(left < 0 ? "it unfolds without end" : `it is a damaged zip file (${entry.name})`);
        broken = true;
        entry.terminate();
        return;
      }
      if (head === "") head = new TextDecoder().decode(chunk.subarray(0, HEAD));
      size += chunk.length;
      for (const [, hasher] of hashers) hasher.update(chunk);
      if (!last) return;
      onFile({
        name: entry.name.replaceAll("\\", "/").split("/").at(-1) ?? entry.name,
        size,
        digests: Object.fromEntries(hashers.map(([name, hasher]) => [name, hasher.digest()])),
        is_page: PAGE.test(head),
        inside: file.name,
        broken: "",
      });
      open.delete(entry.name);
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  let begins = "";
  return (chunk, last = false) => {
    if (broken) return;
    if (begins === "") begins = String.fromCharCode(...chunk.subarray(0, 2));
    try {
      unzip.push(chunk, last);
    } catch {
      broken = true;
      onLeft("it is a damaged zip file");
    }
    if (last && !broken && open.size > 0) onLeft(`it ends in the middle of ${[...open][0]}`);
    else if (last && !broken && count === 0 && begins === "PK" && file.size > EMPTY_ZIP)
      onLeft("it is no whole zip file");
  };
}
