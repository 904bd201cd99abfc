import type { UseQueryResult } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { ProblemView } from "./ProblemView";

/** A query as a page sees it: loading, failed, or there. */
export function Waiting<T>({
  query,
  children,
}: {
  query: UseQueryResult<T>;
  children: (data: T) => ReactNode;
}) {
  if (query.data !== undefined) return children(query.data);
  if (query.error) {
    return (
      <div className="p-6">
        <ProblemView error={query.error} onRetry={() => query.refetch()} />
      </div>
    );
  }
  return (
    <p role="status" className="p-6 text-soft">
      Loading…
    </p>
  );
}
