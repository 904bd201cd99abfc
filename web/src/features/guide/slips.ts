import { queryOptions } from "@tanstack/react-query";
import { api, type Page, type Slips } from "../../api/client";
import { patiently } from "../../api/patiently";

export type Harm = Slips["harms"][number];
export type Why = Slips["whys"][number];
export type Behind = NonNullable<Slips["behind"]>["findings"][number];
export type WayBack = Slips["ways_back"][number];

/** What is told in the margin of one step: the worst that one slip does there, why it is there, and
 * what would be found there if phones came so far. */
export type StepSlips = { harm?: Harm; why?: Why; way?: WayBack; behind?: Behind[] };

/** quiet: nobody is just writing it; what takes seconds is not asked for at each key. */
export const slipsQuery = (page: Page, quiet = true) =>
  queryOptions({
    queryKey: ["slips", page.fingerprint, page.sheet.codename],
    enabled: quiet && page.sheet.finished,
    queryFn: ({ signal }) =>
      patiently(
        () =>
          api.POST("/api/slips", {
            params: {
              query: { codename: page.sheet.codename, slug: page.sheet.guide, short: page.short },
            },
            signal,
          }),
        { signal },
      ),
  });

/** The harms come the worst first, so that the first of a step is its worst. */
export function bySteps(slips: Slips | undefined): (step: string) => StepSlips {
  return (step) => ({
    harm: slips?.harms.find((each) => each.step === step),
    why: slips?.whys.find((each) => each.step === step),
    way: slips?.ways_back.find((each) => each.step === step),
    behind: slips?.behind?.findings.filter((each) => each.step === step),
  });
}
