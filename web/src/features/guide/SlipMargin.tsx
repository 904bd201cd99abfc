import { Link } from "react-router";
import { useSheet } from "./sheetContext";

const HOWS: Record<string, string> = {
  dead: "Bricked",
  lost: "Data lost",
  stuck: "Hangs",
};

/** The most dangerous slip at a step, in a line; all of it where one is. */
export function SlipMargin({ step, isCurrent }: { step: string; isCurrent: boolean }) {
  const { slipsAt, toBench } = useSheet();
  const { harm, why, way, behind } = slipsAt(step);
  return (
    <>
      {behind
        ?.filter((each) => isCurrent || each.severity === "stop")
        .map((each) => (
          <p key={each.message} className="mark mark-unknown">
            <span className="text-soft">Would be found here: </span>
            {each.message}
            {isCurrent && each.phones && <span className="text-soft"> For {each.phones}.</span>}
          </p>
        ))}
      {harm && (
        <p className={`mark mark-note ${isCurrent ? "" : "line-clamp-1"}`} title={harm.slip}>
          <span className={harm.how === "stuck" ? "text-care" : "text-loss"}>{HOWS[harm.how]}</span>
          <span className="text-soft"> by a slip: </span>
          {harm.slip}
          {isCurrent && (
            <>
              . {harm.says} <span className="text-soft">Nearest: {harm.witness}.</span>{" "}
              <Link to={toBench(harm.facts, harm.step, harm.index)}>
                Try this slip on the bench
              </Link>
            </>
          )}
        </p>
      )}
      {way && (isCurrent || way.rescued < way.of || way.of === 0) && (
        <p
          className={`mark ${way.of > 0 && way.rescued === way.of ? "mark-proved" : "mark-unknown"}`}
        >
          <span className="text-soft">Way back: </span>
          {way.title}
          {way.of > 0 && (
            <>
              {" – "}
              {way.rescued === way.of
                ? "starts from here for every phone that hangs"
                : `starts from here for ${way.rescued.toLocaleString("en")} of ${way.of.toLocaleString("en")} kinds of phone that hang`}
            </>
          )}
          {isCurrent && way.why && <span className="text-soft">; not for others: {way.why}</span>}
        </p>
      )}
      {why && (isCurrent || !why.needed) && (
        <p className={`mark ${why.needed ? "mark-proved" : "mark-note"}`}>
          {why.needed && <span className="text-soft">Without it: </span>}
          {why.says}
          {why.needed && (
            <span className="text-soft">
              {" "}
              On {why.phones.toLocaleString("en")} of {why.of.toLocaleString("en")} kinds of phone.
            </span>
          )}
        </p>
      )}
    </>
  );
}
