import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { Translation } from "../../api/client";
import { keep, kept } from "../../storage";
import { Button } from "../../ui/Button";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { TextRow } from "./TextRow";
import { type Path, translationQuery, useTranslating } from "./translationQuery";

/** The words of a guide's author, text by text, in another language. */
export function TranslatePage() {
  const { codename = "", slug = "" } = useParams();
  const [query] = useSearchParams();
  const path = {
    codename,
    slug,
    version: query.get("v") ?? "",
    language: query.get("language") ?? "de",
  };
  const translation = useQuery(translationQuery(path));
  usePageTitle(`Translation of ${translation.data?.title ?? slug}`, "", codename);
  return (
    <Waiting query={translation}>
      {(data) => <Texts key={Object.values(path).join(" ")} path={path} data={data} />}
    </Waiting>
  );
}

function Texts({ path, data }: { path: Path; data: Translation }) {
  const name = `anleitung.translation.${Object.values(path).join(".")}`;
  const [typed, setTyped] = useState<Record<string, string>>(() => typedIn(name));
  const [onlyOpen, setOnlyOpen] = useState(false);
  const { save, take } = useTranslating(path, data.seen, () => {
    keep(name, undefined);
    setTyped({});
  });
  const problem = save.error ?? take.error;
  const type = (place: string, says: string) => {
    const next = { ...typed, [place]: says };
    setTyped(next);
    keep(name, JSON.stringify(next));
  };
  const changed = Object.keys(typed).length;
  const shown = data.texts.filter(
    (each) => !onlyOpen || each.state !== "translated" || each.place in typed,
  );
  const file = `/api/guides/${path.codename}/${path.slug}/versions/${path.version}/translations/${path.language}/file.po`;
  return (
    <form
      className="px-[18px] pt-2.5 pb-12"
      onSubmit={(event) => {
        event.preventDefault();
        if (changed > 0) save.mutate(typed);
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter" && (event.ctrlKey || event.metaKey) && changed > 0) {
          event.preventDefault();
          save.mutate(typed);
        }
      }}
    >
      <CodenameHead codename={path.codename} />
      <div className="mt-1.5 mb-1 flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-[1.1875rem] font-semibold">
          {data.title} {data.version} in {data.language.name}
        </h1>
        <Link to={`/c/${path.codename}/guides/${path.slug}?v=${data.version}`}>To the sheet</Link>
        <a href={file} download>
          Export as PO file
        </a>
      </div>
      <p>
        {data.done} of {data.texts.length} texts are translated.{" "}
        {data.at && (
          <span className="text-soft">
            Last by {data.by}, {dayWords(data.at)}
            {data.of_version !== data.version && `, for ${data.of_version}`}.
          </span>
        )}
      </p>
      <p className="max-w-[70ch] text-soft">
        What a step does is said by the program in the reader’s language; here are the author’s own
        words. Words that the phone shows stay as it shows them. What is not translated stands in
        English on the readers’ page, marked as such.
      </p>
      <div className="translate-bar">
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={onlyOpen}
            onChange={(event) => setOnlyOpen(event.target.checked)}
          />
          Only what is not translated
        </label>
        {data.may_write && (
          <label>
            Import a PO file{" "}
            <input
              type="file"
              accept=".po,text/x-gettext-translation"
              onChange={(event) => {
                const chosen = event.target.files?.[0];
                if (chosen) take.mutate(chosen);
                event.target.value = "";
              }}
            />
          </label>
        )}
        <span className="ml-auto">
          {changed > 0 && <span className="text-soft">{changed} not saved yet </span>}
          <Button type="submit" disabled={changed === 0 || save.isPending || !data.may_write}>
            Save
          </Button>
        </span>
      </div>
      {!data.may_write && <p className="text-soft">Those who keep {path.codename} translate it.</p>}
      {problem && <ProblemView error={problem} />}
      {shown.length === 0 && <p className="mt-2 text-soft">Everything is translated.</p>}
      {shown.map((each) => (
        <TextRow
          key={each.place}
          text={each}
          language={path.language}
          typed={typed[each.place]}
          disabled={!data.may_write}
          onType={(says) => type(each.place, says)}
        />
      ))}
    </form>
  );
}

/** What was typed here before and never saved. */
function typedIn(name: string): Record<string, string> {
  try {
    const found: unknown = JSON.parse(kept(name) ?? "{}");
    if (typeof found !== "object" || found === null) return {};
    return Object.fromEntries(
      Object.entries(found).filter((e): e is [string, string] => typeof e[1] === "string"),
    );
  } catch {
    return {};
  }
}
