import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useLocation, useParams } from "react-router";
import { api, type RouteMap } from "../../api/client";
import { patiently } from "../../api/patiently";
import { counted } from "../../ui/counted";
import { TextButton } from "../../ui/TextButton";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { MapDrawn } from "./MapDrawn";
import { OnePlace } from "./OnePlace";
import { updatesAside } from "./placeMap";

const mapQuery = (codename: string) => ({
  queryKey: ["map", codename],
  queryFn: ({ signal }: { signal: AbortSignal }) =>
    patiently(
      () => api.POST("/api/codenames/{codename}/map", { params: { path: { codename } }, signal }),
      { signal },
    ),
});

const KINDS: Record<string, string> = {
  break: "No phone as sold comes to it",
  circle: "Guides in a circle",
  hangs: "Depends on a guide that routes avoid",
  rescue: "No way back after an interruption",
  declared: "Declared chain differs from the proofs",
};

/** The map of a codename: which guide and update leads to which, and where chains break. */
export function RoutesPage() {
  const { codename = "" } = useParams();
  usePageTitle("Routes", codename);
  const map = useQuery(mapQuery(codename));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <div className="mt-1.5 mb-2 flex flex-wrap items-baseline gap-x-4 border-b border-ink pb-1.5">
        <h1 className="text-[1.1875rem] font-semibold">Which guide leads to which on {codename}</h1>
        <a className="ml-auto font-semibold" href={`/c/${codename}/route`}>
          Find a way for one phone
        </a>
      </div>
      <Waiting query={map}>
        {(data) =>
          data ? (
            <Drawn codename={codename} map={data} />
          ) : (
            <p>Nothing is published for {codename}. The map shows published guides and updates.</p>
          )
        }
      </Waiting>
    </div>
  );
}

function Drawn({ codename, map }: { codename: string; map: RouteMap }) {
  const { hash } = useLocation();
  const [chosen, setChosen] = useState(decodeURIComponent(hash.slice(1)));
  const [all, setAll] = useState(false);
  const aside = updatesAside(map.places);
  const drawn = all ? map.places : map.places.filter((each) => !aside.includes(each));
  const unreached = map.places.filter(
    (each) => each.rank === 0 && !each.avoided && !each.is_rescue,
  );
  const avoided = map.places.filter((each) => each.avoided);
  const rescues = map.places.filter((each) => each.is_rescue);
  return (
    <>
      <Troubles codename={codename} map={map} onChoose={setChosen} />
      <p className="mt-3 text-soft">
        Computed by running every published guide and update on all phones at once. Each stands
        behind the leg before it on the shortest way of a phone as sold.
      </p>
      <div className="overflow-x-auto">
        <MapDrawn map={{ ...map, places: drawn }} chosen={chosen} onChoose={setChosen} />
      </div>
      {aside.length > 0 && (
        <p className="mt-1">
          <span className="text-soft">
            {counted(aside.length, "update")} on the shortest way of no guide:
          </span>{" "}
          <TextButton aria-pressed={all} onClick={() => setAll(!all)}>
            {all ? "Leave them out" : "Draw them as well"}
          </TextButton>
        </p>
      )}
      <Others label="Not reached from a phone as sold" places={unreached} onChoose={setChosen} />
      <Others label="For phones that hang" places={rescues} onChoose={setChosen} />
      <Others label="Avoided by routes" places={avoided} onChoose={setChosen} />
      {map.not_mapped.length > 0 && (
        <p className="mark mark-warn mt-2 text-care">
          Not on the map, since they carry older documents of the phone or of a build:{" "}
          {map.not_mapped.join(", ")}.
        </p>
      )}
      {map.untried.map((says) => (
        <p key={says} className="mark mark-warn mt-2 text-care">
          {says}
        </p>
      ))}
      <OnePlace codename={codename} map={map} name={chosen} />
    </>
  );
}

function Others(props: {
  label: string;
  places: RouteMap["places"];
  onChoose: (name: string) => void;
}) {
  if (props.places.length === 0) return null;
  return (
    <p className="mt-2 flex flex-wrap gap-x-3">
      <span className="text-soft">{props.label}:</span>
      {props.places.map((each) => (
        <button
          key={each.name}
          type="button"
          className="min-h-6 cursor-pointer text-work underline"
          onClick={() => props.onChoose(each.name)}
        >
          {each.title}
          {each.avoided && ` (${each.avoided})`}
        </button>
      ))}
    </p>
  );
}

function Troubles(props: { codename: string; map: RouteMap; onChoose: (name: string) => void }) {
  const { troubles, legs, places } = props.map;
  const reached = places.filter((each) => !each.is_update && each.rank > 0).length;
  if (troubles.length === 0) {
    return (
      <p className="mark mark-proved">
        No chain on the map breaks: phones as sold come to{" "}
        {counted(reached, "published guide", "published guides")}, in {counted(legs, "leg", "legs")}{" "}
        at the most, and a phone that hangs after an interruption is led back.
      </p>
    );
  }
  return (
    <section aria-label="What is wrong">
      {Object.entries(KINDS).map(([kind, says]) => {
        const own = troubles.filter((each) => each.kind === kind);
        return (
          own.length > 0 && (
            <div key={kind} className="mt-2">
              <h2 className="text-[0.9375rem]">
                <span className="font-semibold">{says}</span>{" "}
                <span className="text-soft">{own.length}</span>
              </h2>
              <ul>
                {own.map((each) => (
                  <li key={each.guide + each.says} className="border-b border-hair py-1.5">
                    <span className="mark mark-warn">
                      <Link
                        to={`/c/${props.codename}/guides/${each.guide}`}
                        className="font-semibold"
                      >
                        {each.title}
                      </Link>{" "}
                      {each.says}
                    </span>
                  </li>
                ))}
              </ul>
            </div>
          )
        );
      })}
    </section>
  );
}
