import type { Tool } from "../../api/client";

/** The command patterns, one column for each host system. */
export function CommandTable({ tool }: { tool: Tool }) {
  return (
    <section aria-label="Commands" className="mt-4">
      <h2 className="border-b border-ink text-[0.875rem] font-semibold">Commands</h2>
      <div className="overflow-x-auto">
        <table className="ruled">
          <thead>
            <tr>
              <th>What it does</th>
              {tool.hosts.map((each) => (
                <th key={each.id}>on {each.name}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {Object.entries(tool.commands).map(([key, row]) => (
              <tr key={key}>
                <td className="letter">{key}</td>
                {tool.hosts.map((each) => (
                  <td key={each.id}>
                    <code>{row[each.id]}</code>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
