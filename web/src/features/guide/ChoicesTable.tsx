import type { Slips } from "../../api/client";

type Compared = Slips["options"][number];

/** One option, its choices side by side, with the one that is advised and why. */
export function ChoicesTable({ compared }: { compared: Compared }) {
  return (
    <section aria-label={compared.ask} className="mt-3">
      <table className="ruled">
        <caption className="pb-0.5 text-left font-semibold">{compared.ask}</caption>
        <thead>
          <tr>
            <th>Choice</th>
            <th>Comes through</th>
            <th>Loses</th>
            <th>Takes</th>
            <th>Steps</th>
            <th>Warnings</th>
          </tr>
        </thead>
        <tbody>
          {compared.outcomes.map((each) => (
            <tr key={each.choice}>
              <td>
                {each.choice === compared.advised && <strong className="text-ok">advised </strong>}
                {each.says}
              </td>
              <td>
                {each.well.toLocaleString("en")} of {each.admitted.toLocaleString("en")} kinds
              </td>
              <td className={each.loses.length > 0 ? "text-loss" : ""}>
                {each.loses.join(", ") || (each.well > 0 ? "nothing" : "not known")}
              </td>
              <td>{each.takes}</td>
              <td>{each.steps}</td>
              <td>{each.warnings}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {compared.why && <p className="text-soft">Advised, since {compared.why}.</p>}
      {compared.said && <p>The author: {compared.said}</p>}
    </section>
  );
}
