import { memo, type ReactNode } from "react";
import type { Row } from "../../api/client";
import { RowRemarks } from "../review/RowRemarks";
import { FindingNote } from "./FindingNote";
import { SlipMargin } from "./SlipMargin";
import { StepPictures } from "./StepPictures";
import { useSheet } from "./sheetContext";

const STEPS_IN = ["", "pl-4", "pl-8", "pl-12", "pl-16"];

/** One step across the four columns, with the cut above it where something falls off. */
export const SheetRow = memo(function SheetRow(props: {
  row: Row;
  index: number;
  host: string;
  isCurrent: boolean;
  explained: boolean;
  /** A remark is being typed on it. */
  remarks: boolean;
  onRemark: (row: string | undefined) => void;
  /** Where a draft is written: the row itself, open in place of its sentence. */
  opened?: ReactNode;
  /** Below the sentence of the row that one stands at. */
  under?: ReactNode;
  isChosen?: boolean;
}) {
  const { row, index } = props;
  const command = row.commands.find((each) => each.host === props.host);
  const stops = row.findings.some((each) => each.severity === "stop");
  const indent = STEPS_IN[Math.min(row.depth, STEPS_IN.length - 1)];
  return (
    <li id={`step-${row.number}`}>
      {row.cut && (
        <p className="cut -mx-[18px]">
          <span className="ml-[18px]">
            <b className="font-semibold">Cut.</b> {row.cut}
          </span>
        </p>
      )}
      <div
        className={`sheet-row ${row.no_return ? "no-return" : ""} ${props.isChosen ? "chosen" : ""}`}
        aria-current={props.isCurrent ? "step" : undefined}
        data-row={index}
        tabIndex={props.isCurrent || (index === 0 && !props.isCurrent) ? 0 : -1}
      >
        <span className="whitespace-nowrap text-soft">
          <b className="inline-block w-6 font-semibold text-ink">{row.number}</b> {row.begins}
        </span>
        <div className={indent}>
          {props.opened ?? (
            <>
              <p className={row.kind === "step" ? "" : "font-semibold"}>
                {row.arm && <span className="font-normal text-soft italic">{row.arm}: </span>}
                {row.sentence}
              </p>
              {command && <Command text={command.text} />}
              {props.isCurrent ? (
                <More row={row} />
              ) : (
                // On paper nothing can be opened: all of it is printed.
                <div className="hidden print:block">
                  <More row={row} onPaper />
                </div>
              )}
            </>
          )}
          {props.under}
        </div>
        <div className="facts">
          {row.changes.map((each) => (
            <p key={each.what + each.before + each.who} className={each.is_loss ? "text-loss" : ""}>
              {each.what}: {each.before} <span className="text-soft">→</span> {each.after}
              {each.who && <span className="text-soft"> ({each.who})</span>}
            </p>
          ))}
        </div>
        <div className={`margin space-y-0.5 ${stops ? "border-t border-t-loss" : ""}`}>
          {!props.isCurrent && row.cautions.length > 0 && (
            <p className="mark mark-warn text-care">
              {row.cautions.length === 1 ? "1 caution" : `${row.cautions.length} cautions`} before
              it
            </p>
          )}
          {!props.isCurrent && row.messages.length > 0 && (
            <p className="text-soft">
              {row.messages.length === 1 ? "1 text" : `${row.messages.length} texts`} explained
            </p>
          )}
          {row.findings.map((each) => (
            <FindingNote key={each.id + each.subject} finding={each} explained={props.explained} />
          ))}
          <SlipMargin step={row.id} isCurrent={props.isCurrent} />
          <RowRemarks
            row={row.id}
            isCurrent={props.isCurrent}
            isTyping={props.remarks}
            onType={props.onRemark}
          />
        </div>
      </div>
    </li>
  );
});

/** What the reader is told beside the instruction; shown where one is, so that rows stay low. */
function More({ row, onPaper = false }: { row: Row; onPaper?: boolean }) {
  const { helped: helpedBy } = useSheet();
  return (
    <div className="mt-1 space-y-0.5">
      {row.cautions.map((each) => (
        <p key={each} className="mark mark-warn text-care">
          {each}
        </p>
      ))}
      {row.prose && (
        <div
          className="prose-text"
          // The site has cleaned this: core/sheet/prose.py lets no script or style through.
          // biome-ignore lint/security/noDangerouslySetInnerHtml: cleaned HTML of an author's Markdown
          dangerouslySetInnerHTML={{ __html: row.prose }}
        />
      )}
      {!onPaper && <StepPictures row={row} />}
      {row.sight && <p className="text-soft">You see: {row.sight}</p>}
      {row.seen_at.map((line) => (
        <p key={line} className="text-soft">
          Where to look. {line}.
        </p>
      ))}
      {row.sight_kept && (
        <p className="text-soft">If the data was kept, you see: {row.sight_kept}</p>
      )}
      {row.duration && <p className="text-soft">Takes {row.duration}</p>}
      {row.messages.map((each) => (
        <p
          key={each.text}
          className={`mark ${each.means === "stop" ? "mark-stop" : "mark-proved"}`}
        >
          “<span className="letter">{each.text}</span>”: <strong>{each.means_words}</strong>.{" "}
          {each.do}
          {each.causes.length > 0 && (
            <span className="text-soft"> Possible causes: {each.causes.join("; ")}.</span>
          )}
        </p>
      ))}
      {row.tries.length > 0 && (
        <>
          <p className="text-soft">If you do not see it:</p>
          <ol className="list-decimal pl-5 text-soft">
            {row.tries.map((each, index) => {
              const helped = helpedBy[`${row.id}/${index + 1}`];
              return (
                <li key={each}>
                  {each}
                  {helped && (
                    <span className="text-ok">
                      {" "}
                      helped {helped === 1 ? "1 reader" : `${helped} readers`}
                    </span>
                  )}
                </li>
              );
            })}
          </ol>
        </>
      )}
    </div>
  );
}

/** A command breaks between its words only, never within a file name or an option. */
function Command({ text }: { text: string }) {
  const words = text.split(" ");
  return (
    <code className="command">
      {words.map((word, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the words of a command never change places
        <span key={index} className="inline-block whitespace-pre">
          {index < words.length - 1 ? `${word} ` : word}
        </span>
      ))}
    </code>
  );
}
