import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";
import { answerOf, api, type GuideLine, type GuideList, type Home } from "../../api/client";
import { refresh } from "../../api/touched";
import { useKeys } from "../../app/keys";
import { counted } from "../../ui/counted";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "./CodenameHead";
import { guidesQuery } from "./guidesQuery";

type Listed = GuideList["trials"][number];

/** The guides of a codename by what they are for, in the order in which a phone goes through them. */
export function GuidesPage({ home }: { home: Home }) {
  const { codename = "" } = useParams();
  usePageTitle("Guides", codename);
  const guides = useQuery(guidesQuery(codename));
  if (!home.codenames.some((each) => each.codename === codename)) {
    return (
      <div className="p-6">
        <h1 className="text-lg font-semibold">There is no codename {codename}</h1>
        <p className="mt-1">
          <Link to="/edit/device">Add it</Link>, or <Link to="/bring-in">import a bundle</Link> for
          it.
        </p>
      </div>
    );
  }
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <div className="mt-1.5 mb-2 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-[1.1875rem] font-semibold">Guides for {codename}</h1>
        <BeginLinks codename={codename} />
      </div>
      <Waiting query={guides}>{(data) => <ByAim codename={codename} list={data} />}</Waiting>
    </div>
  );
}

// Each beginning of a guide with its key.
const BEGINNINGS = [
  ["a", "empty", "Empty guide"],
  ["m", "notes", "From notes"],
  ["c", "copy", "From a guide here"],
  ["o", "carry", "From another codename"],
] as const;

function BeginLinks({ codename }: { codename: string }) {
  const navigate = useNavigate();
  const path = (how: string) => `/c/${codename}/begin?from=${how}`;
  useKeys(
    Object.fromEntries(
      BEGINNINGS.map(([key, how]) => [
        key,
        (event: KeyboardEvent) => {
          event.preventDefault();
          navigate(path(how));
        },
      ]),
    ),
  );
  return (
    <nav aria-label="A new guide" className="flex flex-wrap gap-x-4">
      <span className="text-soft">New:</span>
      {BEGINNINGS.map(([key, how, says]) => (
        <Link key={how} to={path(how)}>
          {says} <kbd>{key}</kbd>
        </Link>
      ))}
      <Link to={`/c/${codename}/replace`}>Replace in all drafts</Link>
    </nav>
  );
}

function ByAim({ codename, list }: { codename: string; list: GuideList }) {
  if (list.aims.length === 0 && list.trials.length === 0) {
    return (
      <p className="mb-2">
        There are no guides for this phone yet. Begin one, or{" "}
        <Link to="/bring-in">import a bundle</Link> for it.
      </p>
    );
  }
  return (
    <>
      {list.aims.map((each) => (
        <GuideTable key={each.aim} title={each.title} codename={codename} guides={each.guides} />
      ))}
      {list.trials.length > 0 && (
        <GuideTable title="Trials" codename={codename} guides={list.trials}>
          Kept apart, to try things out: the desk does not mention them.
        </GuideTable>
      )}
    </>
  );
}

function GuideTable(props: {
  title: string;
  codename: string;
  guides: Listed[];
  children?: string;
}) {
  return (
    <section className="mt-4">
      <h2 className="text-[0.9375rem] font-semibold">{props.title}</h2>
      {props.children && <p className="text-soft">{props.children}</p>}
      <div className="overflow-x-auto">
        <table className="ruled min-w-[720px] table-fixed">
          <thead>
            <tr>
              <th className="w-[28%]">Guide</th>
              <th className="w-[20%]">Comes after</th>
              <th className="w-[11%]">Published</th>
              <th className="w-[9%]">Draft</th>
              <th className="w-[9%]">Runs</th>
              <th>For phones where</th>
            </tr>
          </thead>
          <tbody>
            {props.guides.map((guide) => (
              <Line key={guide.slug} codename={props.codename} guide={guide} />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function Line({ codename, guide }: { codename: string; guide: Listed }) {
  const path = `/c/${codename}/guides/`;
  return (
    <tr>
      <td className="text-[0.875rem]">
        <Link to={path + guide.slug}>{guide.title}</Link>
        {!guide.version && <TrialSwitch codename={codename} guide={guide} />}
      </td>
      <td>
        {guide.first.map((each) => (
          <Link key={each.slug} to={path + each.slug} className="block">
            {each.title}
          </Link>
        ))}
      </td>
      <td className="whitespace-nowrap">
        {guide.version || <span className="text-soft">not yet</span>}
        {guide.is_stale && <span className="mark mark-unknown ml-2 text-unknown">stale</span>}
        {guide.is_withdrawn && <span className="mark mark-stop ml-2 text-loss">withdrawn</span>}
      </td>
      <td className="whitespace-nowrap">{guide.has_draft ? <DraftState guide={guide} /> : ""}</td>
      <td className="whitespace-nowrap">
        {guide.version && (
          <>
            {guide.runs}
            {guide.flags > 0 && (
              <span className="mark mark-stop ml-3 text-loss">{counted(guide.flags, "flag")}</span>
            )}
          </>
        )}
      </td>
      <td className="text-soft">
        <span className="line-clamp-3" title={guide.admission}>
          {guide.fault || guide.admission}
        </span>
      </td>
    </tr>
  );
}

/** A draft that readers do not see may be kept apart, and comes back among the others. */
function TrialSwitch({ codename, guide }: { codename: string; guide: Listed }) {
  const client = useQueryClient();
  const change = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/guides/{codename}/{slug}/trial", {
          params: { path: { codename, slug: guide.slug } },
          body: { is_trial: !guide.is_trial },
        }),
      ),
    onSuccess: () => refresh(client, "guide"),
  });
  return (
    <span className="block">
      <TextButton quiet disabled={change.isPending} onClick={() => change.mutate()}>
        {guide.is_trial ? "Move to the guides" : "Keep apart as a trial"}
      </TextButton>
      {change.error && <ProblemView error={change.error} />}
    </span>
  );
}

function DraftState({ guide }: { guide: GuideLine }) {
  if (guide.draft_stops > 0) {
    return <span className="mark mark-stop text-loss">{counted(guide.draft_stops, "stop")}</span>;
  }
  if (guide.draft_warnings > 0) {
    return (
      <span className="mark mark-warn text-care">{counted(guide.draft_warnings, "warning")}</span>
    );
  }
  return <span className="mark mark-proved text-ok">proved</span>;
}
