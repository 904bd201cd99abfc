import { queryOptions } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";

const MOMENT = 1_000;

/** How the sources stand; asked again each second while a round is under way. */
export const watchQuery = (codename: string) =>
  queryOptions({
    queryKey: ["watch", codename],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/watch", { params: { path: { codename } }, signal }),
      ),
    refetchInterval: (query) => (isUnderWay(query.state.data?.check?.state) ? MOMENT : false),
  });

export const isUnderWay = (state: string | undefined) => state === "waiting" || state === "running";
