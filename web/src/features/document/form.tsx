import { createContext, type ReactNode, useContext } from "react";
import type { Fault } from "../../api/client";
import type { Schema } from "./schema";
import type { Path } from "./values";

/** beside: what the site draws of the part at a path, shown where that part is written.
 *  fields: the fields of an object, for lists whose items are objects again. */
interface Form {
  root: Schema;
  faults: Fault[];
  set: (path: Path, value: unknown) => void;
  beside: (path: Path) => ReactNode;
  fields: (schema: Schema, path: Path, value: unknown) => ReactNode;
}

export const FormContext = createContext<Form>({
  root: {},
  faults: [],
  set: () => {},
  beside: () => null,
  fields: () => null,
});

export function useFaults(path: Path): string[] {
  const { faults } = useContext(FormContext);
  const at = path.join(".");
  return faults.filter((each) => each.at.join(".") === at).map((each) => each.message);
}

export interface FieldProps {
  name: string;
  label: string;
  schema: Schema;
  path: Path;
  value: unknown;
  required?: boolean;
}

export function Faults({ path }: { path: Path }) {
  const faults = useFaults(path);
  if (faults.length === 0) return null;
  return (
    <ul id={`${path.join(".")}-faults`} className="mark mark-stop text-loss">
      {faults.map((each) => (
        <li key={each}>{each}</li>
      ))}
    </ul>
  );
}
