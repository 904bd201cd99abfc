import { useContext } from "react";
import { TextButton } from "../../ui/TextButton";
import { Faults, type FieldProps, FormContext, useFaults } from "./form";
import { ListField } from "./ListField";
import { MapField } from "./MapField";
import { isFixed, isScalar, labelOf, resolved, type Schema } from "./schema";
import type { Path, Values } from "./values";

/** One place of a document, whatever it is. */
export function Field(props: FieldProps) {
  const { schema } = props;
  if (schema.enum || schema.type === "boolean" || isScalar(schema)) return <Scalar {...props} />;
  if (schema.type === "array") return <ListField {...props} />;
  if (schema.properties) return <Group {...props} />;
  if (typeof schema.additionalProperties === "object") return <MapField {...props} />;
  return null;
}

/** The fields of an object, one below the other; scalars share lines. */
export function Fields({ schema, path, value }: { schema: Schema; path: Path; value: unknown }) {
  const { root } = useContext(FormContext);
  const here = (value ?? {}) as Values;
  return (
    <div className="form-grid">
      {Object.entries(schema.properties ?? {}).map(([name, raw]) => {
        const own = resolved(raw, root);
        if (isFixed(own)) return null;
        const behind = raw.$ref ? resolved({ $ref: raw.$ref }, root) : {};
        return (
          <Field
            key={name}
            name={name}
            label={labelOf(name, own, behind)}
            schema={own}
            path={[...path, name]}
            value={here[name]}
            required={schema.required?.includes(name)}
          />
        );
      })}
    </div>
  );
}

function Group({ label, schema, path, value, required }: FieldProps) {
  const { set, beside } = useContext(FormContext);
  const optional = !required && schema.default === undefined;
  if (optional && value === undefined) {
    return (
      <div className="form-wide">
        <TextButton onClick={() => set(path, {})}>Add: {label.toLowerCase()}</TextButton>
      </div>
    );
  }
  return (
    <fieldset className="form-wide form-group" id={path.join(".")} tabIndex={-1}>
      <legend>{label}</legend>
      <Faults path={path} />
      {beside(path)}
      <Fields schema={schema} path={path} value={value} />
      {optional && (
        <TextButton className="mt-1" onClick={() => set(path, undefined)}>
          Leave out: {label.toLowerCase()}
        </TextButton>
      )}
    </fieldset>
  );
}

function Scalar({ label, schema, path, value, required }: FieldProps) {
  const { set } = useContext(FormContext);
  const faults = useFaults(path);
  const id = path.join(".");
  const shared = {
    id,
    "aria-invalid": faults.length > 0,
    "aria-describedby": faults.length > 0 ? `${id}-faults` : undefined,
  };
  const wide = schema.type === "string" && (schema.maxLength ?? 0) > 100 && !schema.enum;
  if (schema.type === "boolean") {
    return (
      <div className="form-cell">
        <label className="flex items-baseline gap-1.5 pt-[19px]">
          <input
            type="checkbox"
            {...shared}
            checked={value === undefined ? schema.default === true : isTrue(value)}
            onChange={(event) => set(path, event.target.checked)}
          />
          {label}
        </label>
        <Faults path={path} />
      </div>
    );
  }
  const change = (text: string) => set(path, text === "" ? undefined : text);
  return (
    <div className={wide ? "form-cell form-half" : "form-cell"}>
      <label htmlFor={id}>
        {label}
        {schema.description && <span className="text-soft">, {schema.description}</span>}
      </label>
      {schema.enum ? (
        <select
          {...shared}
          value={String(value ?? schema.default ?? "")}
          onChange={(event) => change(event.target.value)}
        >
          {(!required || value === undefined) && schema.default === undefined && (
            <option value="">{required ? "choose" : "none"}</option>
          )}
          {schema.enum.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </select>
      ) : (
        <input
          type="text"
          {...shared}
          inputMode={schema.type === "integer" ? "numeric" : undefined}
          placeholder={schema.default === undefined ? undefined : String(schema.default ?? "")}
          value={String(value ?? "")}
          onChange={(event) => change(event.target.value)}
        />
      )}
      <Faults path={path} />
    </div>
  );
}

function isTrue(value: unknown): boolean {
  return value === true || value === "true";
}
