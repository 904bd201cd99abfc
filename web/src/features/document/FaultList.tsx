import type { Fault } from "../../api/client";

/** All faults in a line each; a press leads to the field. */
export function FaultList({ faults, isNew }: { faults: Fault[]; isNew: boolean }) {
  const shown = faults.slice(0, 4);
  const says = isNew
    ? "Still missing"
    : faults.length === 1
      ? "1 problem to fix"
      : `${faults.length} problems to fix`;
  return (
    <div role="status" className="mb-1">
      {faults.length > 0 && (
        <>
          <p className="mark mark-stop font-semibold text-loss">{says}</p>
          <ul>
            {shown.map((each) => (
              <li key={each.at.join(".") + each.message}>
                <button
                  type="button"
                  className="cursor-pointer text-left"
                  onClick={() => goTo(each.at)}
                >
                  <span className="letter">{each.at.join(" › ") || "the document"}</span>:{" "}
                  {each.message}
                </button>
              </li>
            ))}
            {faults.length > shown.length && <li>and {faults.length - shown.length} more</li>}
          </ul>
        </>
      )}
    </div>
  );
}

/** To the field itself, or to the nearest thing around it that is on the page. */
function goTo(at: string[]): void {
  for (let length = at.length; length > 0; length--) {
    const found = document.getElementById(at.slice(0, length).join("."));
    if (found) {
      found.scrollIntoView({ block: "center" });
      found.focus();
      return;
    }
  }
}
