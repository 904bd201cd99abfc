/** A table with a title, ruled; nothing where it has no rows. */
export function Ruled(props: {
  title: string;
  heads: string[];
  rows: (string | null | undefined)[][];
}) {
  if (props.rows.length === 0) return null;
  return (
    <section aria-label={props.title} className="mt-4">
      <h2 className="border-b border-ink text-[0.875rem] font-semibold">{props.title}</h2>
      <table className="ruled">
        <thead>
          <tr>
            {props.heads.map((each) => (
              <th key={each}>{each}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {props.rows.map((row) => (
            <tr key={row[0]}>
              {row.map((cell, index) => (
                <td key={props.heads[index]} className={index === 0 ? "font-semibold" : ""}>
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
