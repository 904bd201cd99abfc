import { type ReactNode, useMemo } from "react";
import { useSearchParams } from "react-router";
import type { Page } from "../../api/client";
import { ProblemView } from "../../ui/ProblemView";
import { GuideHead } from "../guide/GuideHead";
import { History } from "./History";
import { useWriting } from "./useWriting";
import { WriteHead } from "./WriteHead";
import { WriteSheet } from "./WriteSheet";
import { WriteStatus } from "./WriteStatus";

/** A draft: its head and its rows, written where they stand, with the proof beside them. */
export function DraftSheet(props: {
  page: Page;
  around: (page: Page, children: ReactNode) => ReactNode;
  above: (page: Page) => ReactNode;
  slips: (page: Page) => ReactNode;
}) {
  const { page } = props;
  const [search] = useSearchParams();
  const { codename, guide: slug } = page.sheet;
  const path = useMemo(() => ({ codename, slug }), [codename, slug]);
  const writer = useWriting(path);
  const data = writer.query.data;
  const sheet = data?.sheet ?? page.sheet;
  const shown = useMemo(
    () =>
      data
        ? {
            ...page,
            sheet,
            fingerprint: data.fingerprint,
            changed_at: data.at,
            changed_by: data.by,
            open_stops: page.fingerprint === data.fingerprint ? page.open_stops : sheet.stops,
          }
        : page,
    [page, data, sheet],
  );
  return (
    <>
      <GuideHead page={shown} />
      {props.above(shown)}
      {data && <WriteStatus writing={data} writer={writer} />}
      {writer.query.error && <ProblemView error={writer.query.error} />}
      {search.has("history") && data && (
        <History path={path} writing={data} onSetBack={writer.setBack} />
      )}
      {data && <WriteHead path={path} writing={data} sheet={sheet} onEdit={writer.edit} />}
      {data &&
        props.around(
          shown,
          <WriteSheet path={path} page={shown} sheet={sheet} data={data} writer={writer}>
            {props.slips(shown)}
          </WriteSheet>,
        )}
    </>
  );
}
