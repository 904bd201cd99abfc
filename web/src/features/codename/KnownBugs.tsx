import { Link } from "react-router";
import type { Phone } from "../../api/client";

const LOOKS: Record<string, string> = {
  works: "mark mark-proved text-ok",
  partly: "mark mark-warn text-care",
  broken: "mark mark-stop text-loss",
};

/** What works of each system on this codename, and since and until which release. */
export function KnownBugs({ codename, systems }: { codename: string; systems: Phone["systems"] }) {
  return (
    <>
      {systems.map((system) => (
        <div key={system.system} className="mb-3">
          <p className="flex items-baseline justify-between gap-3">
            <b>{system.name}</b>
            <span className="text-soft">releases {system.releases.join(", ")}</span>
            <Link to={`/edit/system?codename=${codename}&name=${system.system}`}>Edit</Link>
          </p>
          <table className="ruled">
            <tbody>
              {system.features.map((each) => (
                <tr key={each.feature + each.span}>
                  <td>{each.feature}</td>
                  <td className="whitespace-nowrap">
                    <span className={LOOKS[each.state]}>{each.state}</span>
                  </td>
                  <td className="whitespace-nowrap text-soft">{each.span}</td>
                  <td>{each.says}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ))}
      {systems.length === 0 && (
        <p className="text-soft">Nothing is recorded about any system on this phone yet.</p>
      )}
      <Link to={`/edit/system?codename=${codename}`}>Add a system</Link>
    </>
  );
}
