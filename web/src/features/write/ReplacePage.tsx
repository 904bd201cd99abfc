import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useParams } from "react-router";
import { answerOf, api } from "../../api/client";
import { patiently } from "../../api/patiently";
import type { components } from "../../api/schema.gen";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { ProblemView } from "../../ui/ProblemView";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { NewerFields } from "./NewerFields";
import { isWhole, type NamedKind, NO_FILE, namedNow, type Replacement } from "./replacement";

const KINDS = ["newer", "file", "tool", "build", "passage"] as const;
const SAYS = {
  newer: "a file by its newer release",
  file: "a file by another",
  tool: "a host tool by another",
  build: "a build by another",
  passage: "a passage by its newest version, or by another",
};
type Affected = components["schemas"]["AffectedOut"];
type Made = { slug: string; state: number }[];

/** What all drafts of a codename name, replaced by another: looked at, done, taken back. */
export function ReplacePage() {
  const { codename = "" } = useParams();
  usePageTitle("Replace in all drafts", codename);
  const names = useQuery({
    queryKey: ["names", codename],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/names", { params: { path: { codename } }, signal }),
      ),
  });
  return (
    <div className="px-[18px] pt-2.5 pb-12">
      <CodenameHead codename={codename} />
      <h1 className="mt-1.5 mb-2 text-[1.1875rem] font-semibold">
        Replace in all drafts for {codename}
      </h1>
      <Waiting query={names}>{(data) => <ReplaceForm codename={codename} names={data} />}</Waiting>
    </div>
  );
}

function ReplaceForm({
  codename,
  names,
}: {
  codename: string;
  names: Record<NamedKind, string[]>;
}) {
  const [asked, setAsked] = useState<Replacement>({ kind: "newer", ...NO_FILE });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [made, setMade] = useState<Made>();
  const client = useQueryClient();
  const path = { codename };
  const look = useMutation({
    mutationFn: () =>
      patiently(
        () =>
          api.POST("/api/codenames/{codename}/look", { params: { path }, body: { what: asked } }),
        { once: true },
      ),
    onSuccess: (data) => {
      setMade(undefined);
      // What brings a stop is left out until somebody asks for it.
      const worse = (data as Affected[]).filter(isWorse);
      setLeft(new Set(worse.map((each) => each.slug)));
    },
  });
  const affected = (look.data ?? []) as Affected[];
  const slugs = affected.filter((each) => !left.has(each.slug)).map((each) => each.slug);
  const replace = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/codenames/{codename}/replace", {
          params: { path },
          body: { what: asked, slugs },
        }),
      ),
    onSuccess: async (data) => {
      setMade(data.done);
      look.reset();
      announce(`Replaced in ${counted(data.done.length, "draft")}.`);
      await refresh(client, "guide");
    },
  });
  const back = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/codenames/{codename}/take-back", {
          params: { path },
          body: { done: made ?? [] },
        }),
      ),
    onSuccess: async (data) => {
      setMade(undefined);
      announce(
        data.left.length === 0
          ? "Taken back in all of them."
          : `Taken back, but for ${data.left.join(", ")}: there somebody wrote on.`,
      );
      await refresh(client, "guide");
    },
  });
  const send = (event: FormEvent) => {
    event.preventDefault();
    look.mutate();
  };
  const put = (now: Replacement) => {
    setAsked(now);
    look.reset();
  };
  const begin = (kind: Replacement["kind"]) =>
    put(kind === "newer" ? { kind, ...NO_FILE } : { kind, old: "", new: "" });
  return (
    <>
      <form onSubmit={send} className="begin-form">
        <label>
          <span className="text-soft">What</span>
          <select
            value={asked.kind}
            onChange={(event) => begin(event.target.value as Replacement["kind"])}
          >
            {KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {SAYS[kind]}
              </option>
            ))}
          </select>
        </label>
        {asked.kind === "newer" ? (
          <NewerFields
            codename={codename}
            file={asked}
            builds={names.build}
            onChange={(file) => put({ ...file, kind: "newer" })}
          />
        ) : (
          <NamedFields asked={asked} names={names[asked.kind]} onChange={put} />
        )}
        <p className="flex items-baseline gap-4">
          <Button type="submit" disabled={look.isPending || !isWhole(asked)}>
            {look.isPending ? "Proving each of them…" : "See what it would do"}
          </Button>
          <Link to={`/c/${codename}/guides`}>Back to the guides</Link>
        </p>
      </form>
      {[look.error, replace.error, back.error].map(
        (error) => error && <ProblemView key={error.message} error={error} />,
      )}
      {look.data && affected.length === 0 && (
        <p className="mt-3">No draft names {namedNow(asked)}.</p>
      )}
      {affected.length > 0 && (
        <section aria-label="What it would do" className="mt-4 max-w-[900px]">
          {affected.map((each) => (
            <Draft
              key={each.slug}
              codename={codename}
              draft={each}
              isIn={!left.has(each.slug)}
              onChange={(isIn) => {
                const now = new Set(left);
                if (isIn) now.delete(each.slug);
                else now.add(each.slug);
                setLeft(now);
              }}
            />
          ))}
          <Button
            look="work"
            className="mt-3"
            disabled={replace.isPending || slugs.length === 0}
            onClick={() => replace.mutate()}
          >
            Replace in {counted(slugs.length, "draft")}
          </Button>
        </section>
      )}
      {made && (
        <p className="mt-4">
          Replaced in {made.map((each) => each.slug).join(", ")}.{" "}
          <Button disabled={back.isPending} onClick={() => back.mutate()}>
            Take it back in all of them
          </Button>
        </p>
      )}
    </>
  );
}

