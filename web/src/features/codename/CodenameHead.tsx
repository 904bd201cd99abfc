import { useQuery } from "@tanstack/react-query";
import { Link, NavLink, useLocation } from "react-router";
import { phoneQuery } from "./phoneQuery";

const TABS = [
  { says: "Phone", path: "" },
  { says: "Builds", path: "/builds" },
  { says: "Files", path: "/files" },
  { says: "Guides", path: "/guides" },
  { says: "Routes", path: "/routes" },
] as const;

const tab = ({ isActive }: { isActive: boolean }) =>
  `pb-0.5 no-underline ${isActive ? "border-b-2 border-work text-ink" : "text-soft"}`;

/** Where one is, above every page of a codename: its name, and what there is of it. */
export function CodenameHead({ codename }: { codename: string }) {
  const phone = useQuery(phoneQuery(codename));
  // Where files and builds are chosen, one name for several phones is the first thing to know.
  const { pathname } = useLocation();
  const warns = ["/builds", "/files"].some((end) => pathname.startsWith(`/c/${codename}${end}`));
  return (
    <>
      <nav aria-label={`Pages of ${codename}`} className="flex flex-wrap gap-x-4 gap-y-1 text-soft">
        <b className="text-ink">{codename}</b>
        {TABS.map((each) => (
          <NavLink
            key={each.path}
            to={`/c/${codename}${each.path}`}
            end={!each.path}
            className={tab}
          >
            {each.says}
          </NavLink>
        ))}
        {phone.data && (
          <span>
            {phone.data.maker} {phone.data.market_names.join(", ")}
          </span>
        )}
        <a className="ml-auto" href="/">
          As readers see it
        </a>
      </nav>
      {warns &&
        phone.data?.namesakes.map((each) => (
          <p key={each.says} className="mark mark-warn text-care" title={each.tell.join(". ")}>
            {each.says} <Link to={`/c/${codename}`}>How to tell</Link>
          </p>
        ))}
    </>
  );
}
