import type { Rails as RailsData } from "../api/client";

/** The partitions of a phone, lettered by who wrote them: one rail a slot. */
export function Rails({ rails }: { rails: RailsData }) {
  return (
    <div className="space-y-1.5">
      {rails.rails.map((rail) => {
        const inner = rail.cells.filter((cell) => cell.is_inner);
        const outer = rail.cells.filter((cell) => !cell.is_inner);
        return (
          <div key={rail.name} className="rail">
            <span className="text-soft">{rail.name}</span>
            <ul aria-label={`Partitions, ${rail.name}`} className="rail-cells">
              {outer.map((cell) => (
                <Cell key={cell.name} cell={cell} />
              ))}
              {inner.length > 0 && (
                <li className="rail-inner">
                  <span className="rail-container">{rails.container}</span>
                  <ul aria-label={`Inside ${rails.container}`} className="rail-cells">
                    {inner.map((cell) => (
                      <Cell key={cell.name} cell={cell} />
                    ))}
                  </ul>
                </li>
              )}
            </ul>
          </div>
        );
      })}
      <p className="text-[0.75rem] text-soft">
        S written by the stock system, U unique to one phone. Thick edge above: checked at start
        while locked. Hatched: firmware base.
        {rails.rails.length > 2 && " What exists once is drawn once: it belongs to both slots."}
      </p>
    </div>
  );
}

function Cell({ cell }: { cell: RailsData["rails"][number]["cells"][number] }) {
  const look = [
    "rail-cell",
    cell.is_checked && "checked",
    cell.is_firmware && "firmware",
    cell.is_unique && "unique",
  ]
    .filter(Boolean)
    .join(" ");
  return (
    <li className={look} title={cell.says}>
      <b aria-hidden>{cell.letter}</b>
      <span>{cell.name}</span>
      <span className="sr-only">{cell.says}</span>
    </li>
  );
}
