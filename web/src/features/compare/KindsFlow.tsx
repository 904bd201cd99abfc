import type { Told } from "../../api/client";

const HEIGHT = 70;
const n = (count: number) => count.toLocaleString("en");

/** How many kinds of phone were admitted and are now: who stays, who is turned away, who is new. */
export function KindsFlow({ told }: { told: Told }) {
  const { admitted_first: before, admitted_second: after, came, fell } = told;
  const most = Math.max(before, after, 1);
  const size = (count: number) => (count === 0 ? 0 : Math.max(3, (count / most) * HEIGHT));
  const [left, right] = [size(before), size(after)];
  const [gone, fresh] = [size(fell), size(came)];
  const words = `${n(before)} kinds of phone before, ${n(after)} after: ${n(fell)} turned away, ${n(came)} new`;
  return (
    <figure className="compare-flow">
      <figcaption className="text-soft">Kinds of phone, before and after</figcaption>
      <svg
        role="img"
        aria-label={words}
        width="340"
        height={HEIGHT + 26}
        viewBox={`0 0 340 ${HEIGHT + 26}`}
      >
        <path
          className="flow"
          d={`M80 2 L190 ${2 + fresh} L190 ${2 + right} L80 ${2 + left - gone} Z`}
        />
        <rect className="stays" x="1" y="2" width="80" height={Math.max(left - gone, 0)} />
        {gone > 0 && <rect className="gone" x="1" y={2 + left - gone} width="80" height={gone} />}
        {fresh > 0 && <rect className="fresh" x="190" y="2" width="80" height={fresh} />}
        <rect
          className="stays"
          x="190"
          y={2 + fresh}
          width="80"
          height={Math.max(right - fresh, 0)}
        />
        <text x="1" y={HEIGHT + 20}>
          {n(before)}
        </text>
        <text x="190" y={HEIGHT + 20}>
          {n(after)}
        </text>
        {gone > 0 && (
          <text className="gone" x="88" y={HEIGHT + 20}>
            −{n(fell)}
          </text>
        )}
        {fresh > 0 && (
          <text className="fresh" x="276" y={14}>
            +{n(came)}
          </text>
        )}
      </svg>
    </figure>
  );
}
