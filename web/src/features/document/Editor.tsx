import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { answerOf, api, type Doc, Problem } from "../../api/client";
import { refresh } from "../../api/touched";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { Conflict } from "./Conflict";
import { FaultList } from "./FaultList";
import { Fields } from "./Field";
import { FormContext } from "./form";
import { type KeptEdit, keepEdit, readEdit } from "./kept";
import { Parts } from "./Parts";
import { pathOf } from "./pathOf";
import type { Address } from "./queries";
import type { Schema } from "./schema";
import { useDrawn } from "./useDrawn";
import { type Path, setAt, type Values } from "./values";

interface EditorProps {
  address: Address;
  schema: Schema;
  standing: Pick<Doc, "fingerprint" | "number" | "body" | "versions"> | undefined;
  /** Where it is kept, if not in the catalogue; gives the page to go to. */
  store?: (edit: KeptEdit) => Promise<string>;
}

export function Editor({ address, schema, standing, store }: EditorProps) {
  const [fresh] = useState<KeptEdit>(() => ({
    seen: standing?.fingerprint ?? "",
    number: standing?.number ?? 0,
    body: standing?.body ?? {
      ...(address.kind === "system" && { codename: address.codename }),
    },
  }));
  const [kept] = useState(() => readEdit(address));
  const [edit, setEdit] = useState<KeptEdit>(kept ?? fresh);
  // Fields that keep their own typing start anew when the whole document is replaced.
  const [round, setRound] = useState(0);
  const [note, setNote] = useState("");
  const client = useQueryClient();
  const navigate = useNavigate();
  const checked = useChecked(address.kind, edit.body);
  const save = useMutation({
    mutationFn: () => (store ? store(edit) : storeInCatalogue(address, edit, note)),
    onSuccess: async (path) => {
      keepEdit(address, undefined);
      await refresh(client, "document");
      navigate(path);
    },
  });

  function change(next: KeptEdit, anew = false) {
    setEdit(next);
    keepEdit(address, next);
    if (anew) setRound(round + 1);
  }
  const set = (path: Path, value: unknown) =>
    change({ ...edit, body: setAt(edit.body, path, value) as Values });

  const moved = save.error instanceof Problem && save.error.body.code === "document-moved";
  const faults = checked.data?.faults ?? [];
  const beside = useDrawn(checked.data);
  const fields = (own: Schema, path: Path, value: unknown) => (
    <Fields schema={own} path={path} value={value} />
  );
  return (
    <FormContext value={{ root: schema, faults, set, beside, fields }}>
      {kept && (
        <p role="status" className="mark mark-note my-1">
          What you had not saved yet is here again.{" "}
          <button
            type="button"
            className="cursor-pointer text-work underline"
            onClick={() => {
              change(fresh, true);
              keepEdit(address, undefined);
            }}
          >
            Throw it away and start from{" "}
            {store ? "what is kept" : `version ${fresh.number || "nothing"}`}
          </button>
        </p>
      )}
      {moved ? (
        <Conflict
          address={address}
          edit={edit}
          onMerge={(next) => {
            save.reset();
            change(next, true);
          }}
        />
      ) : (
        save.error && <ProblemView error={save.error} />
      )}
      <Parts schema={schema} />
      <form
        key={round}
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <Fields schema={schema} path={[]} value={edit.body} />
        <div className="sticky bottom-0 mt-3 border-t border-ink bg-ground py-2">
          <FaultList faults={faults} isNew={standing === undefined} />
          <div className="flex flex-wrap items-center gap-3">
            {!store && (
              <input
                type="text"
                aria-label="What you changed, in a few words"
                placeholder="What you changed, in a few words"
                maxLength={200}
                className="w-80 border border-hair-strong bg-sheet px-1.5 py-1"
                value={note}
                onChange={(event) => setNote(event.target.value)}
              />
            )}
            <Button type="submit" look="work" disabled={save.isPending || faults.length > 0}>
              {standing && !store ? `Save version ${standing.versions.length + 1}` : "Save it"}
            </Button>
            <span className="text-soft">What you type is kept in this browser.</span>
          </div>
        </div>
      </form>
    </FormContext>
  );
}

async function storeInCatalogue(address: Address, edit: KeptEdit, note: string): Promise<string> {
  const { kind, codename } = address;
  const saved = await answerOf(
    api.POST("/api/document", {
      body: { kind, codename, seen: edit.seen, note, body: edit.body },
    }),
  );
  return pathOf(kind, saved.codename, saved.name);
}

/** The site's judgement of what is being written, a moment after the last key. */
function useChecked(kind: string, body: Values) {
  const [settled, setSettled] = useState(body);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(body), 350);
    return () => clearTimeout(timer);
  }, [body]);
  const asked = useDeferredValue(settled);
  return useQuery({
    queryKey: ["check", kind, asked],
    queryFn: ({ signal }) =>
      answerOf(api.POST("/api/document/check", { body: { kind, body: asked }, signal })),
    placeholderData: (before) => before,
    gcTime: 0,
  });
}
