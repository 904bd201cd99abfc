import { Link } from "react-router";
import type { RouteMap } from "../../api/client";
import { counted } from "../../ui/counted";

/** One guide or update of the map: the way to it, what opens it, and what it opens. */
export function OnePlace({
  codename,
  map,
  name,
}: {
  codename: string;
  map: RouteMap;
  name: string;
}) {
  const place = map.places.find((each) => each.name === name);
  if (!place) return null;
  const title = (id: string) => map.places.find((each) => each.name === id)?.title ?? id;
  const before = map.feeds.filter((feed) => feed.after === name);
  const after = map.feeds.filter((feed) => feed.before === name);
  const declared = map.declared.find((each) => each.guide === name);
  return (
    <section aria-labelledby="one-place" className="mt-3 border-t border-ink pt-1.5">
      <h2 id="one-place" className="text-[0.9375rem] font-semibold">
        {place.is_update ? (
          place.title
        ) : (
          <Link to={`/c/${codename}/guides/${name}`}>{place.title}</Link>
        )}{" "}
        <span className="font-normal text-soft">{place.version}</span>
      </h2>
      <dl className="facts-list mt-1">
        <dt>Shortest way</dt>
        <dd>
          {place.rank > 0
            ? ["a phone as sold", ...place.way.map(title)].join(" → ")
            : `no phone as sold comes to it in ${counted(map.legs, "leg", "legs")}`}
        </dd>
        {declared && (
          <>
            <dt>Declared</dt>
            <dd>
              <ol>
                {declared.chain.map((each, at) => (
                  <li key={each}>
                    {at + 1}. {title(each)}: {declared.reasons[at]}
                  </li>
                ))}
              </ol>
              {declared.agrees
                ? `The proofs agree: ${counted(declared.through, "kind of phone", "kinds of phone")} come through all of it.`
                : "The proofs say otherwise: see above."}
            </dd>
          </>
        )}
        <dt>Opened by</dt>
        <dd>
          <FeedList feeds={before} name={(feed) => title(feed.before)} />
        </dd>
        <dt>Opens</dt>
        <dd>
          <FeedList feeds={after} name={(feed) => title(feed.after)} />
        </dd>
      </dl>
    </section>
  );
}

type Feed = RouteMap["feeds"][number];

function FeedList({ feeds, name }: { feeds: Feed[]; name: (feed: Feed) => string }) {
  if (feeds.length === 0) return <span className="text-soft">nothing</span>;
  return (
    <ul>
      {feeds.map((feed) => (
        <li key={`${feed.before} ${feed.after}`}>
          {name(feed)}{" "}
          <span className="text-soft">
            for {feed.opened.toLocaleString("en")} of {feed.of.toLocaleString("en")} kinds of phone
            that come through
          </span>
        </li>
      ))}
    </ul>
  );
}
