import type { WatchData } from "../../api/client";
import { counted } from "../../ui/counted";
import { whenWords } from "../../ui/dates";

const LOOKS: Record<string, string> = {
  plain: "mark mark-proved text-ok",
  care: "mark mark-warn text-care",
  loss: "mark mark-stop text-loss",
};

type Source = WatchData["sources"][number];

/** The sources that want a look; those that are as on record in one line, all of them on a press. */
export function SourceTable({ sources }: { sources: Source[] }) {
  if (sources.length === 0) return <p className="mt-2">No file set names a source.</p>;
  const fine = sources.filter((each) => each.tone === "plain" && each.standing !== "");
  const others = sources.filter((each) => !fine.includes(each));
  return (
    <>
      {others.length > 0 && <Sources label="Sources to check" sources={others} />}
      {fine.length > 0 && (
        <details className="mt-2">
          <summary className="mark mark-proved cursor-pointer">
            {counted(fine.length, "source")} as on record
          </summary>
          <Sources label="Sources as on record" sources={fine} />
        </details>
      )}
    </>
  );
}

function Sources({ label, sources }: { label: string; sources: Source[] }) {
  return (
    <div className="mt-2 overflow-x-auto">
      <table className="ruled" aria-label={label}>
        <thead>
          <tr>
            <th>File</th>
            <th>Source</th>
            <th>State</th>
            <th>Seen</th>
          </tr>
        </thead>
        <tbody>
          {sources.map((each) => (
            <tr key={each.address + each.file}>
              <td className="letter break-all">{each.file}</td>
              <td className="letter w-[34%] break-all">{each.address}</td>
              <td>
                {each.standing === "" ? (
                  <span className="mark mark-unknown text-unknown">not checked yet</span>
                ) : (
                  <span
                    className={each.standing === "same-size" ? "mark mark-note" : LOOKS[each.tone]}
                  >
                    {each.says}
                  </span>
                )}
              </td>
              <td>{each.at && `${whenWords(each.at)}, in ${(each.millis / 1000).toFixed(1)} s`}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
