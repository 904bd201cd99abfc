import { useQuery } from "@tanstack/react-query";
import { api } from "../../api/client";
import { patiently } from "../../api/patiently";
import { Waiting } from "../../ui/Waiting";

const goesWithQuery = (codename: string) => ({
  queryKey: ["goes-with", codename],
  queryFn: ({ signal }: { signal: AbortSignal }) =>
    patiently(
      () =>
        api.POST("/api/codenames/{codename}/goes-with", { params: { path: { codename } }, signal }),
      { signal },
    ),
});

const VERDICTS: Record<string, { says: string; tone: string }> = {
  together: { says: "goes together", tone: "" },
  some: { says: "only", tone: "text-care" },
  never: { says: "never", tone: "text-loss" },
  "not known": { says: "not known", tone: "text-care" },
  part: { says: "part of it", tone: "text-soft" },
};

/** Every system of this codename with every file that may stand beside it. */
export function GoesWith({ codename }: { codename: string }) {
  const table = useQuery(goesWithQuery(codename));
  return (
    <section className="mt-6" aria-labelledby="goes-with">
      <h2 id="goes-with" className="font-semibold">
        What goes with what
      </h2>
      <p className="text-soft">
        On an unlocked phone with firmware that is listed, and with the user data made anew: which
        files start beside which system, by the same rules as every proof.
      </p>
      <Waiting query={table}>
        {(data) =>
          data.rows.length === 0 ? (
            <p>No guide of this codename has files yet.</p>
          ) : (
            <div className="overflow-x-auto">
              <table className="ruled mt-2 align-top">
                <thead>
                  <tr>
                    <th scope="col">File</th>
                    {data.systems.map((system) => (
                      <th key={system.name} scope="col">
                        {system.parts === 0 ? `${system.name}, as it is there` : system.name}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {data.rows.map((row) => (
                    <tr key={row.file}>
                      <td className="align-top">
                        <span className="letter">{row.file}</span>{" "}
                        <span className="text-soft">{row.role}</span>
                      </td>
                      {row.cells.map((cell, at) => (
                        <td key={data.systems[at]?.name} className="max-w-[22rem] align-top">
                          <b className={`font-semibold ${VERDICTS[cell.verdict]?.tone ?? ""}`}>
                            {VERDICTS[cell.verdict]?.says ?? cell.verdict}
                          </b>
                          {cell.words && <span className="text-soft"> {cell.words}</span>}
                        </td>
                      ))}
                    </tr>
                  ))}
                </tbody>
              </table>
              {data.left_out.length > 0 && (
                <p className="text-soft">
                  Left out, since guides mean different files by them: {data.left_out.join(", ")}.
                </p>
              )}
              {data.unplaced.length > 0 && (
                <p className="text-soft">
                  Not looked at, since nothing says where they go: {data.unplaced.join(", ")}.
                </p>
              )}
              {!data.finished && <p className="mark mark-warn">Not every pair could be tried.</p>}
            </div>
          )
        }
      </Waiting>
    </section>
  );
}
