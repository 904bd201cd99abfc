import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answerOf, api, type Writing } from "../../api/client";
import { counted } from "../../ui/counted";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { Waiting } from "../../ui/Waiting";
import type { Path } from "./useWriting";

/** Every state that the draft was in, with who made it; each can be looked at and set back. */
export function History(props: {
  path: Path;
  writing: Writing;
  onSetBack: (number: number) => void;
}) {
  const { path, writing } = props;
  const [looked, setLooked] = useState<number>();
  const states = useQuery({
    queryKey: ["states", path.codename, path.slug, writing.fingerprint, writing.state],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/drafts/{codename}/{slug}/states", { params: { path }, signal })),
  });
  return (
    <section aria-label="History of this draft" className="border-b border-hair py-2">
      <p className="flex gap-4">
        <b className="font-semibold">History of this draft</b>
        <Link to="?v=draft">Close</Link>
      </p>
      <Waiting query={states}>
        {(data) => (
          <ol className="history">
            {data.states.map((state) => (
              <li key={state.number} aria-current={state.here ? "true" : undefined}>
                <span className="text-soft">{state.number}</span>
                <span>{state.says}</span>
                <span className="text-soft">
                  {state.by}, {dayWords(state.at)}
                </span>
                <span className="flex gap-3">
                  {state.here ? (
                    <b className="font-medium text-work">this is where it stands</b>
                  ) : (
                    <>
                      <TextButton
                        aria-expanded={looked === state.number}
                        onClick={() =>
                          setLooked(looked === state.number ? undefined : state.number)
                        }
                      >
                        Look
                      </TextButton>
                      <TextButton onClick={() => props.onSetBack(state.number)}>
                        Set back to it
                      </TextButton>
                    </>
                  )}
                </span>
                {looked === state.number && <State path={path} number={state.number} />}
              </li>
            ))}
          </ol>
        )}
      </Waiting>
    </section>
  );
}

/** An earlier state, folded to its sentences. */
function State({ path, number }: { path: Path; number: number }) {
  const state = useQuery({
    queryKey: ["state", path.codename, path.slug, number],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/drafts/{codename}/{slug}/states/{number}", {
          params: { path: { ...path, number } },
          signal,
        }),
      ),
  });
  if (state.error) return <ProblemView error={state.error} />;
  if (!state.data) return <p className="text-soft">Proving…</p>;
  const sheet = state.data;
  return (
    <div className="state-look">
      <p className={sheet.stops > 0 ? "text-loss" : "text-ok"}>
        {counted(sheet.stops, "stop")}, {counted(sheet.warnings, "warning")} ·{" "}
        {counted(sheet.admitted, "kind of phone", "kinds of phone")}
      </p>
      <p>For: {sheet.admission.join("; ")}</p>
      <ol className="list-decimal pl-6">
        {sheet.rows.map((row) => (
          <li key={row.id}>
            {row.arm && <span className="text-soft italic">{row.arm}: </span>}
            {row.sentence}
          </li>
        ))}
      </ol>
    </div>
  );
}
