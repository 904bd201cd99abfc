import { Link } from "react-router";
import type { Page } from "../../api/client";
import { share } from "./FollowsView";
import type { Why } from "./slips";

const KINDS: [string, string][] = [
  ["wipe", "Wipes"],
  ["start", "Starts"],
  ["release", "Releases written"],
];

/** Why so many times: what each wipe, start and release is for, and on which phones. */
export function WhysTable({ whys, sheet }: { whys: Why[]; sheet: Page["sheet"] }) {
  const rows = new Map(sheet.rows.map((row) => [row.id, row]));
  if (whys.length === 0) return null;
  return (
    <section aria-label="Why each wipe, start and release" className="mt-3">
      <div className="overflow-x-auto">
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Step</th>
              <th scope="col">Needed</th>
              <th scope="col">Without it</th>
            </tr>
          </thead>
          {KINDS.map(([kind, title]) => {
            const mine = whys.filter((each) => each.kind === kind);
            return mine.length === 0 ? null : (
              <tbody key={kind}>
                <tr>
                  <th scope="rowgroup" colSpan={3} className="font-semibold">
                    {title}: {mine.length}
                  </th>
                </tr>
                {mine.map((each) => (
                  <tr key={each.step}>
                    <td>
                      <span className="flex gap-2">
                        <Link to={`#step-${rows.get(each.step)?.number}`}>
                          {rows.get(each.step)?.number}
                        </Link>
                        <span>{rows.get(each.step)?.sentence}</span>
                      </span>
                    </td>
                    <td>
                      {each.needed ? share(each.phones, each.of) : "on no phone"}
                      {each.which && <span className="text-soft">: {each.which}</span>}
                    </td>
                    <td>{each.says}</td>
                  </tr>
                ))}
              </tbody>
            );
          })}
        </table>
      </div>
    </section>
  );
}
