import { useEffect, useRef, useState } from "react";
import type { Chord } from "../api/client";
import { playChord } from "./playChord";

/** A chord at a glance: the picture, and the same in sentences. */
export function ChordView({ chord }: { chord: Chord }) {
  const box = useRef<HTMLDivElement>(null);
  const stop = useRef<(() => void) | undefined>(undefined);
  const [plays, setPlays] = useState(false);
  useEffect(() => () => stop.current?.(), []);

  function press() {
    const picture = box.current?.querySelector("svg");
    if (stop.current) {
      stop.current();
      return;
    }
    if (!picture) return;
    setPlays(true);
    stop.current = playChord(picture, () => {
      stop.current = undefined;
      setPlays(false);
    });
  }

  return (
    <figure className="border-t border-hair pt-2">
      <figcaption className="flex items-baseline justify-between gap-3 font-semibold">
        {chord.title}
        <button type="button" className="cursor-pointer font-normal text-work" onClick={press}>
          {plays ? "Stop" : "Play it once"}
        </button>
      </figcaption>
      {/* biome-ignore lint/security/noDangerouslySetInnerHtml: a picture that core draws, its texts escaped */}
      <div ref={box} dangerouslySetInnerHTML={{ __html: chord.svg }} />
      <p className="mt-1">{chord.begin}</p>
      <ol className="list-decimal pl-5">
        {chord.steps.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ol>
      {chord.window && <p className="font-semibold">{chord.window}</p>}
      {chord.told_apart && (
        <p className="text-soft">You are there when you see: {chord.told_apart}.</p>
      )}
      {chord.again && <p className="text-soft">If it does not work: {chord.again}</p>}
    </figure>
  );
}
