import { Link } from "react-router";
import type { Page } from "../../api/client";

type Relative = NonNullable<Page["parent"]>;

/** What this guide was begun from, and what was begun from it, each with what changed since. */
export function Lineage({ page }: { page: Page }) {
  const { codename, guide } = page.sheet;
  const at = `/c/${codename}/guides/${guide}/compare`;
  const now = page.kind === "draft" ? "draft" : page.version;
  const { parent } = page;
  if (!parent && page.forks.length === 0) return null;
  return (
    <div className="mb-1.5 text-soft">
      {parent && (
        <p className="flex flex-wrap gap-x-3">
          <span>
            Begun from <Link to={pathOf(parent)}>{parent.title}</Link> ({parent.codename}){" "}
            {parent.version}
          </span>
          {isSame(parent, page) && (
            <>
              <Link to={`${at}?${from(parent)}&second=${now}`}>Changed here since</Link>
              {parent.newest && parent.newest !== parent.version && (
                <Link
                  to={`${pathOf(parent)}/compare?${from(parent)}&second=${parent.newest}`}
                >{`Changed there since, up to ${parent.newest}`}</Link>
              )}
              {now === "draft" && parent.newest && (
                <Link
                  to={`${at}?first=draft&second=${parent.newest}&second-of=${parent.codename}/${parent.slug}`}
                >
                  Take rows over
                </Link>
              )}
            </>
          )}
        </p>
      )}
      {page.forks.map((fork) => (
        <p key={pathOf(fork)} className="flex flex-wrap gap-x-3">
          <span>
            <Link to={pathOf(fork)}>{fork.title}</Link> ({fork.codename}) was begun from this
          </span>
          {isSame(fork, page) && fork.newest && (
            <Link
              to={`${at}?first=${now}&second=${fork.newest}&second-of=${fork.codename}/${fork.slug}`}
            >
              What it does otherwise
            </Link>
          )}
        </p>
      ))}
    </div>
  );
}

const pathOf = (of: Relative) => `/c/${of.codename}/guides/${of.slug}`;

/** Only on one codename the two can be held side by side. */
const isSame = (of: Relative, page: Page) =>
  page.codenames.some((each) => each.codename === of.codename);

/** The parent as it was when this was begun; where that state is gone, as it is published. */
function from(parent: Relative): string {
  const of = `first-of=${parent.codename}/${parent.slug}`;
  if (parent.version) return `first=${parent.version}&${of}`;
  return parent.state ? `first-state=${parent.state}&${of}` : `first=${parent.newest}&${of}`;
}
