import { useEffect, useRef, useState } from "react";
import type { Builds, Way } from "../../api/client";
import { counted } from "../../ui/counted";
import { type Placed, placeBuilds } from "./placeBuilds";

const LANE = 74;
const TOP = 22;
const SIDE = 74;

interface GraphProps {
  data: Builds;
  start: string;
  goal: string;
  reachable: string[] | undefined;
  way: Way | null | undefined;
  onPick: (build: string) => void;
}

/** Builds on a time axis and the moves between them. The table below holds the same in words. */
export function UpdateGraph({ data, start, goal, reachable, way, onPick }: GraphProps) {
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(900);
  useEffect(() => {
    const here = box.current;
    if (!here) return;
    const seen = new ResizeObserver(() => setRoom(here.clientWidth));
    seen.observe(here);
    return () => seen.disconnect();
  }, []);
  const drawing = placeBuilds(data.builds, room);
  const at = new Map(drawing.placed.map((each) => [each.build.build, each]));
  const reached = new Set(reachable);
  const onWay = new Set(way?.legs.map((leg) => `${leg.start} ${leg.goal}`));
  const height = TOP + drawing.lanes.length * LANE + 8;
  const y = (each: Placed) => TOP + each.lane * LANE + 44;
  const shownAt = at.get(start)?.x;
  useEffect(() => {
    const here = box.current;
    if (!here || shownAt === undefined) return;
    const away = shownAt - here.scrollLeft;
    if (away < 20 || away > here.clientWidth - 40) {
      here.scrollLeft = shownAt - here.clientWidth / 3;
    }
  }, [shownAt]);
  return (
    <>
      <div className="flex">
        <svg className="updates shrink-0" width={SIDE} height={height} aria-hidden="true">
          {drawing.lanes.map((lane, i) => (
            <text key={lane} className="lane" x={4} y={TOP + i * LANE + 48}>
              {lane}
            </text>
          ))}
        </svg>
        <div ref={box} className="min-w-0 flex-1 overflow-x-auto">
          <svg
            className="updates"
            width={drawing.width}
            height={height}
            role="img"
            aria-label={`Update graph: ${counted(data.builds.length, "build")} in ${counted(drawing.lanes.length, "lane")}; the table below holds the same`}
          >
            {drawing.years.map((year) => (
              <g key={year.says}>
                <line className="year" x1={year.x} x2={year.x} y1={14} y2={height} />
                <text x={year.x + 3} y={12}>
                  {year.says}
                </text>
              </g>
            ))}
            {drawing.lanes.map((lane, i) => (
              <line
                key={lane}
                className="track"
                x1={0}
                x2={drawing.width}
                y1={TOP + i * LANE + 44}
                y2={TOP + i * LANE + 44}
              />
            ))}
            <RollbackRules placed={drawing.placed} y={y} />
            {data.moves.map((move) => {
              const a = at.get(move.start);
              const b = at.get(move.goal);
              if (!a || !b) return null;
              const key = `${move.start} ${move.goal}`;
              const look = onWay.has(key)
                ? "move way"
                : start === move.start
                  ? "move from"
                  : "move";
              return <path key={key} className={look} d={arc(a, b, y)} />;
            })}
            {way?.legs.map((leg) => {
              const a = at.get(leg.start);
              const b = at.get(leg.goal);
              return a && b ? (
                <path key={`way ${leg.goal}`} className="move way" d={arc(a, b, y)} />
              ) : null;
            })}
            {drawing.placed.map((each) => {
              const { build } = each;
              const look = [
                "build",
                build.has_full && "full",
                build.withdrawn && "withdrawn",
                start === build.build && "start",
                goal === build.build && "goal",
                start && !reached.has(build.build) && start !== build.build && "beyond",
              ]
                .filter(Boolean)
                .join(" ");
              const marked = start === build.build || goal === build.build;
              return (
                // biome-ignore lint/a11y/noStaticElementInteractions: a short cut for the pointer; the table below has the keys
                <g
                  key={build.build}
                  className={look}
                  transform={`translate(${each.x} ${y(each)})`}
                  onClick={() => onPick(build.build)}
                >
                  <title>{`${build.build}, ${build.released}`}</title>
                  <rect className="target" x={-6} y={-16} width={12} height={34} />
                  <circle r={4.5} />
                  {build.withdrawn && <path className="cross" d="M-6-6L6 6M-6 6L6-6" />}
                  {(each.named || marked) && (
                    <text y={marked ? 32 : 20} textAnchor="middle">
                      {build.release}
                    </text>
                  )}
                </g>
              );
            })}
          </svg>
        </div>
      </div>
      <p className="px-1 text-[0.75rem] text-soft">
        Filled: a full package leads here from any build of its region whose rollback index is no
        higher. Open: only from the builds that an arc names. Double rule: the rollback index was
        raised, and nothing leads back over it. Crossed: withdrawn.
      </p>
    </>
  );
}

function arc(a: Placed, b: Placed, y: (each: Placed) => number): string {
  const [x1, x2] = [a.x, b.x];
  const lift = Math.min(30, 8 + Math.abs(x2 - x1) / 8);
  return `M${x1} ${y(a) - 6}Q${(x1 + x2) / 2} ${y(a) - 6 - lift} ${x2} ${y(b) - 6}`;
}

/** Between two neighbours of a lane whose rollback index differs: no way back over this. */
function RollbackRules({ placed, y }: { placed: Placed[]; y: (each: Placed) => number }) {
  const rules = [];
  const last = new Map<number, Placed>();
  for (const each of placed) {
    const before = last.get(each.lane);
    if (before && before.build.rollback_index < each.build.rollback_index) {
      rules.push({ x: (before.x + each.x) / 2, each });
    }
    last.set(each.lane, each);
  }
  return rules.map(({ x, each }) => (
    <g key={each.build.build} className="rollback">
      <line x1={x - 1.5} x2={x - 1.5} y1={y(each) - 12} y2={y(each) + 12} />
      <line x1={x + 1.5} x2={x + 1.5} y1={y(each) - 12} y2={y(each) + 12} />
    </g>
  ));
}
