import { Link } from "react-router";
import type { Builds } from "../../api/client";
import { TextButton } from "../../ui/TextButton";
import { toneText } from "../../ui/tones";

interface TableProps {
  data: Builds;
  current: string;
  search: URLSearchParams;
  change: (changes: Record<string, string>) => void;
}

/** All builds in a table, filtered by words and region; the filters stand in the address. */
export function BuildTable({ data, current, search, change }: TableProps) {
  const words = (search.get("find") ?? "").toLowerCase().split(/\s+/).filter(Boolean);
  const region = search.get("region") ?? "";
  const shown = data.builds
    .filter((each) => !region || each.region === region)
    .filter((each) => {
      const hay = [
        each.build,
        each.released,
        each.edition,
        each.notes,
        each.withdrawn ? "withdrawn" : "",
        ...each.standing.map((s) => s.words),
        ...each.packages.map((p) => `${p.kind} ${p.name}`),
      ]
        .join(" ")
        .toLowerCase();
      return words.every((word) => hay.includes(word));
    })
    .toReversed();
  const keep = (name: string) => {
    const next = new URLSearchParams(search);
    next.set("build", name);
    next.delete("to");
    return `?${next}`;
  };
  return (
    <section aria-label="All builds" className="mt-4">
      <div className="flex flex-wrap items-baseline gap-3">
        <label>
          Find{" "}
          <input
            type="search"
            className="border border-hair-strong bg-sheet px-1.5 py-0.5"
            value={search.get("find") ?? ""}
            onChange={(event) => change({ find: event.target.value })}
          />
        </label>
        <label>
          Region{" "}
          <select
            className="border border-hair-strong bg-sheet px-1 py-0.5"
            value={region}
            onChange={(event) => change({ region: event.target.value })}
          >
            <option value="">all</option>
            {data.regions.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        <span role="status" className="text-soft">
          {shown.length} of {data.builds.length}
          {data.retired.length > 0 && `, ${data.retired.length} retired`}
        </span>
      </div>
      {shown.length === 0 ? (
        <p className="mt-2">
          No match.{" "}
          <TextButton onClick={() => change({ find: "", region: "" })}>Show all</TextButton>
        </p>
      ) : (
        <div className="overflow-x-auto">
          <table className="ruled mt-1">
            <thead>
              <tr>
                <th>Build</th>
                <th>Released</th>
                <th>Patch level</th>
                <th>Shipped as</th>
                <th>Kept forever</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((each) => (
                <tr key={each.build} className={each.build === current ? "bg-work-soft" : ""}>
                  <td className="whitespace-nowrap">
                    <Link to={keep(each.build)} className="letter">
                      {each.build}
                    </Link>
                    {each.edition && <span className="text-soft"> {each.edition}</span>}
                  </td>
                  <td className="whitespace-nowrap">{each.released}</td>
                  <td>{each.patch_level}</td>
                  <td>
                    {each.packages.map((p) => (
                      <p key={p.name}>
                        {p.words}, {p.size}
                        {p.missing && <span className="text-unknown"> (not in the catalogue)</span>}
                      </p>
                    ))}
                  </td>
                  <td>
                    {each.standing.map((s) => (
                      <p key={s.words} className={toneText(s.tone)}>
                        {s.words}
                      </p>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {data.retired.length > 0 && (
        <p className="mt-2 text-soft">
          Retired:{" "}
          {data.retired.map((each) => (
            <Link key={each} to={keep(each)} className="letter mr-2">
              {each}
            </Link>
          ))}
        </p>
      )}
    </section>
  );
}
