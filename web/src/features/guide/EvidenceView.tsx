import type { Evidence, Page } from "../../api/client";

/** What readers reported: flags first, then the counts per base build. */
export function EvidenceView({ page }: { page: Page }) {
  const { evidence, earlier } = page;
  return (
    <>
      {evidence && evidence.runs > 0 && <Reported evidence={evidence} />}
      {evidence?.runs === 0 && (
        <p className="mark mark-unknown my-2 text-unknown">
          Nobody has reported a run of this yet.
        </p>
      )}
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

function isFlagged(evidence: Evidence, build: string): boolean {
  return evidence.flags.some((flag) => flag.factor === "base" && flag.value === build);
}

function Reported({ evidence }: { evidence: Evidence }) {
  return (
    <section aria-label="Reports" className="border-b border-hair py-1.5">
      {evidence.dead_notice && (
        <p className="mark mark-stop font-semibold text-loss">{evidence.dead_notice}</p>
      )}
      {evidence.flags.map((flag) => (
        <p key={flag.words} className="mark mark-stop">
          <strong className="text-loss">flag</strong> {flag.words}
          {flag.cannot_tell && ` Cannot be told apart from ${flag.cannot_tell}.`}
        </p>
      ))}
      <details>
        <summary className="cursor-pointer text-soft">
          {evidence.runs} reports, provisional: {evidence.failed} failed, {evidence.trouble} with
          trouble, {evidence.dead} dead. Failures are reported more often than successes, so these
          are no rates.
        </summary>
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
