import { type ReactNode, useRef } from "react";
import type { components } from "../../api/schema.gen";
import { ChordView } from "../../drawn/ChordView";
import { Rails } from "../../drawn/Rails";
import type { Path } from "./values";

type Checked = components["schemas"]["CheckedOut"];

/** The rails and chords of what is being written; while a fault stands, those before it. */
export function useDrawn(checked: Checked | undefined): (path: Path) => ReactNode {
  const last = useRef<Checked | undefined>(undefined);
  if (checked?.rails) last.current = checked;
  const drawn = last.current;
  return ([part, place, ...deeper]) => {
    if (!drawn || deeper.length > 0) return null;
    if (part === "layout" && place === undefined)
      return drawn.rails && <Rails rails={drawn.rails} />;
    const chord = part === "chords" && drawn.chords[Number(place ?? -1)];
    return chord ? (
      <div className="mb-2 max-w-[520px]">
        <ChordView chord={chord} />
      </div>
    ) : null;
  };
}
