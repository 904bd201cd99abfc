import { useContext, useRef, useState } from "react";
import { TextButton } from "../../ui/TextButton";
import { Faults, type FieldProps, FormContext } from "./form";
import { isScalar, resolved, type Schema } from "./schema";
import { moved, type Path, type Values } from "./values";

/** A list: words are written one a line, anything larger is a block that can be moved. */
export function ListField(props: FieldProps) {
  const { root } = useContext(FormContext);
  const item = resolved(props.schema.items ?? {}, root);
  return isScalar(item) ? <Words {...props} /> : <Blocks {...props} item={item} />;
}

function Words({ label, schema, path, value }: FieldProps) {
  const { set, faults } = useContext(FormContext);
  const id = path.join(".");
  const list = Array.isArray(value) ? value.map(String) : [];
  // What is typed stays as it is while it says the same; else the list was changed from outside.
  const [typed, setTyped] = useState(list.join("\n"));
  const shown = linesOf(typed).join("\n") === list.join("\n") ? typed : list.join("\n");
  const inside = faults.filter((each) => each.at.length > path.length && startsWith(each.at, path));
  return (
    <div className="form-cell">
      <label htmlFor={id}>
        {label}
        <span className="text-soft">, {schema.description ?? "one a line"}</span>
      </label>
      <textarea
        id={id}
        rows={Math.max(1, Math.min(list.length + 1, 8))}
        value={shown}
        onChange={(event) => {
          setTyped(event.target.value);
          set(path, linesOf(event.target.value));
        }}
      />
      <Faults path={path} />
      {inside.map((each) => (
        <p key={each.at.join(".")} className="mark mark-stop text-loss">
          line {Number(each.at[path.length]) + 1}: {each.message}
        </p>
      ))}
    </div>
  );
}

function startsWith(at: string[], path: Path): boolean {
  return path.every((part, i) => String(part) === at[i]);
}

function linesOf(text: string): string[] {
  return text
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean);
}

function Blocks({ label, path, value, item }: FieldProps & { item: Schema }) {
  const { root, set, beside, fields } = useContext(FormContext);
  const list = (Array.isArray(value) ? value : []) as Values[];
  const kinds = item.discriminator
    ? Object.entries(item.discriminator.mapping).map(([kind, ref]) => ({
        kind,
        schema: resolved({ $ref: ref }, root),
      }))
    : undefined;
  const key = item.discriminator?.propertyName ?? "";
  const group = useRef<HTMLFieldSetElement>(null);
  // The focus goes with its item, or to what took the place of one that was removed.
  const follow = (act: string, to: number) =>
    requestAnimationFrame(() => {
      const own = (name: string, at: number) =>
        group.current?.querySelector<HTMLButtonElement>(
          `:scope > ol > li:nth-child(${at + 1}) > .form-block-acts [data-act="${name}"]`,
        );
      const last = (group.current?.querySelectorAll(":scope > ol > li").length ?? 0) - 1;
      const at = Math.min(Math.max(to, 0), last);
      const wanted = own(act, at);
      const found = wanted && !wanted.disabled ? wanted : own(act === "up" ? "down" : "up", at);
      const add = group.current?.querySelector<HTMLElement>("[data-act=add]");
      (found && !found.disabled ? found : (own("remove", at) ?? add))?.focus();
    });
  const schemaOf = (each: Values) =>
    kinds ? (kinds.find((k) => k.kind === each[key])?.schema ?? {}) : item;
  return (
    <fieldset ref={group} className="form-wide form-group" id={path.join(".")} tabIndex={-1}>
      <legend>{label}</legend>
      <Faults path={path} />
      <ol className="form-blocks">
        {list.map((each, i) => {
          const name = [...path, i].join(".");
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: an item has no name of its own; its place is it
            <li key={i} aria-label={`${label}, ${i + 1}`}>
              <span className="text-soft">
                {i + 1}
                {kinds && <span className="block">{String(each[key])}</span>}
              </span>
              <div id={name}>
                <Faults path={[...path, i]} />
                {beside([...path, i])}
                {fields(schemaOf(each), [...path, i], each)}
              </div>
              <div className="form-block-acts">
                <span className="flex gap-2">
                  <button
                    type="button"
                    disabled={i === 0}
                    aria-label={`Move ${label} ${i + 1} up`}
                    data-act="up"
                    onClick={() => {
                      set(path, moved(list, i, -1));
                      follow("up", i - 1);
                    }}
                  >
                    ↑
                  </button>
                  <button
                    type="button"
                    disabled={i === list.length - 1}
                    aria-label={`Move ${label} ${i + 1} down`}
                    data-act="down"
                    onClick={() => {
                      set(path, moved(list, i, 1));
                      follow("down", i + 1);
                    }}
                  >
                    ↓
                  </button>
                  <button
                    type="button"
                    aria-label={`Remove ${label} ${i + 1}`}
                    data-act="remove"
                    onClick={() => {
                      set(
                        path,
                        list.filter((_, at) => at !== i),
                      );
                      follow("remove", i);
                    }}
                  >
                    Remove
                  </button>
                </span>
              </div>
            </li>
          );
        })}
      </ol>
      <div className="flex flex-wrap gap-3">
        {(kinds ?? [{ kind: "", schema: item }]).map(({ kind }) => (
          <TextButton
            key={kind}
            data-act="add"
            onClick={() => set(path, [...list, kind ? { [key]: kind } : {}])}
          >
            Add{kind ? `: ${kind}` : ` to ${label.toLowerCase()}`}
          </TextButton>
        ))}
      </div>
    </fieldset>
  );
}
