import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Doc } from "../../api/client";
import { Button } from "../../ui/Button";
import { Waiting } from "../../ui/Waiting";
import type { KeptEdit } from "./kept";
import { compareVersions, mergeVersions } from "./merge";
import { type Address, documentQuery } from "./queries";
import type { Values } from "./values";

interface ConflictProps {
  address: Address;
  edit: KeptEdit;
  onMerge: (next: KeptEdit) => void;
}

/** Somebody else saved in between: both versions side by side, field by field. */
export function Conflict(props: ConflictProps) {
  const { edit } = props;
  const address = named(props.address, edit.body);
  const theirs = useQuery({ ...documentQuery(address), staleTime: 0, refetchOnMount: "always" });
  const base = useQuery({ ...documentQuery(address, edit.number), enabled: edit.number > 0 });
  return (
    <Waiting query={theirs}>
      {(standing) =>
        standing.fingerprint === edit.seen || (edit.number > 0 && !base.data) ? (
          <p role="status">Loading the other version…</p>
        ) : (
          <SideBySide {...props} standing={standing} before={base.data?.body ?? {}} />
        )
      }
    </Waiting>
  );
}

function SideBySide({
  edit,
  onMerge,
  standing,
  before,
}: ConflictProps & { standing: Doc; before: Values }) {
  const theirs = standing.body as Values;
  const compared = compareVersions(before, theirs, edit.body);
  // Where only one of the two changed a field, that change is proposed.
  const [mine, setMine] = useState(compared.mine);
  const by = standing.versions[0]?.by;
  return (
    <section role="alert" className="mark mark-stop my-2" aria-label="Two versions">
      <p className="font-semibold text-loss">
        {by} saved version {standing.number} while you were writing. Nothing is lost: choose field
        by field, then save.
      </p>
      <table className="ruled mt-1">
        <thead>
          <tr>
            <th>Field</th>
            <th>
              Version {standing.number}, by {by}
            </th>
            <th>Yours</th>
          </tr>
        </thead>
        <tbody>
          {compared.fields.map((name) => (
            <tr key={name}>
              <td>
                {name.replaceAll("_", " ")}
                {compared.both.has(name) && (
                  <span className="block text-care">both changed it</span>
                )}
              </td>
              {[false, true].map((isMine) => (
                <td key={String(isMine)}>
                  <label className="flex items-start gap-1.5">
                    <input
                      type="radio"
                      name={`take-${name}`}
                      checked={mine.has(name) === isMine}
                      onChange={() => {
                        const next = new Set(mine);
                        if (isMine) next.add(name);
                        else next.delete(name);
                        setMine(next);
                      }}
                    />
                    <pre className="letter max-h-40 overflow-auto whitespace-pre-wrap">
                      {shown((isMine ? edit.body : theirs)[name])}
                    </pre>
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <Button
        className="mt-2"
        look="work"
        onClick={() => {
          const body = mergeVersions(theirs, edit.body, mine);
          onMerge({ seen: standing.fingerprint, number: standing.number, body });
        }}
      >
        Merge them
      </Button>
    </section>
  );
}

/** A new document says its name itself. */
function named(address: Address, body: Values): Address {
  if (address.name) return address;
  const fields: Record<string, string> = { device: "codename", build: "build", system: "system" };
  const name = String(body[fields[address.kind] ?? "id"] ?? "");
  return { ...address, name, codename: address.kind === "device" ? name : address.codename };
}

function shown(value: unknown): string {
  if (value === undefined) return "(left out)";
  return typeof value === "string" ? value : JSON.stringify(value, null, 1);
}
