import type { Way } from "../../api/client";

/** The legs of a way, one below the other. */
export function WayList({ way, title }: { way: Way; title: string }) {
  return (
    <div>
      <p className="font-semibold">
        {title}: {way.legs.length} {way.legs.length === 1 ? "leg" : "legs"}, {way.download}
      </p>
      <ol>
        {way.legs.map((leg) => (
          <li key={leg.goal}>
            to <span className="letter">{leg.goal}</span>{" "}
            <span className="text-soft">
              {leg.kind}, {leg.size}, <span className="letter">{leg.name}</span>
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}
