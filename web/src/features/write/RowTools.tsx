import { useState } from "react";
import type { Edit, WrittenRow } from "../../api/client";
import { TextButton } from "../../ui/TextButton";
import { LineEntry } from "./LineEntry";
import type { Path } from "./useWriting";

export interface RowActs {
  open: () => void;
  above: () => void;
  below: () => void;
  within: (arm: (string | number)[]) => void;
  move: (by: 1 | -1) => void;
  duplicate: () => void;
  remove: () => void;
  unfold: () => void;
  /** Back to the words of the notes that it was read from. */
  refuse?: () => void;
  fold: (edit: Pick<Extract<Edit, { op: "fold" }>, "line" | "into" | "arm">) => void;
}

/** What can be done with the row that one stands at, each with its key. */
export function RowTools(props: {
  path: Path;
  state: string;
  row: WrittenRow;
  acts: RowActs;
  dual: boolean;
  options: { id: string; choices: { id: string }[] }[];
  notes: string[];
  isFolding: boolean;
  onFold: (on: boolean) => void;
}) {
  const { row, acts, isFolding, onFold } = props;
  return (
    <div className="row-tools">
      {props.notes.map((note) => (
        <p key={note} className="text-soft">
          {note}{" "}
          {acts.refuse && <Act says="Refuse: back to the words" of="r" onPress={acts.refuse} />}
        </p>
      ))}
      <p className="flex flex-wrap gap-x-3">
        <Act says="Open" of="Enter" onPress={acts.open} />
        <Act says="Insert below" of="i" onPress={acts.below} />
        <Act says="above" of="⇧I" onPress={acts.above} />
        {row.lists.map((arm) => (
          <Act key={arm.join(".")} says={`in ${armName(arm)}`} onPress={() => acts.within(arm)} />
        ))}
        <Act says="Move" of="Alt ↑↓" onPress={() => acts.move(1)} />
        <Act says="Duplicate" of="d" onPress={acts.duplicate} />
        {row.lists.length > 0 || row.action === "passage" ? (
          <Act says="Take the steps out of it" of="u" onPress={acts.unfold} />
        ) : (
          <TextButton quiet aria-expanded={isFolding} onClick={() => onFold(!isFolding)}>
            Fold into… <kbd>g</kbd>
          </TextButton>
        )}
        <Act says="Remove" of="x" onPress={acts.remove} />
      </p>
      {isFolding && <FoldChoices {...props} onDone={() => onFold(false)} />}
    </div>
  );
}

const armName = (arm: (string | number)[]) => {
  const name = String(arm.at(-1) === "steps" ? (arm.at(-2) ?? "it") : arm.at(-1));
  return name === "then" ? "“if so”" : name === "otherwise" ? "“if not”" : `“${name}”`;
};

function Act(props: { says: string; of?: string; onPress: () => void }) {
  return (
    <TextButton quiet onClick={props.onPress}>
      {props.says} {props.of && <kbd>{props.of}</kbd>}
    </TextButton>
  );
}

function FoldChoices(props: {
  path: Path;
  state: string;
  row: WrittenRow;
  acts: RowActs;
  dual: boolean;
  options: { id: string; choices: { id: string }[] }[];
  onDone: () => void;
}) {
  const { acts } = props;
  // A branch wants its condition and its question before there is one.
  const [arm, setArm] = useState<"then" | "otherwise" | "passage">();
  if (arm === "passage") {
    return (
      <LineEntry
        path={props.path}
        before={props.row.id}
        state={props.state}
        begun="passage "
        label="The passage of these steps"
        hint="a name; behind it “for maker” or “for all”, “placing …” for what may differ, “titled …”"
        onWrite={(line) => {
          acts.fold({ line, into: {}, arm: [] });
          props.onDone();
        }}
        onLeave={() => setArm(undefined)}
      />
    );
  }
  if (arm) {
    return (
      <LineEntry
        path={props.path}
        before={props.row.id}
        state={props.state}
        begun="if "
        label="The branch around these steps"
        hint={`these steps are done ${arm === "then" ? "if so" : "if not"}`}
        onWrite={(line) => {
          acts.fold({ line, into: {}, arm: [arm] });
          props.onDone();
        }}
        onLeave={() => setArm(undefined)}
      />
    );
  }
  return (
    <p className="flex flex-wrap gap-x-3">
      <Act says="a branch, if so" onPress={() => setArm("then")} />
      <Act says="a branch, if not" onPress={() => setArm("otherwise")} />
      {props.options.flatMap((option) =>
        option.choices.map((choice) => (
          <Act
            key={`${option.id}.${choice.id}`}
            says={`choice ${option.id}: ${choice.id}`}
            onPress={() =>
              acts.fold({
                line: `choose ${option.id}`,
                into: {},
                arm: ["choices", choice.id],
              })
            }
          />
        )),
      )}
      {props.dual && (
        <Act
          says="a turn for each slot"
          onPress={() => acts.fold({ line: "each slot", into: {}, arm: ["steps"] })}
        />
      )}
      <Act says="a passage, for other guides too" onPress={() => setArm("passage")} />
      <TextButton quiet onClick={props.onDone}>
        Leave them
      </TextButton>
    </p>
  );
}
