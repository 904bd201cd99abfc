import { type KeyboardEvent as Press, type ReactNode, useCallback, useMemo, useState } from "react";
import type { Edit, Page, Row, Sheet, Writing as WritingData, WrittenRow } from "../../api/client";
import { TextButton } from "../../ui/TextButton";
import { SheetRows, type Writing } from "../guide/SheetRows";
import { LineEntry } from "./LineEntry";
import { OpenRow } from "./OpenRow";
import { QuestionRow } from "./QuestionRow";
import { type RowActs, RowTools } from "./RowTools";
import type { Path, Writer } from "./useWriting";

type Place = Extract<Edit, { op: "move" }>["at"];

const after = (id: string): Place => ({ after: id, arm: [] });
const above = (id: string): Place => ({ before: id, arm: [] });
const within = (id: string, arm: (string | number)[]): Place => ({ within: id, arm });
const AT_END: Place = { arm: [] };
const shownLast = (row: WrittenRow) => row.shown.at(-1) ?? row.id;

/** How one calls a list of steps while writing: "then", "otherwise", or the name of a choice. */
const armWord = (arm: (string | number)[]) => String(arm.at(-1)).toLowerCase();

/** The last row of the sheet in a list of a row, or the row itself where that is empty. */
function lastOf(rows: WrittenRow[], holder: WrittenRow, arm: (string | number)[]): string {
  const inside = rows.filter((row) => row.holder === holder.id && String(row.arm) === String(arm));
  const last = inside.at(-1);
  if (last) return lastWithin(rows, last);
  const earlier = holder.lists[holder.lists.findIndex((each) => String(each) === String(arm)) - 1];
  return earlier ? lastOf(rows, holder, earlier) : shownLast(holder);
}

/** A line for a new row: where it goes, and the row of the sheet that it stands below. */
interface Entry {
  at: Place;
  below: string;
  /** A row was just written with it: it moves on when that row is there. */
  writes?: boolean;
}

