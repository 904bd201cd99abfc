import type { RouteMap } from "../../api/client";
import { placeMap } from "./placeMap";

const WIDE = 312;
const HIGH = 28;
const FIRST = 134;

/** From the phone as sold to the right: each guide and update behind the leg before it. */
export function MapDrawn(props: {
  map: RouteMap;
  chosen: string;
  onChoose: (name: string) => void;
}) {
  const { map, chosen, onChoose } = props;
  const drawing = placeMap(map.places);
  const x = (column: number) => (column === 0 ? 0 : FIRST + (column - 1) * WIDE);
  const y = (row: number) => row * HIGH + 18;
  const rowOf = new Map(drawing.placed.map((each) => [each.place.name, each.row]));
  const troubled = new Set(map.troubles.map((each) => each.guide));
  const way = new Set(map.places.find((each) => each.name === chosen)?.way);
  const lit = (name: string) =>
    map.feeds.some(
      (feed) =>
        (feed.before === chosen && feed.after === name) ||
        (feed.after === chosen && feed.before === name),
    );
  return (
    <div className="route-map" style={{ height: drawing.rows * HIGH + 12 }}>
      <svg
        aria-hidden="true"
        width={x(drawing.columns)}
        height={drawing.rows * HIGH + 12}
        className="block"
      >
        {drawing.placed.map((each) => {
          const from = each.parent ? (rowOf.get(each.parent) ?? 0) : 0;
          const [x1, x2] = [x(each.column) - 22, x(each.column) - 8];
          return (
            <path
              key={each.place.name}
              className={way.has(each.place.name) ? "on" : ""}
              d={`M${x1} ${y(from)}V${y(each.row)}H${x2}`}
            />
          );
        })}
      </svg>
      <span className="sold" style={{ top: y(0) - 10 }}>
        a phone as sold
      </span>
      {drawing.placed.map(({ place, column, row }) => (
        <button
          key={place.name}
          type="button"
          aria-pressed={place.name === chosen}
          className={[
            place.is_update ? "update" : "",
            lit(place.name) ? "lit" : "",
            troubled.has(place.name) ? "troubled" : "",
          ].join(" ")}
          style={{ left: x(column) - 6, top: y(row) - 13, maxWidth: WIDE - 26 }}
          title={place.title}
          onClick={() => onChoose(place.name)}
        >
          {place.title}
        </button>
      ))}
    </div>
  );
}
