import { lazy, Suspense } from "react";
import { TextButton } from "../ui/TextButton";
import { useKeys } from "./keys";

const KeysDialog = lazy(async () => ({ default: (await import("./KeysDialog")).KeysDialog }));

export function KeysHelp({ open, onChange }: { open: boolean; onChange: (open: boolean) => void }) {
  useKeys({ "?": () => onChange(true) });
  return (
    <>
      <TextButton quiet onClick={() => onChange(true)}>
        Keys <kbd>?</kbd>
      </TextButton>
      {open && (
        <Suspense>
          <KeysDialog onClose={() => onChange(false)} />
        </Suspense>
      )}
    </>
  );
}
