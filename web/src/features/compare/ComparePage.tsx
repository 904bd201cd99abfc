import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import type { Compared } from "../../api/client";
import { dayWords } from "../../ui/dates";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { compareQuery } from "./compareQuery";
import { KindsFlow } from "./KindsFlow";
import { TwoSheets } from "./TwoSheets";

/** Two states of a guide side by side: what it means for phones first, then the rows. */
export function ComparePage() {
  const { codename = "", slug = "" } = useParams();
  const [search] = useSearchParams();
  const state = (name: "first" | "second") => {
    const version = search.get(name) ?? "draft";
    // Of another guide: what this one was begun from, or what was begun from it.
    const [of = codename, named = slug] = search.get(`${name}-of`)?.split("/") ?? [];
    const former = Number(search.get(`${name}-state`)) || null;
    return {
      codename: of,
      slug: named,
      version: version === "draft" ? "" : version,
      state: former,
    };
  };
  const [first, second] = [state("first"), state("second")];
  const compared = useQuery({ ...compareQuery(first, second), gcTime: 0 });
  return (
    <Waiting query={compared}>
      {(data) => <Comparison data={data} codename={codename} slug={slug} />}
    </Waiting>
  );
}

function Comparison(props: { data: Compared; codename: string; slug: string }) {
  const { data, codename, slug } = props;
  const { first, second, compared } = data;
  usePageTitle(`${second.title}, compared`);
  const told = compared.codenames[codename] ?? Object.values(compared.codenames)[0];
  const at = `/c/${codename}/guides/${slug}`;
  return (
    <div className="px-[18px] pt-2.5 pb-12">
      <CodenameHead codename={codename} />
      <h1 className="mt-1.5 text-[1.1875rem] font-semibold">{second.title}</h1>
      <p className="mb-2 text-soft">
        <StateName state={first} at={at} /> beside <StateName state={second} at={at} />
      </p>
      <div className="compare-head">
        <div>
          <p className="mb-1 text-[0.9375rem]">
            {data.version && (
              <>
                It becomes <b>{data.version}</b>
                {compared.reason && ": "}
              </>
            )}
            {compared.reason ? (
              <span className={compared.level === "major" ? "text-loss" : undefined}>
                {compared.reason}
              </span>
            ) : (
              !data.version && "Nothing differs."
            )}
          </p>
          {compared.equal && (
            <p className="mark mark-proved text-ok">
              Every phone fares the same, with the same files.
            </p>
          )}
          {compared.gone.length > 0 && (
            <p className="mark mark-stop text-loss">No longer for {compared.gone.join(", ")}</p>
          )}
          {compared.new.length > 0 && (
            <p className="mark mark-note">New for {compared.new.join(", ")}</p>
          )}
          <ul>
            {told?.said
              .filter((each) => each.says !== compared.reason)
              .map((each) => (
                <li key={each.kind + each.says} className={`mark ${MARKS[each.level]}`}>
                  <span className="sr-only">{each.level}: </span>
                  {each.says}
                </li>
              ))}
          </ul>
        </div>
        {told?.finished && <KindsFlow told={told} />}
      </div>
      {told && (
        <TwoSheets
          rows={told.rows}
          first={nameOf(first)}
          second={nameOf(second)}
          take={isDraft(first) ? { mine: first, theirs: second } : undefined}
        />
      )}
    </div>
  );
}

const MARKS = {
  major: "mark-stop",
  minor: "mark-warn",
  patch: "mark-note",
  same: "mark-note",
} as const;

type StateOut = Compared["first"];

/** The draft as it stands, into which rows can be taken over. */
const isDraft = (state: StateOut) => !state.version && !state.state;

const nameOf = (state: StateOut) =>
  state.version || (state.state ? `Draft, state ${state.state}` : "Draft");

function StateName({ state, at }: { state: StateOut; at: string }) {
  const own = `/c/${state.codename}/guides/${state.slug}`;
  return (
    <>
      {own !== at && `${state.title} (${state.codename}) `}
      <Link to={`${own}?v=${state.version || "draft"}`}>{nameOf(state)}</Link>{" "}
      {state.version ? "published by" : "changed by"} {state.by}, {dayWords(state.at)}
    </>
  );
}
