import type { FilesPageData } from "../../api/client";
import { toneText } from "../../ui/tones";

const MARKS: Record<string, string> = { loss: "mark-stop", care: "mark-warn", plain: "mark-note" };

/** What the cross-checks over all guides found; folded where it is long. */
export function Matters({ matters }: { matters: FilesPageData["matters"] }) {
  if (matters.length === 0) {
    return (
      <p className="mark mark-proved mt-1">The sets agree with each other and with the phone.</p>
    );
  }
  return (
    <ul aria-label="What the sets disagree on" className="mt-1 space-y-0.5">
      {matters.map((each) => (
        <li key={each.kind + each.says} className={`mark ${MARKS[each.tone] ?? "mark-note"}`}>
          <span className={toneText(each.tone)}>{each.says}</span>{" "}
          <span className="text-soft">({each.sets.join(", ")})</span>
        </li>
      ))}
    </ul>
  );
}
