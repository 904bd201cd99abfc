import { Link } from "react-router";
import type { Compared, Page } from "../../api/client";
import { ProblemView } from "../../ui/ProblemView";

const LEVELS = ["patch", "minor", "major"] as const;
export type Level = (typeof LEVELS)[number];

/** The number that follows from what differs, why, and what the author may make of it. */
export function NextVersion(props: {
  page: Page;
  compared: Compared | undefined;
  error: Error | null;
  level: Level | undefined;
  onLevel: (level: Level | undefined) => void;
  note: string;
  onNote: (note: string) => void;
}) {
  const { page, compared } = props;
  const { codename, guide } = page.sheet;
  if (props.error) return <ProblemView error={props.error} />;
  if (!compared) return <p className="mt-2 text-soft">Comparing with {page.follows?.version}…</p>;
  const least = compared.compared.level === "same" ? "patch" : compared.compared.level;
  const more = LEVELS.slice(LEVELS.indexOf(least));
  return (
    <div className="mt-2">
      <p>
        It becomes <b>{compared.version}</b>
        {compared.compared.reason && `: ${compared.compared.reason}`}.{" "}
        <Link to={`/c/${codename}/guides/${guide}/compare?first=${page.follows?.version}`}>
          Compare with {page.follows?.version}
        </Link>
      </p>
      <label className="mt-1 block">
        <span className="text-soft">What readers are told of it</span>
        <textarea
          className="mt-0.5 w-full border border-field bg-transparent p-1"
          rows={4}
          value={props.note}
          onChange={(event) => props.onNote(event.target.value)}
        />
      </label>
      {more.length > 1 && (
        <label className="mt-1 flex gap-2">
          <span className="text-soft">Count it as</span>
          <select
            value={props.level ?? least}
            onChange={(event) => {
              const chosen = more.find((each) => each === event.target.value);
              props.onLevel(chosen === least ? undefined : chosen);
            }}
          >
            {more.map((each) => (
              <option key={each} value={each}>
                {each}
              </option>
            ))}
          </select>
        </label>
      )}
    </div>
  );
}
