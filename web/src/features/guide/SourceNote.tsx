import { Link } from "react-router";
import type { Page } from "../../api/client";

/** Files of this guide that do not come any more as they are on record. */
export function SourceNote({ page }: { page: Page }) {
  if (page.sources.length === 0) return null;
  const [first, ...others] = page.sources;
  return (
    <section aria-label="Sources" className="mark mark-stop my-1">
      <p>
        <b>Source changed:</b> {first}.{" "}
        {others.length > 0 &&
          `${others.length === 1 ? "1 more source" : `${others.length} more sources`} changed too. `}
        <Link to={`/c/${page.sheet.codename}/files#sources`}>Compare</Link>
      </p>
    </section>
  );
}
