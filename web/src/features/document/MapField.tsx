import { useContext, useState } from "react";
import { TextButton } from "../../ui/TextButton";
import { Faults, type FieldProps, FormContext } from "./form";
import type { Values } from "./values";

/** Named rows of named texts: the command patterns of a tool, one column for each host system. */
export function MapField({ label, schema, path, value }: FieldProps) {
  const { set } = useContext(FormContext);
  const [name, setName] = useState("");
  const rows = (value ?? {}) as Record<string, Record<string, string>>;
  const columns = [...new Set(Object.values(rows).flatMap((row) => Object.keys(row)))];
  const [column, setColumn] = useState("");
  const shown = columns.length > 0 ? columns : ["host"];
  return (
    <fieldset className="form-wide form-group">
      <legend>
        {label}
        {schema.description && (
          <span className="font-normal text-soft">, {schema.description}</span>
        )}
      </legend>
      <Faults path={path} />
      <table className="ruled form-map">
        <thead>
          <tr>
            <th>What it does</th>
            {shown.map((each) => (
              <th key={each}>{each}</th>
            ))}
            <th>
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {Object.entries(rows).map(([key, row]) => (
            <tr key={key}>
              <td className="letter">{key}</td>
              {shown.map((each) => (
                <td key={each}>
                  <input
                    type="text"
                    className="letter"
                    aria-label={`${key} on ${each}`}
                    value={row[each] ?? ""}
                    onChange={(event) => set([...path, key, each], event.target.value || undefined)}
                  />
                </td>
              ))}
              <td>
                <TextButton
                  aria-label={`Remove ${key}`}
                  onClick={() => set([...path, key], undefined)}
                >
                  Remove
                </TextButton>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 flex flex-wrap items-baseline gap-2">
        <input
          type="text"
          className="letter"
          aria-label="What the new command does"
          placeholder="flash.running"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <TextButton
          disabled={!name.trim() || name.trim() in rows}
          onClick={() => {
            set([...path, name.trim()], {});
            setName("");
          }}
        >
          Add a command
        </TextButton>
        <input
          type="text"
          aria-label="Id of another host system"
          placeholder="host system"
          value={column}
          onChange={(event) => setColumn(event.target.value)}
        />
        <TextButton
          disabled={!column.trim() || Object.keys(rows).length === 0}
          onClick={() => {
            const grown = Object.entries(rows).map(([key, row]): [string, Values] => [
              key,
              { ...row, [column.trim()]: row[column.trim()] ?? "" },
            ]);
            set(path, Object.fromEntries(grown));
            setColumn("");
          }}
        >
          Add a host system
        </TextButton>
      </p>
    </fieldset>
  );
}
