import { useEffect, useRef, useState } from "react";
import type { Sheet } from "../../api/client";
import { useKeys } from "../../app/keys";
import { FindingIndex } from "./FindingIndex";
import { FindingNote } from "./FindingNote";
import { HostChoice, keptHost } from "./HostChoice";
import { nextStep } from "./nextStep";
import { SheetRow } from "./SheetRow";
import { useFixes } from "./useFixes";

/** The rows of the sheet, walked with the keyboard. */
export function SheetRows({ sheet }: { sheet: Sheet }) {
  const [current, setCurrent] = useState(-1);
  const [explained, setExplained] = useState(false);
  const { fixOf, take } = useFixes();
  const [host, setHost] = useState(() => keptHost(sheet.hosts.map((each) => each.id)));
  const list = useRef<HTMLOListElement>(null);
  const go = (to: number, event?: KeyboardEvent) => {
    event?.preventDefault();
    setCurrent(to);
    list.current?.querySelector<HTMLElement>(`[data-row="${to}"]`)?.focus();
  };
  const found = sheet.rows.map((row) => row.findings.length > 0);
  const all = sheet.rows.map(() => true);
  const walk = (by: 1 | -1) => (event: KeyboardEvent) => go(nextStep(all, current, by), event);
  useKeys({
    down: walk(1),
    up: walk(-1),
    n: () => go(nextStep(found, current, 1)),
    p: () => go(nextStep(found, current, -1)),
    e: () => setExplained(!explained),
    f: () => {
      const fixable = sheet.rows[current]?.findings.find((each) => fixOf(each));
      if (fixable) take(fixable);
    },
  });
  // The row that holds the focus is the current one, however it got there.
  useEffect(() => {
    const rows = list.current;
    const follow = (event: FocusEvent) => {
      const row = (event.target as HTMLElement).closest<HTMLElement>("[data-row]");
      if (row) setCurrent(Number(row.dataset.row));
    };
    rows?.addEventListener("focusin", follow);
    return () => rows?.removeEventListener("focusin", follow);
  }, []);
  // A lasting address of one step: /c/…#step-9
  useEffect(() => {
    const number = Number(window.location.hash.match(/^#step-(\d+)$/)?.[1]);
    if (number > 0) {
      setCurrent(number - 1);
      list.current?.querySelector<HTMLElement>(`[data-row="${number - 1}"]`)?.focus();
    }
  }, []);
  return (
    <section aria-label="Procedure" className="-mx-[18px] mt-2 bg-sheet px-[18px]">
      <div className="flex flex-wrap items-baseline gap-4 border-b border-hair py-1.5">
        <HostChoice hosts={sheet.hosts} host={host} onChange={setHost} />
        <p role="status" className="ml-auto text-soft">
          {countWords(sheet)}
        </p>
      </div>
      <FindingIndex sheet={sheet} onGo={go} />
      {sheet.general.length > 0 && (
        <div className="space-y-1 border-b border-hair py-2">
          {sheet.general.map((each) => (
            <FindingNote key={each.id + each.subject} finding={each} explained={explained} />
          ))}
        </div>
      )}
      <div className="sheet-row head text-[0.75rem] text-soft" aria-hidden>
        <span>Step</span>
        <span>Procedure</span>
        <span className="facts">What changes on the phone</span>
        <span className="margin">In the margin</span>
      </div>
      <ol ref={list} className="sheet-rows">
        {sheet.rows.map((row, index) => (
          <SheetRow
            key={row.id}
            row={row}
            index={index}
            host={host}
            isCurrent={index === current}
            explained={explained && index === current}
          />
        ))}
      </ol>
    </section>
  );
}

function countWords(sheet: Sheet): string {
  const parts = [
    sheet.stops > 0 && `${sheet.stops} ${sheet.stops === 1 ? "stop" : "stops"}`,
    sheet.warnings > 0 && `${sheet.warnings} ${sheet.warnings === 1 ? "warning" : "warnings"}`,
  ].filter(Boolean);
  const found = parts.join(", ") || "no stop, no warning";
  return `${found} · ${sheet.starts.toLocaleString("en")} phones with their choices on ${sheet.paths} paths`;
}