/** The rows of a draft, written where they stand. */
export function WriteSheet(props: {
  path: Path;
  page: Page;
  sheet: Sheet;
  data: WritingData;
  writer: Writer;
  /** The margin is of before the last edit. */
  isOld: boolean;
  children: ReactNode;
}) {
  const { path, sheet, data, writer } = props;
  const { edit, standAt, undo, redo } = writer;
  const [opened, setOpened] = useState<string>();
  // Where nothing is written yet, the first line waits for it.
  const [entry, setEntry] = useState<Entry | undefined>(() =>
    isEmpty(data) ? { at: AT_END, below: data.rows[0]?.id ?? "" } : undefined,
  );
  // The row at which one chooses what it is folded into.
  const [folding, setFolding] = useState<string>();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [goTo, setGoTo] = useState<{ id: string }>();
  const written = useMemo(() => {
    const found = new Map<string, WrittenRow>();
    for (const row of data.rows) for (const id of row.shown) found.set(id, row);
    return found;
  }, [data.rows]);
  const before = useCallback(
    (id: string, by = 1): string => {
      const index = sheet.rows.findIndex((row) => row.id === id);
      return sheet.rows[index + by]?.id ?? "";
    },
    [sheet.rows],
  );
  const rowsOf = useCallback(
    (row: WrittenRow) => {
      const ids = [...chosen].filter((id) => data.rows.some((each) => each.id === id));
      return ids.includes(row.id) ? ids : [row.id];
    },
    [chosen, data.rows],
  );
  // The line for a new row goes on behind what it has just written, and into it where it holds rows.
  const last = data.rows.find((row) => row.id === data.touched.at(-1));
  const [followed, setFollowed] = useState<string>();
  if (entry?.writes && last && last.id !== followed) {
    setFollowed(last.id);
    setEntry(
      last.lists[0]
        ? { at: within(last.id, last.lists[0]), below: shownLast(last) }
        : { at: after(last.id), below: lastWithin(data.rows, last) },
    );
  }
  const holder = useMemo(() => {
    const beside = data.rows.find((row) => row.id === (entry?.at.after ?? entry?.at.before));
    const id = entry?.at.within ?? beside?.holder;
    return data.rows.find((row) => row.id === id);
  }, [data.rows, entry]);
  const write = (line: string) => {
    if (!entry) return;
    // A word that names another list of the row around it leads there.
    const arm = holder?.lists.find((each) => armWord(each) === line.toLowerCase());
    if (holder && arm) {
      setEntry({ at: within(holder.id, arm), below: lastOf(data.rows, holder, arm) });
      return;
    }
    edit({ op: "write", line, was: "", at: entry.at });
    setEntry({ ...entry, writes: true });
  };
  const refusal = (row: WrittenRow) => {
    const from = data.notes.filter((each) => each.row === row.id);
    if (row.open || from.length === 0) return undefined;
    const text = from.map((each) => each.text.trim()).join("\n");
    const step = { action: "open", text, says: "You refused how this was read from the notes." };
    return () => edit({ op: "put", id: row.id, was: row.mark, step });
  };
  const acts = (row: WrittenRow, shown: string): RowActs => ({
    open: () => {
      setEntry(undefined);
      setOpened(row.id);
    },
    above: () => setEntry({ at: above(row.id), below: before(shown, -1) }),
    below: () => setEntry({ at: after(row.id), below: lastBelow(data.rows, row, shown) }),
    within: (arm) => setEntry({ at: { within: row.id, arm }, below: shown }),
    move: (by) => {
      const ids = rowsOf(row);
      const to = neighbour(data.rows, ids, by);
      if (to) edit({ op: "move", ids, at: to });
      setGoTo({ id: shown });
    },
    duplicate: () => edit({ op: "duplicate", ids: rowsOf(row) }),
    remove: () => {
      edit({ op: "remove", ids: rowsOf(row) });
      setChosen(new Set());
      setGoTo({ id: before(shown) || before(shown, -1) });
    },
    unfold: () => edit({ op: "unfold", id: row.id }),
    refuse: refusal(row),
    fold: (into) => {
      const ids = rowsOf(row);
      edit({ op: "fold", ids, ...into } as Edit);
      setChosen(new Set());
    },
  });
  const choose = (row: WrittenRow, by: 1 | -1) => {
    const index = sheet.rows.findIndex((each) => row.shown.includes(each.id));
    const next = written.get(sheet.rows[index + by]?.id ?? "");
    setChosen(new Set([...chosen, row.id, ...(next ? [next.id] : [])]));
    if (next?.shown[0]) setGoTo({ id: next.shown[0] });
  };
  const keys = (shown: Row | undefined) => {
    const row = shown && written.get(shown.id);
    const own = row && shown ? acts(row, shown.id) : undefined;
    const by = (run: (() => void) | undefined) => (event: KeyboardEvent) => {
      event.preventDefault();
      run?.();
    };
    const picks = Object.fromEntries(
      (row?.open?.picks ?? []).map((_, index) => [
        String(index + 1),
        by(() => row && edit({ op: "pick", id: row.id, number: index })),
      ]),
    );
    return {
      ...picks,
      i: (event: KeyboardEvent) => {
        event.preventDefault();
        if (!own) setEntry({ at: AT_END, below: sheet.rows.at(-1)?.id ?? "" });
        else if (event.shiftKey) own.above();
        else own.below();
      },
      d: by(own?.duplicate),
      g: () => shown && setFolding((at) => (at === shown.id ? undefined : shown.id)),
      x: by(own?.remove),
      delete: by(own?.remove),
      r: by(own?.refuse),
      u: by(row && holdsRows(row) ? own?.unfold : undefined),
      t: by(row?.open?.text ? () => edit({ op: "as-prose", id: row.id }) : undefined),
      z: (event: KeyboardEvent) => void (event.shiftKey ? redo() : undo()),
      escape: () => setChosen(new Set()),
    };
  };
  const press = (event: Press) => {
    const target = event.target as HTMLElement;
    const at = Number(target.dataset.row ?? Number.NaN);
    const shown = sheet.rows[at];
    const row = shown && written.get(shown.id);
    const typing = /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z" && !typing) {
      event.preventDefault();
      void (event.shiftKey ? redo() : undo());
      return;
    }
    if (!row || !shown) return;
    const up = event.key === "ArrowUp";
    if (event.key === "Enter") {
      event.preventDefault();
      acts(row, shown.id).open();
    } else if (up || event.key === "ArrowDown") {
      if (event.altKey) {
        event.preventDefault();
        acts(row, shown.id).move(up ? -1 : 1);
      } else if (event.shiftKey) {
        event.preventDefault();
        event.stopPropagation();
        choose(row, up ? -1 : 1);
      }
    }
  };
  const close = (id: string) => {
    setOpened(undefined);
    setGoTo({ id });
  };
  const views = new Map<string, ReactNode>();
  for (const row of data.rows) {
    const shown = row.shown[0];
    if (!shown) continue;
    if (row.open) {
      views.set(
        shown,
        <QuestionRow
          path={path}
          row={row}
          number={sheet?.rows.find((each) => each.id === shown)?.number}
          state={data.fingerprint}
          isWriting={opened === row.id}
          onEdit={edit}
          onWrite={(line) => {
            edit({ op: "write", id: row.id, was: row.mark, line, at: AT_END });
            close(shown);
          }}
          onOpen={() => setOpened(row.id)}
          onLeave={() => close(shown)}
        />,
      );
    } else if (opened === row.id) {
      views.set(
        shown,
        <OpenRow
          path={path}
          row={row}
          after={written.get(before(shown, -1))?.id ?? ""}
          onEdit={edit}
          onClose={() => close(shown)}
        />,
      );
    }
  }
  const options = (data.head.values.options ?? []) as { id: string; choices: { id: string }[] }[];
  const below = entry?.below;
  const standAtRow = useCallback(
    (id: string) => {
      standAt(written.get(id)?.id ?? "");
      // Whoever walks on is not taken back to where something was moved.
      setGoTo((wish) => (wish && wish.id !== id ? undefined : wish));
    },
    [standAt, written],
  );
  const leaveRow = useCallback(
    (id: string) => setFolding((at) => (at === id ? undefined : at)),
    [],
  );
  const shownChosen = useMemo(
    () => new Set(data.rows.filter((row) => chosen.has(row.id)).flatMap((row) => row.shown)),
    [data.rows, chosen],
  );
  const writing: Writing = {
    keys,
    opened: views,
    chosen: shownChosen,
    goTo,
    onStand: standAtRow,
    onLeave: leaveRow,
    under: (shown) => {
      const row = written.get(shown.id);
      if (!row || opened === row.id || entry) return null;
      const passage = data.rows.find((each) => each.id === row.holder && isPassage(each));
      if (passage) {
        return (
          <div className="row-tools">
            <p className="text-soft">
              Of a passage that other guides may share.{" "}
              <TextButton onClick={() => edit({ op: "unfold", id: passage.id })}>
                Take its steps out
              </TextButton>{" "}
              to change them here.
            </p>
          </div>
        );
      }
      const notes = data.notes
        .filter((each) => each.row === row.id)
        .map((each) => `Notes, line ${each.number}: “${each.text.trim()}” ${each.says}`);
      return (
        <RowTools
          path={path}
          state={data.fingerprint}
          row={row}
          acts={acts(row, shown.id)}
          dual={data.dual}
          options={options}
          notes={notes}
          isFolding={folding === shown.id}
          onFold={(on) => setFolding(on ? shown.id : undefined)}
        />
      );
    },
    entry: entry && {
      after: below ?? "",
      view: (
        <li className="entry">
          <LineEntry
            path={path}
            before={before(below ?? "")}
            state={data.fingerprint}
            label="A new step"
            onWrite={write}
            hint={
              holder
                ? `${holder.lists.map(armWord).join(" or ")} leads there, an empty line out of it`
                : undefined
            }
            onEmpty={
              holder
                ? () => setEntry({ at: after(holder.id), below: lastWithin(data.rows, holder) })
                : undefined
            }
            onLeave={() => {
              setEntry(undefined);
              setGoTo({ id: below ?? "" });
            }}
          />
        </li>
      ),
    },
  };
  return (
    <div
      className={writer.standing === "sending" || props.isOld ? "proving" : undefined}
      onKeyDownCapture={press}
    >
      <SheetRows sheet={sheet} writing={writing}>
        {props.children}
      </SheetRows>
      {!entry && (
        <p className="py-2">
          <button
            type="button"
            className="slot empty"
            onClick={() => setEntry({ at: AT_END, below: sheet.rows.at(-1)?.id ?? "" })}
          >
            Write a step <kbd>i</kbd>
          </button>
        </p>
      )}
    </div>
  );
}

