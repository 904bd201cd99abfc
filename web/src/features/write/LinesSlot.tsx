import { useState } from "react";
import type { Column, Slot } from "../../api/client";
import { TextButton } from "../../ui/TextButton";
import { ConditionField } from "./ConditionField";
import { type Line, linesOf, wholeOf } from "./lines";
import { TextField } from "./TextField";
import type { Path } from "./useWriting";

/** A value of several parts: a sentence each, its words chosen or typed. */
export function LinesSlot(props: {
  path: Path;
  slot: Slot & { shape: NonNullable<Slot["shape"]> };
  onSet: (value: unknown) => void;
}) {
  const { slot, onSet } = props;
  const { pairs, columns, fixed } = slot.shape;
  // A line that is not whole yet stands here only.
  const [lines, setLines] = useState(() => linesOf(slot.value, pairs, fixed));
  const needed = columns.filter((each) => each.needed).map((each) => each.name);
  const write = (now: Line[]) => {
    setLines(now);
    const value = wholeOf(now, pairs, needed);
    if (JSON.stringify(value) !== JSON.stringify(wholeOf(lines, pairs, needed))) onSet(value);
  };
  const put = (index: number, name: string, text: string) =>
    write(lines.map((line, at) => (at === index ? { ...line, [name]: text } : line)));
  return (
    <div className="line-entry">
      {lines.map((line, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the lines are edited in place
        <div key={index} className="lines-line">
          {columns.map((column) => (
            <Part
              key={column.name}
              path={props.path}
              column={column}
              label={`${index + 1}: ${column.says}`}
              line={line}
              isFixed={fixed.length > 0 && column.name === "key"}
              onWrite={(text) => put(index, column.name, text)}
            />
          ))}
          {fixed.length === 0 && (
            <TextButton
              quiet
              aria-label={`Take out line ${index + 1}`}
              onClick={() => write(lines.filter((_line, at) => at !== index))}
            >
              ×
            </TextButton>
          )}
        </div>
      ))}
      {fixed.length === 0 && (
        <p>
          <TextButton onClick={() => setLines([...lines, {}])}>one more line</TextButton>
        </p>
      )}
    </div>
  );
}

function Part(props: {
  path: Path;
  column: Column;
  label: string;
  line: Line;
  isFixed: boolean;
  onWrite: (text: string) => void;
}) {
  const { column, line, label, onWrite } = props;
  const value = line[column.name] ?? "";
  if (props.isFixed) {
    const offer = column.offers.find((each) => each.value === value);
    return <span>{offer?.says || value}</span>;
  }
  const says = <span className="text-soft">{column.says}</span>;
  if (column.kind === "condition") {
    return (
      <span className="grow">
        {says}
        <ConditionField path={props.path} label={label} value={value} onWrite={onWrite} />
      </span>
    );
  }
  const offers = (column.by_key ? column.by_key[line.key ?? ""] : column.offers) ?? [];
  if (column.kind !== "pick") {
    return (
      <span className="grow">
        {says} <TextField label={label} value={value} onWrite={onWrite} />
      </span>
    );
  }
  return (
    <span>
      {says}{" "}
      <select aria-label={label} value={value} onChange={(event) => onWrite(event.target.value)}>
        <option value="">{column.needed ? "…" : ""}</option>
        {value && !offers.some((each) => each.value === value) && (
          <option value={value}>{value}</option>
        )}
        {offers.map((each) => (
          <option key={each.value} value={each.value}>
            {each.says || each.value}
            {each.why_not && ` – ${each.why_not}`}
          </option>
        ))}
      </select>
    </span>
  );
}
