import type { Sheet } from "../../api/client";

/** Where the margin has something to say, a line each: twenty-five of them still fit. */
export function FindingIndex({ sheet, onGo }: { sheet: Sheet; onGo: (row: number) => void }) {
  const found = sheet.rows.flatMap((row, index) =>
    row.findings
      .filter((each) => each.severity !== "note")
      .map((finding) => ({ finding, index, number: row.number })),
  );
  if (found.length === 0) return null;
  return (
    <ul aria-label="Findings" className="border-b border-hair py-1.5 lg:columns-2">
      {found.map(({ finding, index, number }) => (
        <li
          key={`${number}${finding.id}${finding.subject}`}
          className={`mark mark-${finding.severity}`}
        >
          <button type="button" className="cursor-pointer text-left" onClick={() => onGo(index)}>
            <span className="text-work underline">step {number}</span> {finding.message}
          </button>
        </li>
      ))}
    </ul>
  );
}
