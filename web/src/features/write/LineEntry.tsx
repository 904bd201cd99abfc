import { type KeyboardEvent, useEffect, useId, useRef, useState } from "react";
import type { Completion } from "../../api/client";
import { useSettled } from "../../ui/useSettled";
import { OfferList } from "./OfferList";
import { useCompleted } from "./useOffers";
import type { Path } from "./useWriting";

/** A row as one line in the field's own words. Tab takes what is offered, Enter writes the row. */
export function LineEntry(props: {
  path: Path;
  /** The row that comes behind it, as it is read; "" at the end. */
  before: string;
  state: string;
  begun?: string;
  label: string;
  /** Where the line stands in the steps of another row: out of it. */
  onEmpty?: () => void;
  hint?: string;
  onWrite: (line: string) => void;
  onLeave: () => void;
}) {
  const [line, setLine] = useState(props.begun ?? "");
  const [chosen, setChosen] = useState(-1);
  const input = useRef<HTMLInputElement>(null);
  const list = useId();
  useEffect(() => input.current?.focus(), []);
  const settled = useSettled(line, 60);
  const completed = useCompleted(props.path, settled, props.before, props.state);
  const offers = completed.data?.offers ?? [];
  // Offers of what stood there a moment ago are shown, and never taken.
  const isFresh = settled === line && completed.data !== undefined && !completed.isPlaceholderData;
  const [asked, setAsked] = useState(false);
  const take = (offer: Completion) => {
    setLine(offer.line);
    setChosen(-1);
    input.current?.focus();
  };
  if (asked && isFresh) {
    setAsked(false);
    if (offers[0]) setLine(offers[0].line);
  }
  const keys = (event: KeyboardEvent) => {
    const down = event.key === "ArrowDown";
    if (down || event.key === "ArrowUp") {
      event.preventDefault();
      const to = chosen + (down ? 1 : -1);
      setChosen(Math.max(-1, Math.min(offers.length - 1, to)));
    } else if (event.key === "Tab" && !event.shiftKey && line && !(isFresh && !offers[0])) {
      event.preventDefault();
      const offer = offers[Math.max(chosen, 0)];
      if (isFresh && offer) take(offer);
      else setAsked(true); // taken as soon as it is known what fits
    } else if (event.key === "Enter") {
      event.preventDefault();
      const offer = chosen >= 0 ? offers[chosen] : undefined;
      if (offer) take(offer);
      else if (line.trim() || props.onEmpty) {
        if (line.trim()) props.onWrite(line.trim());
        else props.onEmpty?.();
        setLine("");
      }
    } else if (event.key === "Escape") {
      event.preventDefault();
      props.onLeave();
    }
  };
  const data = completed.data;
  return (
    <div className="line-entry">
      <input
        ref={input}
        className="letter w-full"
        role="combobox"
        aria-label={props.label}
        aria-expanded={offers.length > 0}
        aria-controls={offers.length > 0 ? list : undefined}
        aria-activedescendant={chosen >= 0 ? `${list}-${chosen}` : undefined}
        autoComplete="off"
        spellCheck={false}
        value={line}
        onChange={(event) => {
          setLine(event.target.value);
          setChosen(-1);
          setAsked(false);
        }}
        onKeyDown={keys}
      />
      {data?.reads && settled === line && <p className="text-ok">{data.reads}</p>}
      {offers.length > 0 && (
        <OfferList id={list} offers={offers} chosen={chosen} flat={!line} onTake={take} />
      )}
      <p className="line-forms text-soft">
        {data?.forms[0] && <span className="letter">{data.forms[0]}</span>}
        {props.hint && <span>{props.hint}</span>}
        <span className="ml-auto whitespace-nowrap">
          <kbd>Tab</kbd> take <kbd>Enter</kbd> write <kbd>Esc</kbd> leave
        </span>
      </p>
    </div>
  );
}
