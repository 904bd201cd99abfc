import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Apart } from "../../ui/Apart";
import { TextButton } from "../../ui/TextButton";
import { decodeQuery, offeredQuery } from "./queries";
import { WayList } from "./WayList";

/** Any pasted string, taken apart while one types, and why its phone may be offered no update. */
export function TakenApart({
  codename,
  onFind,
}: {
  codename: string;
  onFind: (build: string) => void;
}) {
  const [text, setText] = useState("");
  const asked = useDeferredValue(text.trim());
  const decoded = useQuery({
    ...decodeQuery(asked, codename),
    enabled: asked !== "",
    placeholderData: (before) => before,
  });
  const offered = useQuery({
    ...offeredQuery(codename, asked),
    enabled: asked !== "" && decoded.data?.fault === "",
    placeholderData: (before) => before,
  });
  const reading = decoded.data?.readings[0];
  return (
    <section aria-label="A string, taken apart" className="mt-2">
      <label htmlFor="apart" className="mr-2">
        A build string or file name
      </label>
      <input
        id="apart"
        type="text"
        className="letter w-96 max-w-full border border-hair-strong bg-sheet px-1.5 py-1"
        spellCheck={false}
        autoCapitalize="off"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {asked && decoded.data && (
        <div role="status" className="mt-1.5 space-y-1">
          {decoded.data.fault && <p className="mark mark-unknown">{decoded.data.fault}</p>}
          {decoded.data.notes.map((each) => (
            <p key={each} className="mark mark-note text-soft">
              Read as {decoded.data.text}: {each}.
            </p>
          ))}
          {reading && (
            <>
              <Apart fields={reading.fields} />
              {reading.fields
                .filter((each) => each.verdict === "differs")
                .map((each) => (
                  <p key={each.field} className="mark mark-stop text-loss">
                    {each.says}
                  </p>
                ))}
              {reading.listed && offered.data && (
                <TextButton onClick={() => onFind(offered.data.build)}>
                  Show {offered.data.build} below
                </TextButton>
              )}
            </>
          )}
          {reading && offered.data && (
            <div className="mark mark-note">
              <b>Why is this phone offered no update?</b> {offered.data.says}
              {offered.data.way && <WayList way={offered.data.way} title="The way by hand" />}
            </div>
          )}
        </div>
      )}
    </section>
  );
}
