import { type KeyboardEvent, useCallback, useEffect, useId, useRef, useState } from "react";
import type { Completion } from "../../api/client";
import { useSettled } from "../../ui/useSettled";
import { OfferList } from "./OfferList";
import { useCondition } from "./useOffers";
import type { Path } from "./useWriting";

const PAUSE = 150; // milliseconds after which what is typed counts

/**
 * A condition as it is typed, and the sentence that it is. What is typed counts after a pause, or
 * when the field is left; nothing at all counts only then.
 */
export function ConditionField(props: {
  path: Path;
  value: string;
  label: string;
  autoFocus?: boolean;
  onWrite: (text: string) => void;
  onLeave?: () => void;
}) {
  const [text, setText] = useState(props.value);
  const [chosen, setChosen] = useState(-1);
  const [open, setOpen] = useState(false);
  const field = useRef<HTMLTextAreaElement>(null);
  const list = useId();
  const written = useRef(props.value);
  const settled = useSettled(text, PAUSE);
  const looked = useCondition(props.path, settled, open);
  const offers = open ? (looked.data?.offers ?? []) : [];
  const { onWrite } = props;
  const now = useRef({ text, onWrite });
  now.current = { text, onWrite };
  const flush = useCallback(() => {
    if (now.current.text === written.current) return;
    written.current = now.current.text;
    now.current.onWrite(now.current.text);
  }, []);
  useEffect(() => flush, [flush]);
  useEffect(() => {
    if (props.autoFocus) field.current?.focus();
  }, [props.autoFocus]);
  // What somebody else wrote is shown, where nothing of one's own stands there.
  useEffect(() => {
    if (props.value !== written.current && !open) {
      written.current = props.value;
      setText(props.value);
    }
  }, [props.value, open]);
  useEffect(() => {
    if (settled && settled === now.current.text) flush();
  }, [settled, flush]);
  const take = (offer: Completion) => {
    setText(offer.line);
    setChosen(-1);
    field.current?.focus();
  };
  const keys = (event: KeyboardEvent) => {
    const down = event.key === "ArrowDown";
    if ((down || event.key === "ArrowUp") && offers.length > 0) {
      event.preventDefault();
      const to = chosen + (down ? 1 : -1);
      setChosen(Math.max(-1, Math.min(offers.length - 1, to)));
    } else if (event.key === "Enter") {
      event.preventDefault();
      const offer = offers[chosen];
      if (offer) take(offer);
      else {
        flush();
        props.onLeave?.();
      }
    } else if (event.key === "Tab" && !event.shiftKey && chosen >= 0) {
      event.preventDefault();
      const offer = offers[chosen];
      if (offer) take(offer);
    } else if (event.key === "Escape") {
      flush();
      setOpen(false);
      props.onLeave?.();
    }
  };
  return (
    <div className="line-entry">
      <textarea
        ref={field}
        className="letter w-full resize-none"
        rows={Math.min(4, Math.ceil((text.length + 1) / 90))}
        aria-label={props.label}
        aria-autocomplete="list"
        aria-controls={offers.length > 0 ? list : undefined}
        aria-activedescendant={chosen >= 0 ? `${list}-${chosen}` : undefined}
        spellCheck={false}
        value={text}
        onFocus={() => setOpen(true)}
        onBlur={() => {
          flush();
          setOpen(false);
        }}
        onChange={(event) => {
          setText(event.target.value);
          setChosen(-1);
        }}
        onKeyDown={keys}
      />
      {open && looked.data && (
        // It floats: nothing below moves away from under a press.
        <div className="offer-sheet">
          <p className={looked.data.fault ? "text-care" : "text-soft"}>
            {looked.data.fault || looked.data.words.join("; ")}
          </p>
          {offers.length > 0 && (
            <OfferList id={list} offers={offers} chosen={chosen} onTake={take} />
          )}
        </div>
      )}
    </div>
  );
}
