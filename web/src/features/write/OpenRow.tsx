import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useCallback, useEffect, useRef, useState } from "react";
import {
  answerOf,
  api,
  type Edit,
  type Piece,
  type RowSlots,
  type WrittenRow,
} from "../../api/client";
import { ChordView } from "../../drawn/ChordView";
import { TextButton } from "../../ui/TextButton";
import { Beside } from "./Beside";
import { FIELDS, SlotChoices, SlotView } from "./SlotView";
import type { Path } from "./useWriting";

/** A row as its own sentence with its slots; Tab walks them, Escape closes the row. */
export function OpenRow(props: {
  path: Path;
  row: WrittenRow;
  /** The row before it, in case this one is removed meanwhile. */
  after: string;
  onEdit: (...edits: Edit[]) => void;
  onClose: () => void;
}) {
  const { path, row } = props;
  const slots = useQuery({
    queryKey: ["slots", path.codename, path.slug, row.id, row.mark],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/drafts/{codename}/{slug}/rows/{row}", {
          params: { path: { ...path, row: row.id } },
          signal,
        }),
      ),
    // While a change is on its way, the row stays open as it was.
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const keys = (event: KeyboardEvent) => {
    if (event.key === "Escape" && !event.defaultPrevented) {
      event.preventDefault();
      props.onClose();
    }
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: only Escape is heard here, for all that is in it
    <div className="open-row" onKeyDown={keys}>
      {slots.data ? (
        <Sentence {...props} slots={slots.data} />
      ) : (
        <p className="text-soft">{row.line}</p>
      )}
    </div>
  );
}

function Sentence(props: {
  path: Path;
  row: WrittenRow;
  after: string;
  slots: RowSlots;
  onEdit: (...edits: Edit[]) => void;
  onClose: () => void;
}) {
  const { slots, row, onEdit, after } = props;
  const [open, setOpen] = useState<string>();
  const body = slots.body as Record<string, unknown>;
  // What this page has sent last of each field, until it is told back.
  const sent = useRef(new Map<string, unknown>());
  const told = slots.body;
  useEffect(() => {
    if (told) sent.current.clear();
  }, [told]);
  const put = useCallback(
    (change: Record<string, unknown>) => {
      const was: Record<string, unknown> = {};
      const now: Record<string, unknown> = {};
      for (const [name, value] of Object.entries(change)) {
        was[name] = sent.current.has(name) ? sent.current.get(name) : (body[name] ?? null);
        now[name] = value === "" || value === undefined ? null : value;
        sent.current.set(name, now[name]);
      }
      onEdit({ op: "set", id: row.id, change: now, was, after: after || null });
    },
    [body, onEdit, row.id, after],
  );
  const set = useCallback((value: unknown) => open && put({ [open]: value }), [open, put]);
  const all = [...slots.pieces.map((piece) => piece.slot), ...slots.beside];
  // The row opens at its first place, which shows what fits there; Tab goes on to the next.
  const sentence = useRef<HTMLParagraphElement>(null);
  useEffect(() => sentence.current?.querySelector<HTMLElement>(".slot")?.focus(), []);
  const current = all.find((slot) => slot?.field === open);
  return (
    <>
      <p ref={sentence} className="sentence">
        {slots.pieces.map((piece, index) => (
          <PieceView
            // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of a sentence keep their places
            key={index}
            piece={piece}
            open={open}
            onOpen={setOpen}
            onAdd={put}
          />
        ))}
      </p>
      {current && (
        <SlotChoices
          key={current.field}
          path={props.path}
          slot={current}
          onSet={set}
          onDone={() => setOpen(undefined)}
        />
      )}
      {current?.field === "mode" &&
        slots.chords?.[String(current.value)]?.map((chord) => (
          <ChordView key={chord.id} chord={chord} />
        ))}
      {slots.beside.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-3 text-soft">
          {slots.beside.map((slot) => (
            <span key={slot.field}>
              {slot.value !== null && `${FIELDS[slot.field] ?? slot.field.replaceAll("_", " ")}: `}
              <SlotView
                slot={slot}
                isOpen={open === slot.field}
                onOpen={() => setOpen(slot.field)}
              />
            </span>
          ))}
        </p>
      )}
      {row.action !== "open" && row.action !== "passage" && row.lists.length === 0 && (
        <Beside
          key={row.id}
          body={body}
          slots={slots.beside}
          onSet={(field, value) => put({ [field]: value })}
        />
      )}
      <p className="flex gap-3">
        <TextButton quiet onClick={props.onClose}>
          Close <kbd>Esc</kbd>
        </TextButton>
        <span className="letter text-soft">{row.id}</span>
      </p>
    </>
  );
}

function PieceView(props: {
  piece: Piece;
  open: string | undefined;
  onOpen: (field: string) => void;
  onAdd: (change: Record<string, unknown>) => void;
}) {
  const { piece } = props;
  if (piece.kind === "word") return <>{piece.text} </>;
  if (piece.kind === "add") {
    return (
      <>
        <button
          type="button"
          className="slot empty"
          onClick={() => props.onAdd(piece.adds as Record<string, unknown>)}
        >
          {piece.text}
        </button>{" "}
      </>
    );
  }
  const slot = piece.slot;
  if (!slot) return null;
  return (
    <>
      <SlotView
        slot={slot}
        text={piece.text || undefined}
        isOpen={props.open === slot.field}
        onOpen={() => props.onOpen(slot.field)}
      />{" "}
    </>
  );
}
