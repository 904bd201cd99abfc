import { queryOptions } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";

export const phoneQuery = (codename: string) =>
  queryOptions({
    queryKey: ["phone", codename],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/phone", { params: { path: { codename } }, signal }),
      ),
  });
