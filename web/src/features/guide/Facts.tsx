import { useState } from "react";
import { Link } from "react-router";
import type { ChainLine, Page, Sheet } from "../../api/client";
import { keep, kept } from "../../storage";
import { counted } from "../../ui/counted";
import { TextButton } from "../../ui/TextButton";

const OPEN = "anleitung.head-open";

/** Admission, promises, losses, time and the chain: folded to a line, or a line each. */
export function Facts({ page }: { page: Page }) {
  const [open, setOpen] = useState(() => kept(OPEN) === "1");
  const { sheet } = page;
  // Where the proof has stops, what is lost on phones that do not come through is not known.
  const none = sheet.stops > 0 ? "declares no loss" : "loses nothing";
  const lost = sheet.lost.length > 0 ? `loses ${sheet.lost.join(", ")}` : none;
  const files = sheet.files.length > 0 ? `, ${counted(sheet.files.length, "file")}` : "";
  return (
    <section
      aria-label="What the guide asks and promises"
      className="border-t border-ink border-b border-b-hair py-1"
    >
      <div className="flex flex-wrap items-baseline gap-x-3">
        <TextButton
          aria-expanded={open}
          onClick={() => {
            keep(OPEN, open ? undefined : "1");
            setOpen(!open);
          }}
        >
          {open ? "Fold" : "For whom, and what it comes to"}
        </TextButton>
        {!open && (
          <span className="text-soft print:hidden">
            {counted(sheet.admitted, "kind of phone", "kinds of phone")} ·{" "}
            <span className={sheet.lost.length > 0 ? "text-loss" : ""}>{lost}</span> · {sheet.takes}
            {files} · <Promised page={page} />
          </span>
        )}
      </div>
      <div className={open ? "" : "hidden print:block"}>
        <AllFacts page={page} />
      </div>
    </section>
  );
}

function Promised({ page }: { page: Page }) {
  const { sheet } = page;
  if (!sheet.finished) return <span className="text-unknown">not proved to its end</span>;
  const broken = sheet.promises.filter((each) => each.kept < each.of).length;
  if (broken > 0) return <span className="text-loss">broken promises: {broken}</span>;
  return <span className="text-ok">promises proved for all</span>;
}

const promiseMark = (promise: Sheet["promises"][number], finished: boolean) => {
  if (promise.kept < promise.of) return "mark-stop";
  return finished ? "mark-proved" : "mark-unknown";
};

function AllFacts({ page }: { page: Page }) {
  const { sheet } = page;
  const allKept = sheet.promises.every((each) => each.kept === each.of);
  return (
    <div className="grid gap-x-7 py-1 lg:grid-cols-2">
      <dl className="facts-list self-start">
        <dt>For</dt>
        <dd>
          {sheet.codename}: {sheet.admission.join("; ")}.{" "}
          <span className="text-soft">
            {sheet.admitted.toLocaleString("en")} kinds of phone
            {sheet.finished ? ", all run" : ""}
          </span>
        </dd>
        <dt>Lost</dt>
        <dd className={sheet.lost.length > 0 ? "text-loss" : ""}>
          {sheet.lost.join(", ") || "nothing"}
        </dd>
        <dt>Takes</dt>
        <dd>
          {sheet.takes}
          {sheet.files.length > 0 && ` · ${counted(sheet.files.length, "file")}, ${sheet.download}`}
          <span className="block text-soft">
            {sheet.course.hands_on} of it by hand, {sheet.course.waiting} waiting; at most{" "}
            {sheet.course.longest}
            {sheet.course.quiet && `; quiet for ${sheet.course.quiet}`}; battery{" "}
            {sheet.course.battery}
          </span>
        </dd>
      </dl>
      <dl className="facts-list self-start">
        <dt>Ends with</dt>
        <dd>
          {sheet.promises.map((each) => (
            <span
              key={each.condition}
              className={`mark mr-3 inline-block ${promiseMark(each, sheet.finished)}`}
            >
              {each.words}
              {each.kept < each.of && (
                <span className="text-loss">
                  {" "}
                  (kept for {each.kept.toLocaleString("en")} of {each.of.toLocaleString("en")})
                </span>
              )}
            </span>
          ))}
          {allKept && sheet.finished && <span className="text-ok">proved for all</span>}
          {!sheet.finished && (
            <span className="mark mark-unknown text-unknown">
              {sheet.unfinished_at
                ? `not finished: the budget was spent at step ${sheet.unfinished_at}`
                : "not proved yet as it stands now"}
            </span>
          )}
        </dd>
        <dt>Before it</dt>
        <dd>
          <Chain
            lines={page.before}
            codename={sheet.codename}
            none="none"
            missing={page.chain_missing}
          />
        </dd>
        <dt>After it</dt>
        <dd>
          <Chain
            lines={page.after}
            codename={sheet.codename}
            none="none"
            missing={page.chain_missing}
          />
        </dd>
      </dl>
    </div>
  );
}

interface ChainProps {
  lines: ChainLine[];
  codename: string;
  none: string;
  missing: number;
}

/** Nothing is said of guides that were not checked yet, but that they were not. */
function Chain(props: ChainProps) {
  if (props.missing > 0)
    return (
      <>
        <Lines {...props} none="" />
        <span className="mark mark-unknown text-unknown">
          {props.missing === 1 ? "1 guide was" : `${props.missing} guides were`} not checked yet
        </span>
      </>
    );
  return <Lines {...props} />;
}

function Lines(props: ChainProps) {
  if (props.lines.length === 0) return <span className="text-soft">{props.none}</span>;
  // Two of them are told in full; of more, the names in a line, and the rest on a press.
  if (props.lines.length <= 2) return props.lines.map((each) => link(each, props.codename, true));
  return (
    <>
      {props.lines.map((each) => link(each, props.codename, false))}
      <details className="text-soft">
        <summary className="cursor-pointer">for which phones</summary>
        {props.lines.map((each) => (
          <p key={each.short}>
            {each.title}: {each.words}
          </p>
        ))}
      </details>
    </>
  );
}

function link(line: ChainLine, codename: string, whole: boolean) {
  return (
    <span key={line.short} className="mr-3">
      <Link to={`/c/${codename}/guides/${line.slug}`}>
        {line.title} {line.version}
      </Link>
      {whole && <span className="text-soft"> {line.words}</span>}
    </span>
  );
}
