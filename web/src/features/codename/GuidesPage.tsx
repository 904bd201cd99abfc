import { Link, useParams } from "react-router";
import type { GuideLine, Home } from "../../api/client";
import { CodenameHead } from "./CodenameHead";

export function GuidesPage({ home }: { home: Home }) {
  const { codename = "" } = useParams();
  const found = home.codenames.find((each) => each.codename === codename);
  if (!found) {
    return (
      <div className="p-6">
        <h1 className="text-lg font-semibold">No codename is called {codename}</h1>
        <p className="mt-1">
          <Link to="/edit/device">Enter it</Link>, or <Link to="/bring-in">bring in a bundle</Link>{" "}
          whose device has this codename.
        </p>
      </div>
    );
  }
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <h1 className="mt-1.5 mb-2 text-[19px] font-semibold">Guides for {codename}</h1>
      {found.guides.length === 0 && (
        <p className="mb-2">
          No guide is for this phone yet. <Link to="/bring-in">Bring in a bundle</Link> whose device
          has this codename.
        </p>
      )}
      <table className="ruled">
        <thead>
          <tr>
            <th>Guide</th>
            <th>Published</th>
            <th>Draft</th>
            <th>Reports</th>
            <th>For phones for which</th>
          </tr>
        </thead>
        <tbody>
          {found.guides.map((guide) => (
            <Line key={guide.slug} codename={codename} guide={guide} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Line({ codename, guide }: { codename: string; guide: GuideLine }) {
  const path = `/c/${codename}/guides/${guide.slug}`;
  return (
    <tr>
      <td className="text-[14px]">
        <Link to={path}>{guide.title}</Link>
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
              <span className="mark mark-stop ml-3 text-loss">
                {guide.flags === 1 ? "1 flag" : `${guide.flags} flags`}
              </span>
            )}
          </>
        )}
      </td>
      <td className="text-soft">{guide.admission}</td>
    </tr>
  );
}

function DraftState({ guide }: { guide: GuideLine }) {
  if (guide.draft_stops > 0) {
    return (
      <span className="mark mark-stop text-loss">
        {guide.draft_stops === 1 ? "1 stop" : `${guide.draft_stops} stops`}
      </span>
    );
  }
  if (guide.draft_warnings > 0) {
    return (
      <span className="mark mark-warn text-care">
        {guide.draft_warnings === 1 ? "1 warning" : `${guide.draft_warnings} warnings`}
      </span>
    );
  }
  return <span className="mark mark-proved text-ok">proved</span>;
}
