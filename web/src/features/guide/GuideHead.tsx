import { Link } from "react-router";
import type { Page } from "../../api/client";
import { counted } from "../../ui/counted";
import { dayWords } from "../../ui/dates";
import { Near } from "../../ui/Near";
import { Deprecate } from "./Deprecate";
import { Lineage } from "./Lineage";
import { NextDraft } from "./NextDraft";
import { VERSION_BUTTON, VersionShown } from "./VersionShown";
import { WithdrawButton } from "./WithdrawButton";

export function GuideHead({ page }: { page: Page }) {
  const { sheet } = page;
  const folder =
    page.kind === "draft" ? `drafts/${sheet.codename}/${sheet.guide}` : `revisions/${page.short}`;
  return (
    <>
      <div className="mt-1 mb-0.5 flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <h1 className="text-[1.1875rem] font-semibold">{sheet.title}</h1>
        <VersionChoice page={page} />
        <StateWord page={page} />
        <span className="text-[0.7812rem] text-soft">
          {page.kind === "draft" ? "changed by" : "by"} {page.changed_by},{" "}
          {dayWords(page.changed_at)}
        </span>
        <span className="ml-auto flex items-baseline gap-3">
          <a href={`/api/${folder}/bundle.zip`} download>
            Bundle
          </a>
          {page.kind === "revision" && <a href={page.address}>Readers’ page</a>}
          {page.kind === "revision" && <TranslateLink page={page} />}
          <CompareLink page={page} />
          {page.kind === "revision" && <NextDraft page={page} />}
          {page.kind === "draft" ? <ReviewLink page={page} /> : <WithdrawButton page={page} />}
        </span>
      </div>
      <Codenames page={page} />
      <div className="mb-0.5 flex flex-wrap items-baseline gap-x-5 empty:hidden">
        <Passed page={page} />
        <WhatChanged page={page} />
        <Deprecate page={page} />
      </div>
      <Lineage page={page} />
      {page.withdrawn && (
        <p role="alert" className="mark mark-stop mb-1.5 text-[0.9375rem] font-semibold text-loss">
          Withdrawn{page.withdrawn_at && ` on ${dayWords(page.withdrawn_at)}`}: {page.withdrawn}
        </p>
      )}
    </>
  );
}

/** The words of its author in other languages. */
function TranslateLink({ page }: { page: Page }) {
  const { codename, guide } = page.sheet;
  return (
    <Link to={`/c/${codename}/guides/${guide}/translate?v=${page.version}`}>Translations</Link>
  );
}

/** Where a draft becomes what readers follow. */
function ReviewLink({ page }: { page: Page }) {
  const { codename, guide } = page.sheet;
  return (
    <Link to={`/c/${codename}/guides/${guide}/review`} className="button-like">
      Review and publish
    </Link>
  );
}

const MARKS = {
  published: "mark-proved text-ok",
  superseded: "mark-note text-soft",
  deprecated: "mark-warn text-care",
  withdrawn: "mark-stop text-loss",
} as const;

/** What a published state is by now, as a word and a shape. */
function StateWord({ page }: { page: Page }) {
  const mine = page.versions.find((each) => page.short && each.short === page.short);
  if (page.in_review) return <span className="mark mark-warn text-care">in review</span>;
  if (!mine) return null;
  return <span className={`mark ${MARKS[mine.state]}`}>{mine.state}</span>;
}

/** What readers are told of this version. */
function WhatChanged({ page }: { page: Page }) {
  const mine = page.versions.find((each) => page.short && each.short === page.short);
  // Of the first there is nothing that it changed.
  if (!mine?.note || mine === page.versions.at(-1)) return null;
  return (
    <details className="open:basis-full">
      <summary className="cursor-pointer text-soft">What {mine.version} changed</summary>
      <ul className="pl-4">
        {mine.note.split("\n").map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </details>
  );
}

/** Who else stands behind a version, and what was let stand for it. */
function Passed({ page }: { page: Page }) {
  const { passed } = page;
  if (!passed || (!passed.eyes && passed.waived.length === 0)) return null;
  return (
    <>
      {passed.eyes && (
        <p className={`mark ${passed.alone ? "mark-warn" : "mark-proved"} text-soft`}>
          {passed.eyes}
        </p>
      )}
      {passed.waived.length > 0 && (
        <details className="open:basis-full">
          <summary className="cursor-pointer text-soft">Let stand: {passed.waived.length}</summary>
          <ul className="pl-4">
            {passed.waived.map((each) => (
              <li key={each.says}>
                {each.says}{" "}
                <span className="text-soft">
                  {each.by}: “{each.reason}”
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

/** What was published before this state, beside it. */
function CompareLink({ page }: { page: Page }) {
  const { codename, guide } = page.sheet;
  const mine = page.versions.findIndex((each) => each.short === page.short);
  const before = page.kind === "draft" ? page.versions[0] : page.versions[mine + 1];
  if (!before) return null;
  const second = page.kind === "draft" ? "" : `&second=${page.version}`;
  return (
    <Link to={`/c/${codename}/guides/${guide}/compare?first=${before.version}${second}`}>
      Compare with {before.version}
    </Link>
  );
}

/** A guide for several codenames is shown, proved and counted for one of them at a time. */
function Codenames({ page }: { page: Page }) {
  const { codename, guide } = page.sheet;
  const state = page.kind === "draft" ? "draft" : page.version;
  if (page.codenames.length < 2) return null;
  return (
    <nav aria-label="Codenames of this guide" className="mb-1.5 flex flex-wrap gap-x-4 gap-y-1">
      {page.codenames.map((each) => (
        <Link
          key={each.codename}
          to={`/c/${each.codename}/guides/${guide}?v=${state}`}
          aria-current={each.codename === codename ? "page" : undefined}
          className="pb-0.5 aria-[current]:border-b-2 aria-[current]:border-current aria-[current]:font-semibold aria-[current]:no-underline"
        >
          {each.codename}{" "}
          <span className="text-[0.7812rem] font-normal text-soft">
            {each.market_names.join(", ")}
          </span>
          {each.stops > 0 && (
            <span className="pl-1.5 text-[0.7812rem] font-normal text-loss">
              {counted(each.stops, "stop")}
            </span>
          )}
        </Link>
      ))}
    </nav>
  );
}

function VersionChoice({ page }: { page: Page }) {
  const states = [
    ...(page.has_draft ? [{ value: "draft", says: "Draft" }] : []),
    ...page.versions.map((each) => ({
      value: each.version,
      says: each.state === "published" ? each.version : `${each.version}, ${each.state}`,
    })),
  ];
  const now = page.kind === "draft" ? "draft" : page.version;
  const says = states.find((each) => each.value === now)?.says ?? now;
  return (
    <Near
      load={async () => (await import("./VersionList")).VersionList}
      given={() => ({ states, now, says })}
      still={
        <button type="button" aria-haspopup="listbox" className={VERSION_BUTTON}>
          <VersionShown says={says} />
        </button>
      }
    />
  );
}
