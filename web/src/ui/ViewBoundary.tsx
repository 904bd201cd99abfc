import type { ReactNode } from "react";
import { ErrorBoundary } from "react-error-boundary";
import { useLocation } from "react-router";
import { Button } from "./Button";

/** A view that cannot be fetched, or that fails, takes nothing else of the workbench with it. */
export function ViewBoundary({ children }: { children: ReactNode }) {
  const { pathname, search } = useLocation();
  return (
    <ErrorBoundary
      resetKeys={[pathname, search]}
      fallbackRender={({ error }) => <Failed error={error} />}
    >
      {children}
    </ErrorBoundary>
  );
}

function Failed({ error }: { error: unknown }) {
  return (
    <div role="alert" className="p-6">
      <h1 className="text-[1.1875rem] font-semibold">
        {isNotFetched(error) ? "This view could not be loaded" : "This view failed"}
      </h1>
      <p className="py-2">
        {isNotFetched(error)
          ? "The site cannot be reached, or has a newer version."
          : "The fault is ours. The other views go on working."}
      </p>
      <Button onClick={() => window.location.reload()}>Reload the page</Button>
    </div>
  );
}

/** Browsers word it in their own ways: a module that was to be fetched, and was not. */
const isNotFetched = (error: unknown) =>
  error instanceof Error &&
  /dynamically imported module|importing a module script failed/i.test(error.message);
