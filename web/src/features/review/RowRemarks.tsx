import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { TextButton } from "../../ui/TextButton";
import { useSheet } from "../guide/sheetContext";
import { RemarkView } from "./RemarkView";
import { useRemarking } from "./useRemarking";

/** The remarks on one row of a draft, in its margin; a new one where one stands. */
export function RowRemarks(props: {
  row: string;
  isCurrent: boolean;
  isTyping: boolean;
  onType: (row: string | undefined) => void;
}) {
  const { row, isCurrent } = props;
  const { draft, remarksAt } = useSheet();
  const open = remarksAt(row);
  if (!draft) return null;
  if (isCurrent) return <Current key={row} {...props} />;
  if (open.length === 0) return null;
  return <p className="mark mark-note">{counted(open.length, "remark")}</p>;
}

function Current(props: {
  row: string;
  isTyping: boolean;
  onType: (row: string | undefined) => void;
}) {
  const { row, isTyping, onType } = props;
  const { draft, remarksAt } = useSheet();
  const path = { codename: draft?.codename ?? "", slug: draft?.slug ?? "" };
  const { text, setText, remark, problem } = useRemarking(path, () => onType(undefined));
  return (
    <>
      {remarksAt(row).map((each) => (
        <RemarkView key={each.number} path={path} remark={each} />
      ))}
      {!isTyping && (
        <TextButton quiet onClick={() => onType(row)}>
          Remark <kbd>c</kbd>
        </TextButton>
      )}
      {isTyping && (
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
              if (event.key === "Escape" && !text) onType(undefined);
            }}
          />
          <span className="flex gap-2">
            <Button type="submit" disabled={!text.trim() || remark.isPending}>
              Remark
            </Button>
            <Button onClick={() => onType(undefined)}>Leave it</Button>
          </span>
          {problem}
        </form>
      )}
    </>
  );
}