const isPassage = (row: WrittenRow) => row.action === "passage";
const holdsRows = (row: WrittenRow) => row.lists.length > 0 || isPassage(row);

/** A new row below one that holds others stands below the last of them. */
const lastBelow = (rows: WrittenRow[], row: WrittenRow, shown: string) =>
  holdsRows(row) ? lastWithin(rows, row) : shown;

const isEmpty = (data: WritingData) =>
  data.rows.length === 1 && data.rows[0]?.open?.about === "empty";

/** The last row of the sheet that a row holds, at any depth; itself where it holds none. */
function lastWithin(rows: WrittenRow[], holder: WrittenRow): string {
  const ids = new Set([holder.id]);
  let found = holder;
  for (const row of rows) {
    if (!ids.has(row.holder)) continue;
    ids.add(row.id);
    found = row;
  }
  return shownLast(found);
}

/** Where rows go that are moved by one: past the row beside them in their list, or out of it. */
function neighbour(rows: WrittenRow[], ids: string[], by: 1 | -1): Place | undefined {
  const moved = rows.filter((row) => ids.includes(row.id));
  const edge = by === 1 ? moved.at(-1) : moved[0];
  if (!edge) return undefined;
  const beside = rows.filter(
    (row) => row.holder === edge.holder && String(row.arm) === String(edge.arm),
  );
  const next = beside[beside.indexOf(edge) + by];
  if (next) return by === 1 ? after(next.id) : above(next.id);
  if (!edge.holder) return undefined;
  return by === 1 ? after(edge.holder) : above(edge.holder);
}
