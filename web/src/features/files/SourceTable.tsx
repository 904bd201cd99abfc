import type { WatchData } from "../../api/client";
import { whenWords } from "../../ui/dates";

const LOOKS: Record<string, string> = {
  plain: "mark mark-proved text-ok",
  care: "mark mark-warn text-care",
  loss: "mark mark-stop text-loss",
};

/** Every source of every file, in the order in which the sets name them. */
export function SourceTable({ sources }: { sources: WatchData["sources"] }) {
  if (sources.length === 0) return <p className="mt-2">No file set names a source.</p>;
  return (
    <div className="mt-2 overflow-x-auto">
      <table className="ruled" aria-label="All sources">
        <thead>
          <tr>
            <th>File</th>
            <th>Source</th>
            <th>How it stands</th>
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
                  <span className="mark mark-unknown text-unknown">not looked at yet</span>
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
