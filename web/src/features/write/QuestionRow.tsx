import { Link } from "react-router";
import type { Edit, WrittenRow } from "../../api/client";
import { TextButton } from "../../ui/TextButton";
import { LineEntry } from "./LineEntry";
import type { Path } from "./useWriting";

type UnknownFile = NonNullable<WrittenRow["open"]>["files"][number];

/** The form of a file that nobody knows yet, with what the notes tell of it. */
function entering(path: Path, row: number | undefined, file: UnknownFile): string {
  const told = new URLSearchParams({ guide: path.slug, row: `step-${row ?? 1}`, name: file.name });
  if (file.sha256) told.set("sha256", file.sha256);
  if (file.source) told.set("source", file.source);
  return `/c/${path.codename}/files/one?${told}`;
}

/** The author's own words, why they are no step yet, and what they could mean. */
export function QuestionRow(props: {
  path: Path;
  row: WrittenRow;
  number: number | undefined;
  state: string;
  isWriting: boolean;
  onEdit: (...edits: Edit[]) => void;
  onWrite: (line: string) => void;
  onOpen: () => void;
  onLeave: () => void;
}) {
  const { row, onEdit } = props;
  const asked = row.open;
  if (!asked) return null;
  return (
    <div className="question">
      {asked.text ? (
        <p className="italic">“{asked.text}”</p>
      ) : (
        <p className="italic">
          {asked.picks.length > 0 ? "Two versions" : "Nothing is written here yet"}
        </p>
      )}
      {asked.says && <p className="text-soft">{asked.says}</p>}
      {asked.files.map((file) => (
        <p key={file.name}>
          <Link to={entering(props.path, props.number, file)}>Enter {file.name} into the set</Link>{" "}
          <span className="text-soft">
            {file.sha256 || file.source
              ? `with the ${[file.source && "link", file.sha256 && "digest"].filter(Boolean).join(" and the ")} of your notes; `
              : ""}
            then this row is read again
          </span>
        </p>
      ))}
      {asked.picks.length > 0 && (
        <p className="flex flex-wrap gap-x-3 gap-y-1">
          {asked.picks.map((pick, index) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: the meanings keep their places
              key={index}
              type="button"
              className="pick"
              onClick={() => onEdit({ op: "pick", id: row.id, number: index })}
            >
              {pick.line} {pick.says && <span className="text-soft">{pick.says}</span>}{" "}
              <kbd>{index + 1}</kbd>
            </button>
          ))}
        </p>
      )}
      {props.isWriting ? (
        <LineEntry
          path={props.path}
          before={row.id}
          state={props.state}
          begun={asked.text}
          label="Write this step"
          onWrite={props.onWrite}
          onLeave={props.onLeave}
        />
      ) : (
        <p className="flex gap-3">
          <TextButton onClick={props.onOpen}>
            Write the step <kbd>Enter</kbd>
          </TextButton>
          {asked.text && (
            <TextButton onClick={() => onEdit({ op: "as-prose", id: row.id })}>
              Keep as text of the step before <kbd>t</kbd>
            </TextButton>
          )}
        </p>
      )}
    </div>
  );
}
