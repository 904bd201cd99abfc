import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { answerOf, api, type Edit, Problem, type Writing } from "../../api/client";
import { announce } from "../../ui/announce";
import { type Batch, batchOf, keepEdits, keptEdits, leftBehind } from "./keptEdits";

const POLL = 3_000; // milliseconds between two looks at what others write
const RETRY = 3_000;

export interface Path {
  codename: string;
  slug: string;
}

export const writingKey = ({ codename, slug }: Path) => ["writing", codename, slug] as const;

/** How the edits of this page fare: all saved, on their way, or waiting for something. */
export type Standing = "saved" | "sending" | "offline" | "signed-out" | "held";

/** What the site says of an edit that it would refuse for ever. All else is tried again. */
const REFUSALS = new Set(["edit-refused", "invalid-request", "invalid-bundle", "name-taken"]);

/** An edit that was not taken: what it said, so that nothing that was typed is lost, and why. */
export interface Refused {
  said: string;
  why: string;
}

/**
 * A draft as it is written. Edits stand in line and go one after the other, so that no answer
 * comes behind a newer one; those that could not be sent are kept in this browser.
 */
export function useWriting(path: Path) {
  const client = useQueryClient();
  const key = useMemo(() => writingKey(path), [path]);
  const name = `${path.codename}.${path.slug}`;
  const line = useRef<Batch[]>(keptEdits(name));
  const busy = useRef(false);
  const [waiting, setWaiting] = useState(line.current.length);
  const [standing, setStanding] = useState<Standing>("saved");
  const [problem, setProblem] = useState<Error>();
  const [refused, setRefused] = useState<Refused[]>([]);
  const at = useRef("");
  const query = useQuery({
    queryKey: key,
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/drafts/{codename}/{slug}/writing", { params: { path }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });

  const keepLine = useCallback(() => {
    keepEdits(name, line.current);
    setWaiting(line.current.length);
  }, [name]);

  const show = useCallback(
    (writing: Writing) => {
      client.setQueryData<Writing>(key, writing);
    },
    [client, key],
  );

  /** The first edit in line does not go; what it said is shown, and the rest goes on. */
  const leaveOut = useCallback(
    (why: string) => {
      const [first, ...rest] = line.current;
      line.current = rest;
      keepLine();
      const said = (first?.edits ?? []).map(saidBy).filter(Boolean).join("\n");
      setRefused((before) => [...before, { said, why }]);
      announce(why);
    },
    [keepLine],
  );

  const send = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    while (line.current[0]) {
      setStanding("sending");
      try {
        const writing = await answerOf(
          api.POST("/api/drafts/{codename}/{slug}/edits", {
            params: { path },
            body: line.current[0],
          }),
        );
        line.current = line.current.slice(1);
        keepLine();
        show(writing);
        setProblem(undefined);
      } catch (error) {
        const code = error instanceof Problem ? error.body.code : "unreachable";
        if (!REFUSALS.has(code)) {
          setStanding(STANDING[code] ?? "held");
          setProblem(STANDING[code] ? undefined : (error as Error));
          busy.current = false;
          return;
        }
        leaveOut((error as Error).message);
      }
    }
    setStanding("saved");
    busy.current = false;
  }, [path, keepLine, show, leaveOut]);

  const edit = useCallback(
    (...edits: Edit[]) => {
      line.current = [...line.current, batchOf(edits)];
      keepLine();
      void send();
    },
    [keepLine, send],
  );

  const act = useCallback(
    async (call: () => Promise<Writing>, says: string) => {
      try {
        // What is on its way goes first.
        for (let tries = 0; line.current.length > 0 && tries < 100; tries += 1) await pause(50);
        if (line.current.length > 0) throw new Error(NOT_SENT);
        show(await call());
        setProblem(undefined);
        announce(says);
      } catch (error) {
        setProblem(error as Error);
      }
    },
    [show],
  );

  const undo = useCallback(
    () =>
      act(
        () => answerOf(api.POST("/api/drafts/{codename}/{slug}/undo", { params: { path } })),
        "Taken back.",
      ),
    [act, path],
  );
  const redo = useCallback(
    () =>
      act(
        () => answerOf(api.POST("/api/drafts/{codename}/{slug}/redo", { params: { path } })),
        "Done again.",
      ),
    [act, path],
  );
  const setBack = useCallback(
    (number: number) =>
      act(
        () =>
          answerOf(
            api.POST("/api/drafts/{codename}/{slug}/set-back", {
              params: { path },
              body: { number },
            }),
          ),
        `Set back to state ${number}.`,
      ),
    [act, path],
  );

  // What could not be sent goes as soon as it can; what others write is looked at.
  useEffect(() => {
    const again = () => void send();
    const retry = setInterval(() => {
      if (line.current.length > 0) again();
    }, RETRY);
    window.addEventListener("online", again);
    window.addEventListener("focus", again);
    again();
    // What a tab that was closed could not send is sent now.
    void leftBehind(name).then((edits) => {
      if (edits.length === 0) return;
      line.current = [...line.current, ...edits];
      keepLine();
      again();
    });
    return () => {
      clearInterval(retry);
      window.removeEventListener("online", again);
      window.removeEventListener("focus", again);
    };
  }, [send, keepLine, name]);
  useEffect(() => {
    const look = async () => {
      const seen = client.getQueryData<Writing>(key);
      if (!seen || line.current.length > 0 || document.hidden) return;
      const told = await answerOf(
        api.POST("/api/drafts/{codename}/{slug}/here", {
          params: { path },
          body: { row: at.current, fingerprint: seen.fingerprint },
        }),
      ).catch(() => undefined);
      const now = client.getQueryData<Writing>(key);
      // An answer from before an edit of this page says nothing of what stands now.
      if (!told || !now || line.current.length > 0 || now.fingerprint !== seen.fingerprint) return;
      if (told.writing) show(told.writing);
      else if (JSON.stringify(told.writers) !== JSON.stringify(now.writers)) {
        client.setQueryData<Writing>(key, { ...now, writers: told.writers });
      }
    };
    const timer = setInterval(look, POLL);
    void look();
    return () => clearInterval(timer);
  }, [client, key, path, show]);

  const standAt = useCallback((row: string) => {
    at.current = row;
  }, []);
  const forget = useCallback(() => {
    setProblem(undefined);
    setRefused([]);
  }, []);
  const skip = useCallback(() => {
    leaveOut("You left it out.");
    setProblem(undefined);
    void send();
  }, [leaveOut, send]);
  return {
    query,
    edit,
    undo,
    redo,
    setBack,
    show,
    standAt,
    forget,
    skip,
    refused,
    standing,
    waiting,
    problem,
  };
}

const STANDING: Record<string, Standing> = {
  unreachable: "offline",
  "sign-in-first": "signed-out",
};
const NOT_SENT =
  "Edits of this page are not saved yet. Nothing was taken back; try again when all is saved.";

/** What an edit says, as its author typed it; "" for one that only moves or removes rows. */
function saidBy(edit: Edit): string {
  if (edit.op === "write") return edit.line;
  if (edit.op === "put") return JSON.stringify(edit.step);
  if (edit.op === "set") return JSON.stringify(edit.change);
  if (edit.op === "insert") return edit.steps.map((step) => JSON.stringify(step)).join("\n");
  if (edit.op === "fold") return edit.line ?? "";
  if (edit.op !== "head") return "";
  return typeof edit.value === "string" ? edit.value : JSON.stringify(edit.value);
}

const pause = (milliseconds: number) =>
  new Promise<void>((resolve) => setTimeout(resolve, milliseconds));

export type Writer = ReturnType<typeof useWriting>;
