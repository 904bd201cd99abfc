import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answerOf, api, type Compared } from "../../api/client";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import type { RowPair } from "./groupsOf";

/** The draft that rows are taken into, and the state that they are taken from. */
export interface Taking {
  mine: Compared["first"];
  theirs: Compared["second"];
}

/** One row as it stands on the other side; what it does to phones is compared again at once. */
export function TakeOver({ take, pair }: { take: Taking; pair: RowPair }) {
  const { mine, theirs } = take;
  const client = useQueryClient();
  const taken = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/take-over", {
          params: { path: { codename: mine.codename, slug: mine.slug } },
          body: {
            seen: mine.fingerprint,
            source: {
              codename: theirs.codename,
              slug: theirs.slug,
              version: theirs.version,
              state: theirs.state,
            },
            row: pair.first?.id ?? "",
            other: pair.second?.id ?? "",
          },
        }),
      ),
    onSuccess: async () => {
      await refresh(client, "guide");
      announce("Taken over. One undo in the sheet takes it back.");
    },
  });
  const what = pair.second
    ? pair.first
      ? "Take this over"
      : "Take this in"
    : "Take it out here too";
  return (
    <>
      {" "}
      <TextButton disabled={taken.isPending} onClick={() => taken.mutate()}>
        {what}
      </TextButton>
      {taken.error && <ProblemView error={taken.error} />}
    </>
  );
}
