import { Suspense } from "react";
import { fetched } from "../ui/fetched";
import { TextButton } from "../ui/TextButton";
import { useKeys } from "./keys";

const KeysDialog = fetched(async () => (await import("./KeysDialog")).KeysDialog);

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
