import { useState } from "react";
import type { Edit, WrittenRow } from "../../api/client";
import { useKeys } from "../../app/keys";
import { TextButton } from "../../ui/TextButton";

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
  fold: (edit: Pick<Extract<Edit, { op: "fold" }>, "into" | "arm">) => void;
}

/** What can be done with the row that one stands at, each with its key. */
export function RowTools(props: {
  row: WrittenRow;
  acts: RowActs;
  dual: boolean;
  options: { id: string; choices: { id: string }[] }[];
  notes: string[];
}) {
  const { row, acts } = props;
  const [folding, setFolding] = useState(false);
  useKeys({ g: () => setFolding(!folding) });
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
        {row.lists.length > 0 ? (
          <Act says="Take the steps out of it" of="u" onPress={acts.unfold} />
        ) : (
          <TextButton quiet aria-expanded={folding} onClick={() => setFolding(!folding)}>
            Fold into… <kbd>g</kbd>
          </TextButton>
        )}
        <Act says="Remove" of="x" onPress={acts.remove} />
      </p>
      {folding && <FoldChoices {...props} onDone={() => setFolding(false)} />}
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

export function FoldChoices(props: {
  acts: RowActs;
  dual: boolean;
  options: { id: string; choices: { id: string }[] }[];
  onDone: () => void;
}) {
  const { acts } = props;
  const branch = (arm: "then" | "otherwise") =>
    acts.fold({
      into: { action: "branch", on: "mode is system", ask: "Is it so?" },
      arm: [arm],
    });
  return (
    <p className="flex flex-wrap gap-x-3">
      <Act says="a branch, if so" onPress={() => branch("then")} />
      <Act says="a branch, if not" onPress={() => branch("otherwise")} />
      {props.options.flatMap((option) =>
        option.choices.map((choice) => (
          <Act
            key={`${option.id}.${choice.id}`}
            says={`choice ${option.id}: ${choice.id}`}
            onPress={() =>
              acts.fold({
                into: {
                  action: "choose",
                  option: option.id,
                  choices: Object.fromEntries(option.choices.map((each) => [each.id, []])),
                },
                arm: ["choices", choice.id],
              })
            }
          />
        )),
      )}
      {props.dual && (
        <Act
          says="a turn for each slot"
          onPress={() => acts.fold({ into: { action: "each-slot" }, arm: ["steps"] })}
        />
      )}
      <TextButton quiet onClick={props.onDone}>
        Leave them
      </TextButton>
    </p>
  );
}
