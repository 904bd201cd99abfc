import { Link } from "react-router";
import type { Home } from "../../api/client";

const MARK: Record<string, string> = {
  loss: "mark-stop",
  care: "mark-warn",
  plain: "mark-proved",
};

/** What needs a decision now, over all codenames, the most harmful first. */
export function DeskPage({ home }: { home: Home }) {
  return (
    <div className="max-w-[980px] px-[18px] pt-4 pb-10">
      <h1 className="border-b border-ink pb-1.5 text-[19px] font-semibold">
        {home.decisions.length === 0 ? "Nothing waits for you" : "Waiting for a decision"}
      </h1>
      {home.codenames.length === 0 && (
        <p className="mt-3 text-[15px]">
          No guide is here yet. <Link to="/bring-in">Bring in a bundle</Link> to begin.
        </p>
      )}
      <ul>
        {home.decisions.map((each) => (
          <li
            key={each.path + each.text}
            className="flex items-baseline gap-4 border-b border-hair py-2 text-[15px]"
          >
            <span className={`mark flex-1 ${MARK[each.tone] ?? "mark-note"}`}>{each.text}</span>
            <Link to={each.path} className="whitespace-nowrap font-semibold">
              {each.action}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
