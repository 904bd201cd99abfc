import { useEffect } from "react";

/** The name of the view in the title of the window, the most special first. */
export function usePageTitle(...parts: (string | undefined)[]): void {
  const title = [...parts.filter(Boolean), "Anleitung"].join(" · ");
  useEffect(() => {
    document.title = title;
  }, [title]);
}
