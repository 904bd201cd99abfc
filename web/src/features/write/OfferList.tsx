import type { Completion } from "../../api/client";

/** What may be written next, right below the line: the first is taken with Tab. */
export function OfferList(props: {
  id: string;
  offers: Completion[];
  chosen: number;
  /** Words alone, beside each other. */
  flat?: boolean;
  onTake: (offer: Completion) => void;
}) {
  return (
    <ul id={props.id} className={props.flat ? "offers flat" : "offers"}>
      {props.offers.map((offer, index) => (
        <li
          key={offer.line}
          id={`${props.id}-${index}`}
          className={index === props.chosen ? "chosen" : undefined}
        >
          <button
            type="button"
            tabIndex={-1}
            // The line keeps the focus: one goes on typing.
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => props.onTake(offer)}
          >
            <b className="font-medium">{offer.adds}</b>
            <span className="text-soft">{offer.says}</span>
            {offer.new && <span className="text-soft">comes into the guide</span>}
            {offer.why_not && <span className="text-care">{offer.why_not}</span>}
          </button>
        </li>
      ))}
    </ul>
  );
}
