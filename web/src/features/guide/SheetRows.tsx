import { Fragment, memo, type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import type { Row, Sheet } from "../../api/client";
import { useKeys } from "../../app/keys";
import { counted } from "../../ui/counted";
import { FindingIndex } from "./FindingIndex";
import { FindingNote } from "./FindingNote";
import { HostChoice, keptHost } from "./HostChoice";
import { nextStep } from "./nextStep";
import { SheetRow } from "./SheetRow";
import { useFixes } from "./useFixes";

// Where the walk is: at no row yet, or at the findings of the whole guide.
const NOWHERE = -2;
const GENERAL = -1;
const BLOCK = 25;

/** What stands in the sheet where it is written: keys, an open row, a line for a new one. */
export interface Writing {
  keys: (row: Row | undefined) => Record<string, (event: KeyboardEvent) => void>;
  /** The id of a row → what stands in place of its sentence. */
  opened: ReadonlyMap<string, ReactNode>;
  /** after: the id of the row above it, "" at the top. */
  entry?: { after: string; view: ReactNode };
  chosen: ReadonlySet<string>;
  under: (row: Row) => ReactNode;
  onStand: (row: string) => void;
  onLeave: (row: string) => void;
  /** A row that is to be stood at, once it is there. */
  goTo?: { id: string };
}

/** The rows of the sheet, walked with the keyboard. */
export function SheetRows(props: { sheet: Sheet; children: ReactNode; writing?: Writing }) {
  const { sheet, children, writing } = props;
  const [current, setCurrent] = useState(NOWHERE);
  const [explained, setExplained] = useState(false);
  // The row that a remark is being typed on.
  const [remarked, setRemarked] = useState<string>();
  const { fixOf, take } = useFixes();
  const [host, setHost] = useState(() => keptHost(sheet.hosts.map((each) => each.id)));
  const list = useRef<HTMLOListElement>(null);
  const general = useRef<HTMLElement>(null);
  /** Where one is when a key is pressed; the row drawn as the current one may still be the last. */
  const here = () => {
    const row = document.activeElement?.closest<HTMLElement>("[data-row]");
    return row && list.current?.contains(row) ? Number(row.dataset.row) : current;
  };
  const go = (to: number, event?: KeyboardEvent) => {
    event?.preventDefault();
    setCurrent(to);
    if (to === GENERAL) general.current?.focus();
    else rowAt(to)?.focus();
  };
  const found = sheet.rows.map((row) => row.findings.length > 0);
  // The findings of the whole guide come before those of its first step.
  const walkFindings = (by: 1 | -1) => {
    const first = found.indexOf(true);
    const at = here();
    if (sheet.general.length > 0 && by === 1 && at === NOWHERE) return go(GENERAL);
    if (sheet.general.length > 0 && by === -1 && (first < 0 || at <= first)) return go(GENERAL);
    if (first >= 0) go(nextStep(found, Math.max(at, -1), by));
  };
  const all = sheet.rows.map(() => true);
  const blocks = useMemo(
    () =>
      Array.from({ length: Math.ceil(sheet.rows.length / BLOCK) }, (_, block) =>
        sheet.rows.slice(block * BLOCK, (block + 1) * BLOCK),
      ),
    [sheet.rows],
  );
  const walk = (by: 1 | -1) => (event: KeyboardEvent) =>
    go(nextStep(all, Math.max(here(), -1), by), event);
  useKeys(() => {
    const row = sheet.rows[here()];
    return {
      ...writing?.keys(row),
      down: walk(1),
      up: walk(-1),
      n: () => walkFindings(1),
      p: () => walkFindings(-1),
      c: (event) => {
        if (row) event.preventDefault();
        setRemarked(row?.id);
      },
      e: () => setExplained((before) => !before),
      f: () => {
        const fixable = row?.findings.find((each) => fixOf(each));
        if (fixable) take(fixable);
      },
    };
  });
  // A row that the address names is gone to once.
  const [search] = useSearchParams();
  const named = search.get("at");
  const arrived = useRef(false);
  useEffect(() => {
    const index = sheet.rows.findIndex((each) => each.id === named);
    if (arrived.current || index < 0) return;
    arrived.current = true;
    setCurrent(index);
    const row = rowAt(index);
    row?.focus();
    row?.scrollIntoView({ block: "center" });
  });
  // The row that holds the focus is the current one, however it got there.
  useEffect(() => {
    const rows = list.current;
    const follow = (event: FocusEvent) => {
      const row = (event.target as HTMLElement).closest<HTMLElement>("[data-row]");
      if (!row) return;
      setCurrent(Number(row.dataset.row));
      // The row stands in the address: the bench, a reload and the way back return to it.
      const { pathname, search } = window.location;
      const at = `${pathname}${search}#step-${Number(row.dataset.row) + 1}`;
      window.history.replaceState(window.history.state, "", at);
    };
    rows?.addEventListener("focusin", follow);
    return () => rows?.removeEventListener("focusin", follow);
  }, []);
  const stands = sheet.rows[current]?.id ?? "";
  const onStand = writing?.onStand;
  useEffect(() => onStand?.(stands), [stands, onStand]);
  // What was opened at a row is closed when one leaves it; not when another is come to, whose key may
  // have been pressed before it was drawn.
  const onLeave = writing?.onLeave;
  useEffect(
    () => () => {
      setRemarked((row) => (row === stands ? undefined : row));
      onLeave?.(stands);
    },
    [stands, onLeave],
  );
  const goTo = writing?.goTo;
  const wish = useRef<{ id: string }>(undefined);
  // biome-ignore lint/correctness/useExhaustiveDependencies: for each wish, and again when rows have moved
  useEffect(() => {
    const index = sheet.rows.findIndex((row) => row.id === goTo?.id);
    const isNew = goTo !== wish.current;
    wish.current = goTo;
    // Whoever types meanwhile is not taken away from it.
    const typing = document.activeElement?.closest("input, textarea, select, .open-row");
    if (index >= 0 && (isNew || !typing)) go(index);
  }, [goTo, sheet.rows]);
  // A lasting address of one step: /c/…#step-9
  useEffect(() => {
    const number = Number(window.location.hash.match(/^#step-(\d+)$/)?.[1]);
    if (number > 0) {
      setCurrent(number - 1);
      rowAt(number - 1)?.focus();
    }
  }, []);
  return (
    <section aria-label="Procedure" className="-mx-[18px] mt-1 bg-sheet px-[18px]">
      <div className="flex flex-wrap items-baseline gap-4 border-b border-hair py-1">
        <HostChoice hosts={sheet.hosts} host={host} onChange={setHost} />
        <p role="status" className="ml-auto text-soft">
          {countWords(sheet)}
        </p>
      </div>
      {children}
      <FindingIndex sheet={sheet} onGo={go} />
      {sheet.general.length > 0 && (
        <section
          ref={general}
          tabIndex={-1}
          aria-label="Findings of the whole guide"
          className="space-y-1 border-b border-hair py-2"
        >
          {sheet.general.map((each) => (
            <FindingNote key={each.id + each.subject} finding={each} explained={explained} />
          ))}
        </section>
      )}
      <div className="sheet-row head text-[0.75rem] text-soft" aria-hidden>
        <span>Step</span>
        <span>Procedure</span>
        <span className="facts">What changes on the phone</span>
        <span className="margin">In the margin</span>
      </div>
      <ol ref={list} className="sheet-rows">
        {writing?.entry?.after === "" && writing.entry.view}
        {blocks.map((rows, block) => {
          const first = block * BLOCK;
          const isHere = current >= first && current < first + BLOCK;
          return (
            <RowBlock
              key={rows[0]?.id}
              rows={rows}
              first={first}
              host={host}
              current={isHere ? current : NOWHERE}
              explained={explained && isHere}
              remarked={isHere ? remarked : undefined}
              onRemark={setRemarked}
              writing={writing && concerns(writing, rows, isHere) ? writing : undefined}
            />
          );
        })}
      </ol>
    </section>
  );
}

/** By the id of its line, since a search through a long sheet takes longer than a key may. */
const rowAt = (index: number) =>
  document.getElementById(`step-${index + 1}`)?.querySelector<HTMLElement>("[data-row]");

/** Whether a block shows anything of the writing; the others stay drawn while one types. */
const concerns = (writing: Writing, rows: Row[], isHere: boolean) =>
  isHere ||
  rows.some(
    (row) =>
      writing.opened.has(row.id) || writing.chosen.has(row.id) || writing.entry?.after === row.id,
  );

/** Some rows together: a key draws anew only the blocks that it leaves and enters. */
const RowBlock = memo(function RowBlock(props: {
  rows: Row[];
  first: number;
  host: string;
  current: number;
  explained: boolean;
  remarked?: string;
  onRemark: (row: string | undefined) => void;
  writing?: Writing;
}) {
  const { writing } = props;
  return props.rows.map((row, at) => {
    const isCurrent = props.first + at === props.current;
    return (
      <Fragment key={row.id}>
        <SheetRow
          row={row}
          index={props.first + at}
          host={props.host}
          isCurrent={isCurrent}
          explained={props.explained && isCurrent}
          remarks={isCurrent && props.remarked === row.id}
          onRemark={props.onRemark}
          opened={writing?.opened.get(row.id)}
          under={isCurrent ? writing?.under(row) : undefined}
          isChosen={writing?.chosen.has(row.id)}
        />
        {writing?.entry?.after === row.id && writing.entry.view}
      </Fragment>
    );
  });
});

function countWords(sheet: Sheet): string {
  const parts = [
    sheet.stops > 0 && counted(sheet.stops, "stop"),
    sheet.warnings > 0 && counted(sheet.warnings, "warning"),
  ].filter(Boolean);
  const found = parts.join(", ") || "no stop, no warning";
  return `${found} · ${counted(sheet.starts, "phone")} with their choices on ${counted(sheet.paths, "path")}`;
}
