import { queryOptions } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";

export const guidesQuery = (codename: string) =>
  queryOptions({
    queryKey: ["guides", codename],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/guides", { params: { path: { codename } }, signal }),
      ),
  });
