import { TextButton } from "../../ui/TextButton";
import { isScalar, labelOf, resolved, type Schema } from "./schema";

/** The larger parts of a document, to go to in a long form. */
export function Parts({ schema }: { schema: Schema }) {
  const large = Object.entries(schema.properties ?? {}).filter(([, raw]) => {
    const own = resolved(raw, schema);
    const words = own.type === "array" && isScalar(resolved(own.items ?? {}, schema));
    return !isScalar(own) && !words;
  });
  if (large.length < 3) return null;
  return (
    <nav aria-label="Parts of the document" className="mt-1 flex flex-wrap gap-x-3 text-soft">
      {large.map(([name, raw]) => (
        <TextButton
          key={name}
          onClick={() => {
            const part = document.getElementById(name);
            part?.scrollIntoView({ block: "start" });
            part?.focus({ preventScroll: true });
          }}
        >
          {labelOf(
            name,
            resolved(raw, schema),
            raw.$ref ? resolved({ $ref: raw.$ref }, schema) : {},
          )}
        </TextButton>
      ))}
    </nav>
  );
}
