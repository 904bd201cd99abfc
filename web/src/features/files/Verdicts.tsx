import { useState } from "react";
import type { Matched } from "../../api/client";
import { Button } from "../../ui/Button";

const LOOKS: Record<string, { says: string; look: string }> = {
  right: { says: "right", look: "mark mark-proved text-ok" },
  misnamed: { says: "right, but misnamed", look: "mark mark-warn text-care" },
  "wrong-bytes": { says: "wrong bytes", look: "mark mark-stop text-loss" },
  derived: { says: "made by yourself", look: "mark mark-note" },
  broken: { says: "cannot be read to its end", look: "mark mark-warn text-care" },
  unknown: { says: "unknown", look: "mark mark-unknown text-unknown" },
  missing: { says: "missing", look: "mark mark-warn text-care" },
};

interface VerdictsProps {
  told: Matched[];
  addable: string[];
  onAdd: (names: string[]) => void;
}

/** A plain verdict for each file; an author may take those that are new into the draft. */
export function Verdicts({ told, addable, onAdd }: VerdictsProps) {
  const [chosen, setChosen] = useState<Set<string>>(new Set());
  return (
    <>
      <ul className="mt-2 space-y-0.5" aria-label="Verdicts">
        {told.map((each) => (
          <li key={each.verdict + each.name + each.inside} className="flex flex-wrap gap-x-2">
            <span className={LOOKS[each.verdict]?.look}>
              {LOOKS[each.verdict]?.says ?? each.verdict}
            </span>
            <span className="letter">{each.name}</span>
            {each.inside && <span className="text-soft">inside {each.inside}</span>}
            <span>{each.says}</span>
            {addable.includes(each.name) && (
              <label className="text-soft">
                <input
                  type="checkbox"
                  checked={chosen.has(each.name)}
                  onChange={(event) => {
                    const next = new Set(chosen);
                    if (event.target.checked) next.add(each.name);
                    else next.delete(each.name);
                    setChosen(next);
                  }}
                />{" "}
                take into the set
              </label>
            )}
          </li>
        ))}
      </ul>
      {addable.length > 0 && (
        <Button
          className="mt-2"
          look="work"
          disabled={chosen.size === 0}
          onClick={() => onAdd([...chosen])}
        >
          Take {chosen.size} into the draft
        </Button>
      )}
    </>
  );
}
