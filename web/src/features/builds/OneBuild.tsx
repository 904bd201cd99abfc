import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Builds } from "../../api/client";
import type { components } from "../../api/schema.gen";
import { Apart } from "../../ui/Apart";
import { toneText } from "../../ui/tones";
import { DocumentFoot, documentQuery } from "../document";
import { WayList } from "./WayList";

interface OneBuildProps {
  codename: string;
  data: Builds;
  name: string;
  goal: string;
  ways: components["schemas"]["WaysOut"] | undefined;
  onGoal: (build: string) => void;
}

/** One build: what its string says, its packages, and where one gets from it. */
export function OneBuild({ codename, data, name, goal, ways, onGoal }: OneBuildProps) {
  const build = data.builds.find((each) => each.build === name);
  const address = { kind: "build", codename, name };
  const document = useQuery({ ...documentQuery(address), retry: false });
  if (!build) {
    return (
      <section aria-label="Build" className="mt-3 border-t border-ink pt-2">
        <h2 className="letter text-[0.875rem] font-semibold">{name}</h2>
        {document.data?.retired ? (
          <>
            <p className="mark mark-stop">Retired: {document.data.retired}</p>
            <DocumentFoot document={document.data} />
          </>
        ) : (
          <p className="mark mark-unknown">
            This build is not in the catalogue.{" "}
            <Link to={`/c/${codename}/builds/paste`}>Enter it</Link>.
          </p>
        )}
      </section>
    );
  }
  return (
    <section aria-label="Build" className="mt-3 border-t border-ink pt-2">
      <div className="flex flex-wrap items-baseline gap-4">
        <h2 className="letter text-[0.875rem] font-semibold">{build.build}</h2>
        <Link to={`/edit/build?codename=${codename}&name=${encodeURIComponent(name)}`}>Edit</Link>
      </div>
      <Apart fields={build.fields} />
      <div className="mt-2 grid gap-x-8 gap-y-3 lg:grid-cols-2">
        <div>
          <p>
            Platform {build.platform}, rollback index {build.rollback_index}
            {build.patch_level && `, patch level ${build.patch_level}`}
            {build.released && `, released ${build.released}`}
            {build.edition && `, edition of ${build.edition}`}
          </p>
          {build.standing.map((each) => (
            <p key={each.words} className={`mark mark-warn ${toneText(each.tone)}`}>
              {each.words}
            </p>
          ))}
          {build.notes && <p>{build.notes}</p>}
          {build.known_bugs.map((each) => (
            <p key={each} className="mark mark-warn text-care">
              {each}
            </p>
          ))}
          <ul className="mt-1">
            {build.packages.map((each) => (
              <li key={each.name}>
                <span className="letter">{each.name}</span>{" "}
                <span className="text-soft">
                  {each.words}, {each.size}
                </span>
                {each.missing && (
                  <span className="mark mark-unknown ml-1 text-unknown">
                    its predecessor {each.missing} is not in the catalogue
                  </span>
                )}
              </li>
            ))}
            {build.packages.length === 0 && <li className="text-soft">No packages yet.</li>}
          </ul>
        </div>
        <div>
          <label htmlFor="goal">From here to </label>
          <select
            id="goal"
            className="letter max-w-full border border-hair-strong bg-sheet px-1 py-0.5"
            value={goal}
            onChange={(event) => onGoal(event.target.value)}
          >
            <option value="">choose a build</option>
            {data.builds
              .filter((each) => each.build !== name)
              .map((each) => (
                <option key={each.build} value={each.build}>
                  {each.build}
                  {ways && !ways.reachable.includes(each.build) ? " (no way)" : ""}
                </option>
              ))}
          </select>
          <div role="status" className="mt-1.5 space-y-1.5">
            {ways && !goal && (
              <p className="text-soft">
                {ways.reachable.length === 0
                  ? "No updates lead on from here."
                  : `${ways.reachable.length} builds can be reached from here.`}
              </p>
            )}
            {goal && ways?.no_way && <p className="mark mark-stop">{ways.no_way}</p>}
            {goal && ways?.fewest_legs && <WayList way={ways.fewest_legs} title="Fewest legs" />}
            {goal &&
              ways?.least_download &&
              ways.least_download.download !== ways.fewest_legs?.download && (
                <WayList way={ways.least_download} title="Least download" />
              )}
          </div>
        </div>
      </div>
      {document.data && <DocumentFoot document={document.data} />}
    </section>
  );
}
