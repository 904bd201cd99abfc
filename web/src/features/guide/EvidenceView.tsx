import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answerOf, api, type Evidence, type Page } from "../../api/client";
import { refresh } from "../../api/touched";
import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";

/** What readers reported: flags first, then the counts per base build. */
export function EvidenceView({ page }: { page: Page }) {
  const { evidence, earlier } = page;
  return (
    <>
      {evidence?.dead_notice && <DeadNotice page={page} says={evidence.dead_notice} />}
      {page.lifted.map((each) => (
        <p key={each.at} className="mark mark-note text-soft">
          A notice of dead phones was taken down by {each.by} on {dayWords(each.at)}: {each.reason}
        </p>
      ))}
      {page.reports_waiting > 0 && (
        <p className="mark mark-unknown text-unknown">
          {page.reports_waiting === 1
            ? "1 new report is"
            : `${page.reports_waiting} new reports are`}{" "}
          being counted.
        </p>
      )}
      {evidence && evidence.runs > 0 && <Reported evidence={evidence} />}
      {evidence?.runs === 0 && (
        <p className="mark mark-unknown my-2 text-unknown">No reports yet.</p>
      )}
      {page.carried.map((each) => (
        <CarriedOver key={each.version} carried={each} />
      ))}
      {earlier && earlier.flags.length > 0 && (
        <section aria-label={`Reported for ${page.earlier_version}`} className="my-2">
          {earlier.flags.map((flag) => (
            <p key={flag.words} className="mark mark-unknown text-unknown">
              Reported for {page.earlier_version}, not yet known for this one: {flag.words}
            </p>
          ))}
        </section>
      )}
    </>
  );
}

/** Which reports of an earlier version still speak, and what broke the link of the others. */
function CarriedOver({ carried }: { carried: Page["carried"][number] }) {
  const broken = Object.entries(carried.broken);
  return (
    <div className="my-1">
      {carried.speak > 0 && (
        <p className="mark mark-note text-soft">
          {counted(carried.speak, "report")} of {carried.version} count here: that version does the
          same to such phones.
        </p>
      )}
      {broken.map(([why, count]) => (
        <p key={why} className="mark mark-unknown text-soft">
          {counted(count, "report")} of {carried.version} no longer speak: {why}.
        </p>
      ))}
    </div>
  );
}

/** What readers see before their first step, and how a maintainer takes it down. */
function DeadNotice({ page, says }: { page: Page; says: string }) {
  const [reason, setReason] = useState("");
  const client = useQueryClient();
  const lift = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/revisions/{short}/lift-notice", {
          params: { path: { short: page.short }, query: { codename: page.sheet.codename } },
          body: { reason },
        }),
      ),
    onSuccess: () => refresh(client, "guide"),
  });
  return (
    <div role="note" className="mark mark-stop my-2">
      <p className="font-semibold text-loss">{says}</p>
      <Disclosure as="div">
        <DisclosureButton className="cursor-pointer text-work underline">
          Take this notice down
        </DisclosureButton>
        <DisclosurePanel as="form" onSubmit={send(() => lift.mutate())} className="max-w-[560px]">
          <textarea
            aria-label="What was checked, and with whom"
            placeholder="What was checked, and with whom; it stays on record"
            rows={2}
            maxLength={500}
            className="block w-full border border-hair-strong bg-sheet px-1.5"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <Button type="submit" disabled={reason.trim().length < 10 || lift.isPending}>
            Take the notice down
          </Button>
          {lift.error && <ProblemView error={lift.error} />}
        </DisclosurePanel>
      </Disclosure>
    </div>
  );
}

const send = (act: () => void) => (event: { preventDefault: () => void }) => {
  event.preventDefault();
  act();
};

function isFlagged(evidence: Evidence, build: string): boolean {
  return evidence.flags.some((flag) => flag.factor === "base" && flag.value === build);
}

function Reported({ evidence }: { evidence: Evidence }) {
  return (
    <section
      aria-label="Reports"
      className="flex flex-wrap items-baseline gap-x-4 border-b border-hair py-0.5"
    >
      {evidence.flags.map((flag) => (
        <p key={flag.words} className="mark mark-stop">
          <strong className="text-loss">flag</strong> {flag.words}
          {flag.cannot_tell && ` Cannot be told apart from ${flag.cannot_tell}.`}
        </p>
      ))}
      <details className="open:basis-full">
        <summary className="cursor-pointer text-soft">
          {counted(evidence.runs, "report")}: {evidence.failed} failed, {evidence.trouble} with
          trouble, {evidence.dead} dead
        </summary>
        <p className="text-soft">
          Provisional. Failures are reported more often than successes, so these are not rates.
        </p>
        <table className="ruled mt-1 max-w-[560px]">
          <thead>
            <tr>
              <th>Base build at the start</th>
              <th className="number">failed</th>
              <th className="number">with trouble</th>
              <th className="number">reports</th>
            </tr>
          </thead>
          <tbody>
            {evidence.builds.map((each) => (
              <tr key={each.build}>
                <td className="letter">
                  {isFlagged(evidence, each.build) ? (
                    <span className="mark mark-stop">
                      {each.build} <span className="font-sans text-loss">flag</span>
                    </span>
                  ) : (
                    each.build
                  )}
                </td>
                <td className="number">{each.failed}</td>
                <td className="number">{each.trouble}</td>
                <td className="number">{each.runs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}
