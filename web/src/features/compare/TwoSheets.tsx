import type { Told } from "../../api/client";
import { groupsOf, type RowPair } from "./groupsOf";
import { TakeOver, type Taking } from "./TakeOver";

const SIGN = {
  same: "",
  words: "",
  otherwise: "=",
  effect: "≠",
  added: "+",
  removed: "−",
  moved: "↕",
} as const;

const WORDS = {
  same: "the same",
  words: "words only",
  otherwise: "done otherwise; it changes the same",
  effect: "something else changes",
  added: "new",
  removed: "gone",
  moved: "moved",
} as const;

/** The rows of both, those that differ joined; what is the same is counted. */
export function TwoSheets(props: {
  rows: Told["rows"];
  first: string;
  second: string;
  take?: Taking;
}) {
  if (props.rows.length === 0) return null;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: on a small screen it is scrolled by keys as well
    <section className="two-sheets-frame" aria-label="The rows of both" tabIndex={0}>
      <table className="two-sheets">
        <thead>
          <tr>
            <th scope="col">{props.first}</th>
            <th scope="col">
              <span className="sr-only">Joined</span>
            </th>
            <th scope="col">{props.second}</th>
            <th scope="col">What it means for a phone</th>
          </tr>
        </thead>
        <tbody>
          {groupsOf(props.rows).map((group) =>
            group.same !== undefined ? (
              <tr key={group.key} className="gap">
                <td colSpan={4}>{group.same}</td>
              </tr>
            ) : (
              <PairRow key={group.key} pair={group.pair} take={props.take} />
            ),
          )}
        </tbody>
      </table>
    </section>
  );
}

function PairRow({ pair, take }: { pair: RowPair; take?: Taking }) {
  return (
    <tr className={`pair ${pair.how}`}>
      <Side side={pair.first} none={pair.first === null || pair.how === "moved"} />
      <td className="joint" aria-hidden>
        {SIGN[pair.how]}
      </td>
      <Side side={pair.second} none={pair.second === null} />
      <td className={pair.how === "effect" ? "means" : "means text-soft"}>
        {pair.means || WORDS[pair.how]}
        {take && pair.how !== "moved" && <TakeOver take={take} pair={pair} />}
      </td>
    </tr>
  );
}

function Side({ side, none }: { side: RowPair["first"]; none: boolean }) {
  if (none || !side) return <td className="none" />;
  return (
    <td>
      <span className="number">{side.number}</span> {side.sentence}
    </td>
  );
}
