import { queryOptions } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";

export const homeQuery = queryOptions({
  queryKey: ["home"],
  queryFn: ({ signal }) => answerOf(api.GET("/api/home", { signal })),
});