type Named = Extract<Replacement, { old: string }>;

function NamedFields(props: { asked: Named; names: string[]; onChange: (asked: Named) => void }) {
  const { asked, onChange } = props;
  const field = (name: "old" | "new", says: string) => (
    <label>
      <span className="text-soft">{says}</span>
      <input
        className="letter"
        required
        list="replace-names"
        value={asked[name]}
        onChange={(event) => onChange({ ...asked, [name]: event.target.value.trim() })}
      />
    </label>
  );
  return (
    <>
      {field("old", "Which is named now")}
      {field("new", "Which takes its place")}
      <datalist id="replace-names">
        {props.names.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </>
  );
}

const isWorse = (each: Affected) =>
  each.fault !== "" || each.stops_after < 0 || each.new_stops.length > 0;

function Draft(props: {
  codename: string;
  draft: Affected;
  isIn: boolean;
  onChange: (isIn: boolean) => void;
}) {
  const { draft } = props;
  const counts = (stops: number, warnings: number) =>
    stops < 0 ? "not proved yet" : `${counted(stops, "stop")}, ${counted(warnings, "warning")}`;
  return (
    <div className="border-t border-hair py-1.5">
      <p className="flex flex-wrap items-center gap-x-3">
        <label className="flex items-center gap-2 font-semibold">
          <input
            type="checkbox"
            checked={props.isIn}
            disabled={draft.fault !== ""}
            onChange={(event) => props.onChange(event.target.checked)}
          />
          {draft.title}
        </label>
        <Link to={`/c/${props.codename}/guides/${draft.slug}${draft.version ? "" : "?v=draft"}`}>
          Open
        </Link>
        {draft.version && (
          <span className="text-soft">published {draft.version}; it gets a draft</span>
        )}
        <span className={isWorse(draft) ? "mark mark-stop text-loss" : "text-soft"}>
          {draft.fault ||
            `${counts(draft.stops_before, draft.warnings_before)} → ${counts(draft.stops_after, draft.warnings_after)}`}
        </span>
      </p>
      {draft.new_stops.map((each) => (
        <p key={each} className="pl-8 text-loss">
          {each}
        </p>
      ))}
      {draft.takes_over.length > 0 && (
        <p className="pl-8 text-care">
          Taken over, check it for the newer one: {draft.takes_over.join("; ")}
        </p>
      )}
      {draft.rows.map(([before, after]) => (
        <p key={before + after} className="letter pl-8 text-soft">
          {before} <span aria-hidden>→</span> {after}
        </p>
      ))}
    </div>
  );
}
