import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useState } from "react";
import { keysAreOn, switchKeys } from "./keys";

const KEYS = [
  ["↓ ↑", "next and previous step of a sheet"],
  ["n p", "next and previous finding"],
  ["e", "why: explain the finding of this step"],
  ["f", "fix: take the edit that the margin offers at this step"],
  ["Enter", "draft: open the row as its sentence; Esc closes it"],
  ["i ⇧I", "draft: a new row below, above"],
  ["Alt ↑ ↓", "draft: move the row, or the chosen ones"],
  ["⇧ ↑ ↓", "draft: choose several rows"],
  ["d x", "draft: duplicate, remove"],
  ["g u", "draft: fold rows into another, take them out again"],
  ["1 2 …", "draft: take a meaning of an open question"],
  ["t r", "draft: keep as text; refuse what was read from notes"],
  ["z ⇧Z", "draft: undo, redo; Ctrl with z as well"],
  ["c", "draft: a remark on this row"],
  ["h v m", "draft: the head, the reader’s view, paste notes"],
  ["a m c o", "guides: begin empty, from notes, from a guide here or of another codename"],
  ["/", "jump: codename, market name, build, file, tool or guide"],
  ["?", "these keys"],
] as const;

export function KeysDialog({ onClose }: { onClose: () => void }) {
  const [on, setOn] = useState(keysAreOn);
  return (
    <Dialog open onClose={onClose} className="relative z-30">
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto bg-ink/20 p-3 sm:pt-24">
        <DialogPanel className="w-full max-w-[520px] border border-hair-strong bg-sheet p-5 shadow-lg">
          <DialogTitle className="text-base font-semibold">Keys</DialogTitle>
          <dl className="mt-3 grid grid-cols-[70px_1fr] gap-y-1.5">
            {KEYS.map(([key, does]) => (
              <div key={key} className="contents">
                <dt>
                  <kbd>{key}</kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-4 flex gap-2">
            <input
              type="checkbox"
              checked={on}
              onChange={(event) => {
                switchKeys(event.target.checked);
                setOn(event.target.checked);
              }}
            />
            Single-letter shortcuts on
          </label>
          <button
            type="button"
            className="mt-4 cursor-pointer border border-hair-strong px-3 py-1"
            onClick={onClose}
          >
            Close
          </button>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
