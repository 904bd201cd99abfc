import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useEffect, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import type { Page } from "../../api/client";
import { useKeys } from "../../app/keys";
import { ProblemView } from "../../ui/ProblemView";
import { GuideHead } from "../guide/GuideHead";
import { keptHost } from "../guide/HostChoice";
import { slipsQuery } from "../guide/slips";
import { DeleteDraft } from "./DeleteDraft";
import { History } from "./History";
import { PasteNotes } from "./PasteNotes";
import { ReaderView } from "./ReaderView";
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
  below: (page: Page) => ReactNode;
}) {
  const { page } = props;
  const [search] = useSearchParams();
  const { codename, guide: slug } = page.sheet;
  const path = useMemo(() => ({ codename, slug }), [codename, slug]);
  const writer = useWriting(path);
  const data = writer.query.data;
  // Where the proof takes longer than a moment, the worker makes it; until then the sheet is old.
  const proved =
    data?.sheet ?? (!data || page.fingerprint === data.fingerprint ? page.sheet : undefined);
  const [last, setLast] = useState(proved ?? page.sheet);
  if (proved && proved !== last) setLast(proved);
  const isOld = proved === undefined;
  // What is old claims nothing: it counts as not proved to its end.
  const sheet = useMemo(() => proved ?? { ...last, finished: false }, [proved, last]);
  const client = useQueryClient();
  const state = isOld ? data?.fingerprint : undefined;
  useEffect(() => {
    if (state) void client.invalidateQueries({ queryKey: ["page", codename, slug] });
  }, [state, client, codename, slug]);
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
  // It is asked for where slips are told; here it is only looked at.
  const follows = useQuery({ ...slipsQuery(shown), enabled: false });
  const [pasting, setPasting] = useState(false);
  const [reading, setReading] = useState(false);
  useKeys({
    m: (event) => {
      event.preventDefault();
      setPasting(true);
    },
    v: () => setReading(!reading),
  });
  const host = keptHost(sheet.hosts.map((each) => each.id));
  return (
    <>
      <GuideHead page={shown} />
      {props.above(shown)}
      {data && (
        <WriteStatus
          writing={data}
          writer={writer}
          isOld={isOld}
          onPaste={() => setPasting(true)}
          onReader={() => setReading(!reading)}
        >
          <DeleteDraft path={path} seen={data.fingerprint} />
        </WriteStatus>
      )}
      {pasting && (
        <PasteNotes
          path={path}
          onDone={(writing) => {
            writer.show(writing);
            setPasting(false);
          }}
          onLeave={() => setPasting(false)}
        />
      )}
      {writer.query.error && <ProblemView error={writer.query.error} />}
      {search.has("history") && data && (
        <History path={path} writing={data} onSetBack={writer.setBack} />
      )}
      {data && (
        <WriteHead
          path={path}
          writing={data}
          sheet={sheet}
          waiting={writer.waiting > 0}
          proposed={isOld ? [] : (follows.data?.proposed ?? [])}
          onEdit={writer.edit}
        />
      )}
      {data && (
        <div className={reading ? "with-reader" : undefined}>
          {props.around(
            shown,
            <WriteSheet
              path={path}
              page={shown}
              sheet={sheet}
              data={data}
              writer={writer}
              isOld={isOld}
            >
              {props.slips(shown)}
            </WriteSheet>,
          )}
          {reading && <ReaderView path={path} sheet={sheet} host={host} />}
        </div>
      )}
      {props.below(shown)}
    </>
  );
}
