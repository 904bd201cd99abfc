import { Link, NavLink } from "react-router";
import type { Home } from "../api/client";
import { toneText } from "../ui/tones";

const line = ({ isActive }: { isActive: boolean }) =>
  `block px-3.5 py-1 leading-tight text-ink no-underline ${
    isActive ? "bg-work-soft shadow-[inset_3px_0_var(--work)]" : ""
  }`;

/** The codenames, each with one word of its state, and the desk. */
export function Rail({ home }: { home: Home | undefined }) {
  const inUse = home?.codenames.filter((each) => !each.retired) ?? [];
  const waiting = home?.decisions.length ?? 0;
  return (
    <nav
      aria-label="Codenames and desk"
      className="border-hair py-2.5 max-md:flex max-md:flex-wrap max-md:items-baseline max-md:border-b md:border-r"
    >
      <h2 className="mx-3.5 max-md:hidden mb-1 text-[11.5px] font-semibold text-soft">Codenames</h2>
      {inUse.map((each) => (
        <NavLink key={each.codename} to={`/c/${each.codename}`} className={line}>
          {each.codename}
          <small className={`block text-[12px] max-md:ml-1 max-md:inline ${toneText(each.tone)}`}>
            {each.state}
          </small>
        </NavLink>
      ))}
      {home && inUse.length === 0 && <p className="mx-3.5 text-soft">None yet</p>}
      <Link to="/edit/device" className={line({ isActive: false })}>
        <span className="text-work">Enter a codename</span>
      </Link>
      <h2 className="mx-3.5 max-md:hidden mt-4 mb-1 text-[11.5px] font-semibold text-soft">
        Shared
      </h2>
      <NavLink to="/tools" className={line}>
        Host tools
      </NavLink>
      <NavLink to="/programs" className={line}>
        Phone programs
      </NavLink>
      <NavLink to="/schemes" className={line}>
        Naming schemes
      </NavLink>
      <h2 className="mx-3.5 max-md:hidden mt-4 mb-1 text-[11.5px] font-semibold text-soft">Desk</h2>
      <NavLink to="/c/" end className={line}>
        {waiting === 1 ? "1 decision" : `${waiting} decisions`}
        <small className="block text-[12px] text-soft max-md:hidden">waiting for somebody</small>
      </NavLink>
      <NavLink to="/bring-in" className={line}>
        Bring in a bundle
      </NavLink>
    </nav>
  );
}
