import { queryOptions } from "@tanstack/react-query";
import { answerOf, api } from "../../api/client";
import type { Schema } from "./schema";

export interface Address {
  kind: string;
  codename: string;
  name: string;
}

export const schemaQuery = (kind: string) =>
  queryOptions({
    queryKey: ["schema", kind],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async ({ signal }) =>
      (await answerOf(
        api.GET("/api/schema/{kind}", { params: { path: { kind } }, signal }),
      )) as Schema,
  });

export const documentQuery = (address: Address, number = 0) =>
  queryOptions({
    queryKey: ["document", address, number],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/document", { params: { query: { ...address, number } }, signal })),
  });

export const documentsQuery = (kind: string) =>
  queryOptions({
    queryKey: ["documents", kind],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/documents/{kind}", { params: { path: { kind } }, signal })),
  });
