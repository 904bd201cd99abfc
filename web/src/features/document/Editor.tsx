import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { answerOf, api, type Doc, Problem } from "../../api/client";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { useTyped } from "../../ui/useTyped";
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
  const [note, setNote] = useTyped(`note/${address.kind}/${address.codename}/${address.name}`);
  const form = useRef<HTMLFormElement>(null);
  const client = useQueryClient();
  const navigate = useNavigate();
  const checked = useChecked(address.kind, edit.body);
  const save = useMutation({
    mutationFn: () => (store ? store(edit) : storeInCatalogue(address, edit, note)),
    onSuccess: async (path) => {
      keepEdit(address, undefined);
      setNote("");
      await refresh(client, "document");
      announce("Saved as a new version.");
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
          Your unsaved changes are back.{" "}
          <TextButton
            onClick={() => {
              change(fresh, true);
              keepEdit(address, undefined);
            }}
          >
            Discard it and start from{" "}
            {store ? "what is stored" : `version ${fresh.number || "nothing"}`}
          </TextButton>
        </p>
      )}
      {moved && (
        <Conflict
          address={address}
          edit={edit}
          onMerge={(next) => {
            save.reset();
            change(next, true);
          }}
        />
      )}
      <Parts schema={schema} />
      <form
        key={round}
        ref={form}
        className="mt-2"
        onKeyDown={(event) => {
          if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
            event.preventDefault();
            form.current?.requestSubmit();
          } else if (event.altKey && /^Page(Up|Down)$/.test(event.key)) {
            event.preventDefault();
            toPart(form.current, event.key === "PageDown" ? 1 : -1);
          }
        }}
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <Fields schema={schema} path={[]} value={edit.body} />
        <div className="sticky bottom-0 mt-3 border-t border-ink bg-ground py-2">
          {save.error && !moved && <ProblemView error={save.error} />}
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
            <span className="text-soft">
              <kbd>Ctrl Enter</kbd> saves, <kbd>Alt Page down</kbd> goes to the next part. What you
              type is kept in this browser.
            </span>
          </div>
        </div>
      </form>
    </FormContext>
  );
}

/** From where the focus is to the first field of the next part of the form, or of the one before. */
function toPart(form: HTMLFormElement | null, by: 1 | -1): void {
  const parts = [...(form?.querySelectorAll<HTMLElement>("fieldset, .form-wide") ?? [])];
  const at = document.activeElement;
  const here = parts.findLastIndex((part) => at !== null && part.contains(at));
  const part = parts[Math.min(Math.max(here + by, 0), parts.length - 1)];
  part?.querySelector<HTMLElement>("input, select, textarea, button")?.focus();
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
