import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answerOf, api, type Page } from "../../api/client";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { benchPath } from "../bench";
import { FollowsView } from "./FollowsView";

const HOWS: Record<string, string> = {
  dead: "ends the phone",
  lost: "loses what was not said to be lost",
  stuck: "leaves the phone hanging",
};

/** What one mistake of a reader does, the worst at each step; tried when asked for. */
export function SlipsNote({ page }: { page: Page }) {
  const [asked, setAsked] = useState(false);
  const codename = page.sheet.codename;
  const slug = page.sheet.guide;
  const slips = useQuery({
    queryKey: ["slips", page.fingerprint],
    enabled: asked,
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/slips", { params: { query: { codename, slug, short: page.short } }, signal }),
      ),
  });
  const rows = new Map(page.sheet.rows.map((row) => [row.id, row.number]));
  const worst = new Map<string, NonNullable<typeof slips.data>["harms"][number]>();
  for (const harm of slips.data?.harms ?? []) {
    if (!worst.has(harm.step)) worst.set(harm.step, harm);
  }
  const version = page.kind === "draft" ? "draft" : page.version;
  return (
    <section aria-label="Single slips" className="my-2">
      <p className="flex flex-wrap items-baseline gap-3">
        <Button disabled={slips.isFetching} onClick={() => setAsked(true)}>
          Try every single slip
        </Button>
        <Link to={benchPath({ codename, slug, version })}>Bench phone</Link>
        <span role="status" className="text-soft">
          {slips.data &&
            `${slips.data.tried} slips tried, ${slips.data.harms.length} of them do harm, at ${worst.size} steps. The worst of each:`}
        </span>
      </p>
      {slips.error && <ProblemView error={slips.error} />}
      <ul className="mt-1">
        {[...worst.values()].map((harm) => (
          <li
            key={harm.index}
            className={`mark ${harm.how === "stuck" ? "mark-warn" : "mark-stop"}`}
          >
            <a href={`#step-${rows.get(harm.step)}`}>step {rows.get(harm.step)}</a>: {harm.slip}.{" "}
            <span className={harm.how === "stuck" ? "text-care" : "text-loss"}>
              It {HOWS[harm.how]}
            </span>
            {harm.where !== harm.step && rows.get(harm.where) && ` at step ${rows.get(harm.where)}`}
            : {harm.says} <span className="text-soft">Nearest: {harm.witness}.</span>{" "}
            <Link
              to={benchPath({
                codename,
                slug,
                version,
                facts: harm.facts,
                step: harm.step,
                slip: harm.index,
              })}
            >
              On the bench
            </Link>
          </li>
        ))}
      </ul>
      {slips.data && <FollowsView slips={slips.data} />}
      {slips.data && slips.data.whys.length > 0 && (
        <>
          <h2 className="mt-2 font-semibold">Why each wipe and restart is there</h2>
          <ul>
            {slips.data.whys.map((why) => (
              <li key={why.step} className={`mark ${why.needed ? "mark-proved" : "mark-note"}`}>
                <a href={`#step-${rows.get(why.step)}`}>step {rows.get(why.step)}</a>:{" "}
                {why.needed && "Without it: "}
                {why.says}
                {why.needed && (
                  <span className="text-soft">
                    {" "}
                    On {why.phones.toLocaleString("en")} of {why.of.toLocaleString("en")} kinds of
                    phone.
                  </span>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
