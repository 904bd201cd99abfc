import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { Page, Slips } from "../../api/client";
import { counted } from "../../ui/counted";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { benchPath } from "../bench";
import { ChoicesTable } from "./ChoicesTable";
import { FollowsView } from "./FollowsView";
import { useSheet } from "./sheetContext";
import { slipsQuery } from "./slips";
import { WhysTable } from "./WhysTable";

/** How many single slips do harm; each stands in the margin of its step. */
export function SlipsNote({ page }: { page: Page }) {
  const [open, setOpen] = useState(false);
  const slips = useQuery(slipsQuery(page, useSheet().quiet));
  const version = page.kind === "draft" ? "draft" : page.version;
  const steps = new Set(slips.data?.harms.map((each) => each.step));
  return (
    <section aria-label="Single slips" className="border-b border-hair py-0.5">
      <p className="flex flex-wrap items-baseline gap-3">
        <Link to={benchPath({ codename: page.sheet.codename, slug: page.sheet.guide, version })}>
          Try it on the bench
        </Link>
        <TextButton
          aria-expanded={open}
          disabled={slips.data?.why_not !== ""}
          onClick={() => setOpen(!open)}
        >
          What follows
        </TextButton>
        <span role="status" className="text-soft">
          {slips.isFetching && "Trying every single slip…"}
          {slips.data?.why_not}
          {slips.data?.why_not === "" &&
            `${slips.data.tried} slips tried: ${harmWords(slips.data.harms.length, steps.size)}`}
          {slips.data?.why_not === "" &&
            slips.data.untried > 0 &&
            `. ${slips.data.untried} more were not tried to an end: nothing is known of them`}
        </span>
      </p>
      {slips.data?.behind && <BehindView behind={slips.data.behind} />}
      {slips.error && <ProblemView error={slips.error} />}
      {open && slips.data && (
        <>
          <FollowsView slips={slips.data} />
          <WhysTable whys={slips.data.whys} sheet={page.sheet} />
          {slips.data.options.map((each) => (
            <ChoicesTable key={each.option} compared={each} />
          ))}
        </>
      )}
    </section>
  );
}

/** What was found behind the row that ends it, and what had to be supposed for that. */
function BehindView({ behind }: { behind: NonNullable<Slips["behind"]> }) {
  const stops = behind.findings.filter((each) => each.severity === "stop").length;
  const atEnd = behind.findings.filter((each) => each.step === "end");
  return (
    <details className="pb-1">
      <summary>
        Behind the row that ends it: {counted(stops, "stop")},{" "}
        {counted(behind.findings.length - stops, "warning")}, in the margin of their steps
      </summary>
      <p>It was run again with these changes:</p>
      <ul className="list-disc pl-6">
        {behind.supposed.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
      {!behind.to_end && <p>Even so no phone comes to the end; what follows is not known.</p>}
      {atEnd.length > 0 && <p>At the end then:</p>}
      <ul className="list-disc pl-6">
        {atEnd.map((each) => (
          <li key={each.message}>{each.message}</li>
        ))}
      </ul>
    </details>
  );
}

function harmWords(harms: number, steps: number): string {
  if (harms === 0) return "none does harm";
  const does = harms === 1 ? "1 does harm" : `${harms} do harm`;
  return `${does}, at ${steps === 1 ? "1 step" : `${steps} steps`}`;
}
