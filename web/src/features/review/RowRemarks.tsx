import { useState } from "react";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { TextButton } from "../../ui/TextButton";
import { useSheet } from "../guide/sheetContext";
import { RemarkView } from "./RemarkView";
import { useRemarking } from "./useRemarking";

/** The remarks on one row of a draft, in its margin; a new one where one stands. */
export function RowRemarks({ row, isCurrent }: { row: string; isCurrent: boolean }) {
  const { draft, remarksAt } = useSheet();
  const open = remarksAt(row);
  if (!draft) return null;
  if (isCurrent) return <Current key={row} row={row} />;
  if (open.length === 0) return null;
  return <p className="mark mark-note">{counted(open.length, "remark")}</p>;
}

function Current({ row }: { row: string }) {
  const { draft, remarksAt } = useSheet();
  const [typing, setTyping] = useState(false);
  const path = { codename: draft?.codename ?? "", slug: draft?.slug ?? "" };
  const { text, setText, remark, problem } = useRemarking(path, () => setTyping(false));
  useKeys({
    c: (event) => {
      event.preventDefault();
      setTyping(true);
    },
  });
  return (
    <>
      {remarksAt(row).map((each) => (
        <RemarkView key={each.number} path={path} remark={each} />
      ))}
      {!typing && (
        <TextButton quiet onClick={() => setTyping(true)}>
          Remark <kbd>c</kbd>
        </TextButton>
      )}
      {typing && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            remark.mutate({ kind: "row", place: row });
          }}
        >
          <textarea
            // biome-ignore lint/a11y/noAutofocus: it was opened to be typed into
            autoFocus
            aria-label="Remark on this row"
            rows={3}
            className="block w-full border border-hair-strong bg-sheet px-1.5"
            value={text}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === "Escape" && !text) setTyping(false);
            }}
          />
          <span className="flex gap-2">
            <Button type="submit" disabled={!text.trim() || remark.isPending}>
              Remark
            </Button>
            <Button onClick={() => setTyping(false)}>Leave it</Button>
          </span>
          {problem}
        </form>
      )}
    </>
  );
}
