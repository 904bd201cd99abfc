import { queryOptions } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";

export const buildsQuery = (codename: string) =>
  queryOptions({
    queryKey: ["builds", codename],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/builds", { params: { path: { codename } }, signal }),
      ),
  });

export const waysQuery = (codename: string, start: string, goal: string) =>
  queryOptions({
    queryKey: ["ways", codename, start, goal],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/ways", {
          params: { path: { codename }, query: { start, goal } },
          signal,
        }),
      ),
  });

export const offeredQuery = (codename: string, build: string) =>
  queryOptions({
    queryKey: ["offered", codename, build],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/offered", {
          params: { path: { codename }, query: { build } },
          signal,
        }),
      ),
  });

export const decodeQuery = (text: string, codename: string) =>
  queryOptions({
    queryKey: ["decode", text, codename],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/decode", { params: { query: { text, codename } }, signal })),
    gcTime: 60_000,
  });
