import type { FilesPageData } from "../../api/client";
import { toneText } from "../../ui/tones";

const MARKS: Record<string, string> = { loss: "mark-stop", care: "mark-warn", plain: "mark-note" };
type Matter = FilesPageData["matters"][number];

/** What the cross-checks over all guides found, a line each; the guides behind it on a press. */
export function Matters({ matters }: { matters: Matter[] }) {
  if (matters.length === 0) {
    return (
      <p className="mark mark-proved mt-1">The sets agree with each other and with the phone.</p>
    );
  }
  return (
    <ul aria-label="What the sets disagree on" className="mt-1 space-y-0.5">
      {matters.map((each) => (
        <li key={each.kind + each.says} className={`mark ${MARKS[each.tone] ?? "mark-note"}`}>
          <span className={toneText(each.tone)}>{capital(each.says)}</span>
          <Behind sets={each.sets} />
        </li>
      ))}
    </ul>
  );
}

function Behind({ sets }: { sets: string[] }) {
  if (sets.length <= 2) return <span className="text-soft"> ({sets.join(", ")})</span>;
  return (
    <details className="inline">
      <summary className="ml-1 inline-block cursor-pointer text-soft underline">
        {sets.length} guides
      </summary>
      <ul className="list-disc pl-5 text-soft">
        {sets.map((name) => (
          <li key={name}>{name}</li>
        ))}
      </ul>
    </details>
  );
}

// A file name at the front keeps its letters.
function capital(text: string): string {
  const first = text.split(" ", 1)[0] ?? "";
  return /[._]/.test(first) ? text : text.charAt(0).toUpperCase() + text.slice(1);
}
