/** JSON Schema as the site sends it, and what a form needs to know of one place in it. */
export interface Schema {
  type?: string;
  title?: string;
  description?: string;
  enum?: string[];
  const?: unknown;
  default?: unknown;
  items?: Schema;
  properties?: Record<string, Schema>;
  required?: string[];
  additionalProperties?: Schema | boolean;
  anyOf?: Schema[];
  oneOf?: Schema[];
  discriminator?: { propertyName: string; mapping: Record<string, string> };
  maxLength?: number;
  $ref?: string;
  $defs?: Record<string, Schema>;
}

/** Follows references, and takes "or nothing" off: whether a field may be empty is `required`. */
export function resolved(schema: Schema, root: Schema): Schema {
  if (schema.$ref) {
    const name = schema.$ref.split("/").at(-1) ?? "";
    const { $ref: _, ...own } = schema;
    return resolved({ ...root.$defs?.[name], ...own }, root);
  }
  if (schema.anyOf) {
    const { anyOf, ...own } = schema;
    const some = anyOf.find((each) => each.type !== "null");
    // Nothing as the default is the same to a form as no default at all.
    if (own.default === null) delete own.default;
    return some ? resolved({ ...some, ...own }, root) : own;
  }
  return schema;
}

/** A field that has one fixed value is no question. */
export function isFixed(schema: Schema): boolean {
  return schema.const !== undefined;
}

export function isScalar(schema: Schema): boolean {
  return schema.enum !== undefined || ["string", "integer", "boolean"].includes(schema.type ?? "");
}

/** "market_names" → "Market names", unless the document's own title says it better. */
export function labelOf(name: string, schema: Schema, own: Schema): string {
  const told = schema.title ?? "";
  const plain = name.replaceAll("_", " ");
  const made = plain.charAt(0).toUpperCase() + plain.slice(1);
  // A title made from the name, or that of the class behind it, says nothing more.
  const isMade = told.toLowerCase() === plain || told === own.title;
  return told && !isMade ? told : made;
}
