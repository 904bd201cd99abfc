import type { Sheet } from "../../api/client";

export function FileSet({ sheet }: { sheet: Sheet }) {
  if (sheet.files.length === 0) return null;
  return (
    <section aria-labelledby="files" className="mt-6">
      <h2 id="files" className="mb-1 text-[0.9375rem] font-semibold">
        File set
      </h2>
      <table className="ruled">
        <thead>
          <tr>
            <th>File</th>
            <th>Role</th>
            <th>Made for</th>
            <th className="number">Size</th>
            <th>SHA-256</th>
          </tr>
        </thead>
        <tbody>
          {sheet.files.map((each) => (
            <tr key={each.id}>
              <td className="letter">{each.name}</td>
              <td>{each.role}</td>
              <td>{each.variants.join(", ") || "all variants"}</td>
              <td className="number whitespace-nowrap">{each.size_words}</td>
              <td className="letter">
                {each.sha256 || <span className="mark mark-stop text-loss">missing</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
