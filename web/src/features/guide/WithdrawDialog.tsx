import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId } from "react";
import { answerOf, api, type Page } from "../../api/client";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";

export function WithdrawDialog(props: {
  page: Page;
  reason: string;
  onReason: (reason: string) => void;
  onClose: () => void;
}) {
  const { page, reason, onClose } = props;
  const field = useId();
  const client = useQueryClient();
  const withdraw = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/revisions/{short}/withdraw", {
          params: { path: { short: page.short } },
          body: { reason },
        }),
      ),
    onSuccess: async () => {
      onClose();
      await refresh(client, "guide");
      announce("Withdrawn. Readers see the reason.");
    },
  });
  return (
    <Dialog open onClose={onClose} className="relative z-30">
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto bg-ink/20 p-3 sm:pt-24">
        <DialogPanel className="w-full max-w-[480px] border border-hair-strong bg-sheet p-5 shadow-lg">
          <DialogTitle className="text-base font-semibold">
            Withdraw {page.version} of “{page.sheet.title}”
          </DialogTitle>
          <p className="mt-2 text-[0.9375rem]">
            Everyone who opens it, by an old link too, is told first that it is withdrawn and why.
            This cannot be undone.
          </p>
          {page.named_by.length > 0 && (
            <p className="mark mark-stop mt-2">
              It is the way back of {page.named_by.join(", ")}: who hangs there will have none.
            </p>
          )}
          {page.after.length > 0 && (
            <p className="mark mark-warn mt-2">
              It leads on to {page.after.map((each) => each.title).join(", ")}: who begins there may
              not get as far any more.
            </p>
          )}
          <label htmlFor={field} className="mt-3 block font-semibold">
            Reason, shown to readers
          </label>
          <textarea
            id={field}
            rows={3}
            maxLength={500}
            value={reason}
            onChange={(event) => props.onReason(event.target.value)}
            className="mt-1 w-full border border-hair-strong bg-ground p-2 text-[0.9375rem]"
          />
          {withdraw.error && (
            <div className="mt-2">
              <ProblemView error={withdraw.error} />
            </div>
          )}
          <div className="mt-3 flex gap-3">
            <Button
              look="loss"
              disabled={!reason.trim() || withdraw.isPending}
              onClick={() => withdraw.mutate()}
            >
              Withdraw {page.version}
            </Button>
            <Button onClick={onClose}>Leave it published</Button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
