import { Suspense, useState } from "react";
import type { Page } from "../../api/client";
import { Button } from "../../ui/Button";
import { fetched } from "../../ui/fetched";

const WithdrawDialog = fetched(async () => (await import("./WithdrawDialog")).WithdrawDialog);

export function WithdrawButton({ page }: { page: Page }) {
  const [open, setOpen] = useState(false);
  // What was typed is still there when it is opened again.
  const [reason, setReason] = useState("");
  if (page.withdrawn) return null;
  return (
    <>
      <Button onClick={() => setOpen(true)}>Withdraw {page.version}</Button>
      {open && (
        <Suspense>
          <WithdrawDialog
            page={page}
            reason={reason}
            onReason={setReason}
            onClose={() => setOpen(false)}
          />
        </Suspense>
      )}
    </>
  );
}
