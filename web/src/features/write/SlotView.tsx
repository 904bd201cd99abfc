import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import type { Slot } from "../../api/client";
import { TextButton } from "../../ui/TextButton";
import { ConditionField } from "./ConditionField";
import { LinesSlot } from "./LinesSlot";
import type { Path } from "./useWriting";

const SHOWN = 9;

/** A place of the sentence: its value underlined, and below the sentence what fits there. */
export function SlotView(props: {
  slot: Slot;
  text?: string;
  isOpen: boolean;
  onOpen: () => void;
}) {
  const { slot } = props;
  const empty = !slot.shown && !props.text;
  return (
    <button
      type="button"
      aria-expanded={props.isOpen}
      className={`slot ${props.isOpen ? "open" : ""} ${empty ? "empty" : ""}`}
      onClick={props.onOpen}
      onFocus={props.onOpen}
    >
      {props.text || slot.shown || FIELDS[slot.field] || slot.field.replaceAll("_", " ")}
    </button>
  );
}

/** What fits a slot, made for what it holds: the lit rail, a list, a line of text, a condition. */
export function SlotChoices(props: {
  path: Path;
  slot: Slot;
  onSet: (value: unknown) => void;
  onDone: () => void;
}) {
  const { slot, path, onSet, onDone } = props;
  if (slot.kind === "condition") {
    return (
      <ConditionField
        path={path}
        value={String(slot.value ?? "")}
        label={slot.field}
        onWrite={onSet}
        onLeave={onDone}
      />
    );
  }
  if (slot.kind === "text" || slot.kind === "number" || slot.kind === "build") {
    return <TextSlot {...props} />;
  }
  if (slot.shape)
    return <LinesSlot path={path} slot={{ ...slot, shape: slot.shape }} onSet={onSet} />;
  return <Picks {...props} />;
}

function Picks(props: { slot: Slot; onSet: (value: unknown) => void; onDone: () => void }) {
  const { slot } = props;
  const [all, setAll] = useState(false);
  const several = slot.kind === "files" || slot.kind === "choices";
  const held = Array.isArray(slot.value) ? (slot.value as string[]) : [];
  const isOn = (value: string) =>
    several ? held.includes(value) : String(yesNo(slot.value) ?? "") === value;
  const set = (value: string) => {
    if (several) {
      props.onSet(isOn(value) ? held.filter((each) => each !== value) : [...held, value]);
      return;
    }
    props.onSet(slot.kind === "yes-no" ? value === "yes" : value);
  };
  const shown = all ? slot.offers : slot.offers.slice(0, SHOWN);
  return (
    <div className={slot.kind === "partition" ? "slot-rail" : "slot-picks"}>
      {shown.map((offer) => (
        <button
          key={offer.value}
          type="button"
          aria-pressed={isOn(offer.value)}
          className={offer.why_not ? "against" : undefined}
          title={offer.why_not || offer.says}
          onClick={() => set(offer.value)}
        >
          {slot.kind === "files" || slot.kind === "file" ? offer.says : offer.value}
          {offer.new && <span className="sr-only"> (comes into the guide)</span>}
          {offer.why_not && <span className="text-care"> {offer.why_not}</span>}
        </button>
      ))}
      {slot.offers.length > shown.length && (
        <TextButton onClick={() => setAll(true)}>
          {slot.offers.length - shown.length} more
        </TextButton>
      )}
      {!slot.value && slot.offers.length === 0 && (
        <span className="text-soft">nothing to choose</span>
      )}
      {isLoose(slot) && slot.value !== null && (
        <TextButton quiet onClick={() => props.onSet(null)}>
          leave out
        </TextButton>
      )}
    </div>
  );
}

const LOOSE = new Set(["expects", "way_back", "answered", "file", "option", "to"]);
const isLoose = (slot: Slot) => LOOSE.has(slot.field) && slot.kind === "name";

const yesNo = (value: unknown) =>
  typeof value === "boolean" ? (value ? "yes" : "no") : (value as string | undefined);

/** A line of text; what is typed is written when it is left, or with Enter. */
function TextSlot(props: { slot: Slot; onSet: (value: unknown) => void; onDone: () => void }) {
  const { slot } = props;
  const [text, setText] = useState(String(slot.value ?? ""));
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const write = () => {
    const value = slot.kind === "number" ? Number(text) || null : text.trim();
    if (value !== (slot.value ?? "")) props.onSet(value || null);
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key === "Enter") {
      event.preventDefault();
      write();
      props.onDone();
    } else if (event.key === "Escape") {
      setText(String(slot.value ?? ""));
      props.onDone();
    }
  };
  return (
    <div className="line-entry">
      <input
        ref={input}
        className="w-full"
        aria-label={FIELDS[slot.field] ?? slot.field}
        inputMode={slot.kind === "number" ? "numeric" : undefined}
        list={slot.offers.length > 0 ? `offers-${slot.field}` : undefined}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={write}
        onKeyDown={keys}
      />
      {slot.offers.length > 0 && (
        <datalist id={`offers-${slot.field}`}>
          {slot.offers.map((offer) => (
            <option key={offer.value} value={offer.value} />
          ))}
        </datalist>
      )}
    </div>
  );
}

/** What an empty place is called. */
export const FIELDS: Record<string, string> = {
  file: "a file",
  files: "files",
  partition: "a partition",
  program: "a program",
  tool: "a tool",
  that: "what must be so",
  on: "what is read off",
  ask: "the question",
  expects: "what must be there",
  way_back: "a way back",
  answered: "the answer given",
  what: "what",
  mode: "a mode",
  says: "what to do by hand",
  until: "until what",
  cases: "which answers",
  given: "what stands in its places",
  images: "its images",
  parts: "what it does",
  sets: "what it sets",
};
