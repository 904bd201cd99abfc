import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Link, useParams } from "react-router";
import { answerOf, api, type Doc } from "../../api/client";
import { Apart } from "../../ui/Apart";
import { Waiting } from "../../ui/Waiting";
import { DocumentFoot, documentQuery } from "../document";

interface Part {
  kind: string;
  field?: string;
  text?: string;
  role?: string;
  least?: number;
  most?: number;
  values?: string[];
  form?: string;
}

interface Scheme {
  name: string;
  forms: { id: string; what: string; parts: Part[] }[];
  newer_by?: string[];
  same?: string[];
}

export function SchemePage() {
  const { name = "" } = useParams();
  const found = useQuery(documentQuery({ kind: "scheme", codename: "", name }));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <Waiting query={found}>{(data) => <SchemeSheet document={data} />}</Waiting>
    </div>
  );
}

function SchemeSheet({ document }: { document: Doc }) {
  const scheme = document.body as unknown as Scheme;
  return (
    <>
      <p className="text-soft">
        <Link to="/schemes">Naming schemes</Link>
      </p>
      <div className="flex flex-wrap items-baseline gap-4">
        <h1 className="text-[19px] font-semibold">How {scheme.name} is read</h1>
        <Link to={`/edit/scheme?name=${document.name}`}>Edit this scheme</Link>
      </div>
      {document.retired && (
        <p role="alert" className="mark mark-stop">
          <b className="text-loss">Retired.</b> {document.retired}
        </p>
      )}
      {scheme.forms.map((form) => (
        <section key={form.id} aria-label={`Form ${form.id}`} className="mt-3">
          <h2 className="text-[14px] font-semibold">
            {form.what === "build" ? "Build string" : "File name"}
          </h2>
          <Apart
            fields={form.parts.map((part, i) => ({
              field: part.field ?? " ".repeat(i + 1),
              value: part.text ?? wordsOf(part),
            }))}
          />
        </section>
      ))}
      <p className="mt-3">
        Newer by {scheme.newer_by?.join(", then ") || "nothing: builds cannot be compared"}.
        {scheme.same && scheme.same.length > 0 && (
          <> Compared only where these are the same: {scheme.same.join(", ")}.</>
        )}
      </p>
      <Try />
      <DocumentFoot document={document} />
    </>
  );
}

/** A field left at its default is not in the document: one letter, one to three digits. */
function wordsOf(part: Part): string {
  const least = part.least ?? 1;
  const most = part.most ?? (part.kind === "letters" ? 1 : 3);
  const many = least === most ? `${least}` : `${least} to ${most}`;
  switch (part.kind) {
    case "letters":
      return `${many} letters`;
    case "number":
      return `${many} digits`;
    case "one-of":
      return part.values?.join(" or ") ?? "";
    case "date":
      return part.form ?? "date";
    default:
      return "letter or none";
  }
}

/** A string tried on all schemes: which of them reads it, and for which codename. */
function Try() {
  const [text, setText] = useState("");
  const asked = useDeferredValue(text.trim());
  const found = useQuery({
    queryKey: ["decode", asked, ""],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/decode", { params: { query: { text: asked } }, signal })),
    enabled: asked !== "",
    placeholderData: (before) => before,
  });
  return (
    <section aria-label="Try a string" className="mt-3">
      <label htmlFor="try" className="mr-2">
        Try a string
      </label>
      <input
        id="try"
        type="text"
        className="letter w-96 max-w-full border border-hair-strong bg-sheet px-1.5 py-1"
        spellCheck={false}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div role="status">
        {asked && found.data?.fault && <p className="mark mark-unknown">{found.data.fault}</p>}
        {asked &&
          found.data?.readings.map((each) => (
            <div key={each.codename} className="mt-1">
              <p>
                {each.codename}, {each.scheme}
              </p>
              <Apart fields={each.fields} />
            </div>
          ))}
      </div>
    </section>
  );
}
