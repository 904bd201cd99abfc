import type { Preview } from "../../api/client";
import { Apart } from "../../ui/Apart";

const WORDS: Record<string, { says: string; look: string }> = {
  new: { says: "new", look: "mark mark-proved text-ok" },
  changed: { says: "changes an entry", look: "mark mark-warn text-care" },
  known: { says: "already there", look: "mark mark-note text-soft" },
  twice: { says: "twice in the list", look: "mark mark-note text-soft" },
  foreign: { says: "for another phone", look: "mark mark-stop text-loss" },
  incomplete: { says: "something is missing", look: "mark mark-warn text-care" },
  unreadable: { says: "cannot be read", look: "mark mark-unknown text-unknown" },
};

interface PreviewProps {
  preview: Preview;
  verdict: string;
  onVerdict: (verdict: string) => void;
  onPage: (page: number) => void;
}

export function PreviewTable({ preview, verdict, onVerdict, onPage }: PreviewProps) {
  return (
    <section aria-label="What each line was read as" className="mt-3">
      <p role="status" className="flex flex-wrap items-baseline gap-3">
        <span>{preview.lines.toLocaleString("en")} lines:</span>
        <Pick says="all" on={verdict === ""} onClick={() => onVerdict("")} />
        {preview.counts.map((each) => (
          <Pick
            key={each.verdict}
            says={`${each.count.toLocaleString("en")} ${WORDS[each.verdict]?.says ?? each.verdict}`}
            on={verdict === each.verdict}
            onClick={() => onVerdict(each.verdict)}
          />
        ))}
      </p>
      <div className="overflow-x-auto">
        <table className="ruled mt-1">
          <thead>
            <tr>
              <th className="number">Line</th>
              <th>Result</th>
              <th>Read as</th>
              <th>Taken apart</th>
            </tr>
          </thead>
          <tbody>
            {preview.rows.map((row) => (
              <tr key={row.line}>
                <td className="number">{row.line}</td>
                <td className="whitespace-nowrap">
                  <span className={WORDS[row.verdict]?.look}>
                    {WORDS[row.verdict]?.says ?? row.verdict}
                  </span>
                </td>
                <td>
                  <span className="letter">{row.text}</span>
                  {row.says && <p className="text-soft">{row.says}</p>}
                </td>
                <td>
                  <Apart fields={row.fields} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {preview.pages > 1 && (
        <p className="mt-2 flex items-baseline gap-3">
          <button
            type="button"
            className="cursor-pointer text-work disabled:text-soft"
            disabled={preview.page === 0}
            onClick={() => onPage(preview.page - 1)}
          >
            Earlier lines
          </button>
          <span>
            page {preview.page + 1} of {preview.pages}
          </span>
          <button
            type="button"
            className="cursor-pointer text-work disabled:text-soft"
            disabled={preview.page + 1 >= preview.pages}
            onClick={() => onPage(preview.page + 1)}
          >
            Later lines
          </button>
        </p>
      )}
    </section>
  );
}

function Pick({ says, on, onClick }: { says: string; on: boolean; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className={`cursor-pointer ${on ? "border-b-2 border-work" : "text-work"}`}
      onClick={onClick}
    >
      {says}
    </button>
  );
}
