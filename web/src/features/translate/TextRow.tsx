import { useId } from "react";
import type { Translation } from "../../api/client";

const WORDS = {
  translated: { look: "mark-proved text-ok", says: "translated" },
  changed: { look: "mark-warn text-care", says: "the original changed" },
  missing: { look: "mark-note text-soft", says: "not translated" },
} as const;

/** One text: where it stands and what it says, and beside it the same in the other language. */
export function TextRow({
  text,
  language,
  typed,
  disabled,
  onType,
}: {
  text: Translation["texts"][number];
  language: string;
  typed: string | undefined;
  disabled: boolean;
  onType: (says: string) => void;
}) {
  const id = useId();
  const words = WORDS[text.state];
  const says = typed ?? text.says;
  const rows = text.is_prose
    ? Math.max(3, Math.ceil(text.original.length / 60))
    : Math.max(1, Math.ceil(text.original.length / 60));
  return (
    <div className="translate-row">
      <div>
        <label htmlFor={id} className="text-[0.7812rem] text-soft">
          {text.where}
        </label>
        <p className="whitespace-pre-wrap">{text.original}</p>
        {text.before && (
          <p className="text-soft">
            Translated was: <span className="whitespace-pre-wrap">{text.before}</span>
          </p>
        )}
      </div>
      <div>
        <span className={`mark ${words.look} text-[0.7812rem]`}>
          {typed === undefined ? words.says : "not saved yet"}
        </span>
        <textarea
          id={id}
          lang={language}
          rows={rows}
          disabled={disabled}
          className="block w-full border border-hair-strong bg-sheet px-1.5 py-0.5"
          value={says}
          onChange={(event) => onType(event.target.value)}
        />
      </div>
    </div>
  );
}
