import { useId } from "react";
import type { Translation } from "../../api/client";

const WORDS = {
  translated: { look: "mark-proved text-ok", says: "translated" },
  changed: { look: "mark-warn text-care", says: "the original changed" },
  missing: { look: "mark-note text-soft", says: "not translated" },
} as const;

/** One passage: where it stands and what it says, and beside it the same in the other language. */
export function PassageRow({
  passage,
  language,
  typed,
  disabled,
  onType,
}: {
  passage: Translation["passages"][number];
  language: string;
  typed: string | undefined;
  disabled: boolean;
  onType: (says: string) => void;
}) {
  const id = useId();
  const words = WORDS[passage.state];
  const says = typed ?? passage.says;
  const rows = passage.is_prose
    ? Math.max(3, Math.ceil(passage.original.length / 60))
    : Math.max(1, Math.ceil(passage.original.length / 60));
  return (
    <div className="translate-row">
      <div>
        <label htmlFor={id} className="text-[0.7812rem] text-soft">
          {passage.where}
        </label>
        <p className="whitespace-pre-wrap">{passage.original}</p>
        {passage.before && (
          <p className="text-soft">
            Translated was: <span className="whitespace-pre-wrap">{passage.before}</span>
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
