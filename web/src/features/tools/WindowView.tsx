import type { Tool } from "../../api/client";

type ToolWindow = NonNullable<Tool["window"]>;

/** A window program: what belongs in its slots, how its options must stand, how it ends. */
export function WindowView({ tool, window }: { tool: Tool; window: ToolWindow }) {
  return (
    <section aria-label={`The window of ${tool.name}`} className="mt-4">
      <h2 className="border-b border-ink text-[0.875rem] font-semibold">
        The window of {tool.name}
      </h2>
      <div className="grid gap-x-8 gap-y-3 pt-1.5 lg:grid-cols-2">
        <table className="ruled">
          <thead>
            <tr>
              <th>File slot</th>
              <th>What belongs in it</th>
            </tr>
          </thead>
          <tbody>
            {window.slots.map((each) => (
              <tr key={each.id}>
                <td className="font-semibold">{each.name}</td>
                <td>{each.takes}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <table className="ruled">
          <thead>
            <tr>
              <th>Option</th>
              <th>Right</th>
              <th>Why</th>
            </tr>
          </thead>
          <tbody>
            {window.options.map((each) => (
              <tr key={each.name}>
                <td>
                  {each.name}
                  {each.kept && (
                    <span className="mark mark-warn block text-care">
                      keeps its last value: check before each use
                    </span>
                  )}
                </td>
                <td className="font-semibold">{each.right}</td>
                <td>{each.why}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1.5">Start writing with {window.starts_by}.</p>
      <p className="mark mark-proved">It worked when {window.worked}.</p>
    </section>
  );
}
