import { useState } from "react";
import { NavLink, useLocation } from "react-router";
import type { Codename, Home } from "../api/client";
import { keep, kept } from "../storage";
import { counted } from "../ui/counted";
import { toneText } from "../ui/tones";
import { MANY, pickCodenames } from "./pickCodenames";

const line = ({ isActive }: { isActive: boolean }) =>
  `block min-h-6 px-3.5 py-1 leading-tight text-ink no-underline wrap-anywhere ${
    isActive ? "bg-work-soft shadow-[inset_3px_0_var(--work)]" : ""
  }`;
const RECENT = "anleitung.recent";

/** The desk, the codenames with a word of their state, and what all of them share. */
export function Rail({ home }: { home: Home | undefined }) {
  const waiting = home?.groups.reduce((sum, group) => sum + group.matters.length, 0) ?? 0;
  return (
    <nav
      aria-label="Codenames and desk"
      className="border-hair py-2.5 max-md:flex max-md:flex-wrap max-md:items-baseline max-md:border-b md:border-r md:max-h-[calc(100vh-38px)] md:overflow-y-auto md:sticky md:top-0 print:hidden"
    >
      <NavLink to="/c/" end className={line}>
        Desk
        <small className="block text-[0.75rem] text-soft max-md:ml-1 max-md:inline">
          {counted(waiting, "decision")}
        </small>
      </NavLink>
      {home && <Codenames home={home} />}
      <h2 className="mx-3.5 max-md:hidden mt-4 mb-1 text-[0.75rem] font-semibold text-soft">
        Shared
      </h2>
      <NavLink to="/tools" className={line}>
        Host tools
      </NavLink>
      <NavLink to="/programs" className={line}>
        Phone programs
      </NavLink>
      <NavLink to="/passages" className={line}>
        Passages
      </NavLink>
      <NavLink to="/schemes" className={line}>
        Naming schemes
      </NavLink>
      <h2 className="mx-3.5 max-md:hidden mt-4 mb-1 text-[0.75rem] font-semibold text-soft">Add</h2>
      <NavLink to="/bring-in" className={line}>
        Import a bundle
      </NavLink>
      <NavLink to="/edit/device" className={line}>
        Add a codename
      </NavLink>
    </nav>
  );
}

function Codenames({ home }: { home: Home }) {
  const [wanted, setWanted] = useState("");
  const inUse = home.codenames.filter((each) => !each.retired);
  const recent = useRecent(inUse);
  const many = inUse.length > MANY;
  const shown = many ? pickCodenames(inUse, wanted, recent) : inUse;
  return (
    <>
      <h2 className="mx-3.5 max-md:hidden mt-4 mb-1 text-[0.75rem] font-semibold text-soft">
        Codenames
      </h2>
      {many && (
        <input
          type="search"
          aria-label="Filter codenames"
          placeholder={`Filter ${inUse.length}`}
          className="mx-3.5 mb-1 w-[136px] border border-field bg-sheet px-1.5 py-0.5"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
        />
      )}
      {shown.map((each) => (
        <NavLink key={each.codename} to={`/c/${each.codename}`} className={line}>
          <bdi>{each.codename}</bdi>
          <small
            className={`block text-[0.75rem] max-md:ml-1 max-md:inline ${toneText(each.tone)}`}
          >
            {each.state}
          </small>
        </NavLink>
      ))}
      {many && (
        <p className="mx-3.5 text-[0.75rem] text-soft">
          {wanted ? `${shown.length} shown` : "Yours and the last ones; filter for the others"}
        </p>
      )}
      {inUse.length === 0 && <p className="mx-3.5 text-soft">None yet</p>}
    </>
  );
}

/** The codenames that were opened last in this browser, this one first. */
function useRecent(all: Codename[]): string[] {
  const here = useLocation().pathname.match(/^\/c\/([^/]+)/)?.[1];
  const before = (kept(RECENT) ?? "").split(" ").filter(Boolean);
  const known = (name: string) => all.some((each) => each.codename === name);
  const now = [...new Set([...(here ? [here] : []), ...before])].filter(known).slice(0, 5);
  if (now.join(" ") !== before.join(" ")) keep(RECENT, now.join(" "));
  return now;
}
