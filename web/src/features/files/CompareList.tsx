import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answerOf, api } from "../../api/client";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import type { Which } from "./queries";

const LOOKS: Record<string, string> = {
  agrees: "mark mark-proved text-ok",
  differs: "mark mark-stop text-loss",
  "not-in-set": "mark mark-note text-soft",
  "not-listed": "mark mark-warn text-care",
  unreadable: "mark mark-unknown text-unknown",
};

/** Somebody's checksum list, in any of the usual forms, held against the set. */
export function CompareList({ which }: { which: Which }) {
  const [text, setText] = useState("");
  const compare = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/file-set/compare", { params: { query: { ...which } }, body: { text } }),
      ),
  });
  return (
    <section aria-label="Compare with a list">
      <h2 className="border-b border-ink text-[0.875rem] font-semibold">Compare with a list</h2>
      <textarea
        aria-label="Checksum list"
        rows={4}
        spellCheck={false}
        placeholder="Two columns, tagged, or Metalink 4: paste it, or drop the file here"
        className="mt-1.5 block w-full border border-hair-strong bg-sheet p-1.5 font-mono text-[0.75rem]"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onDrop={async (event) => {
          const file = event.dataTransfer.files[0];
          if (!file || file.size > 2_000_000) return;
          event.preventDefault();
          event.stopPropagation();
          setText(await file.text());
        }}
      />
      <Button className="mt-1" disabled={!text.trim()} onClick={() => compare.mutate()}>
        Compare
      </Button>
      {compare.error && <ProblemView error={compare.error} />}
      <div role="status">
        <ul className="mt-1">
          {compare.data?.map((each) => (
            <li key={each.verdict + each.name}>
              <span className={LOOKS[each.verdict]}>{each.verdict.replaceAll("-", " ")}</span>{" "}
              <span className="letter">{each.name}</span> {each.says}
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
