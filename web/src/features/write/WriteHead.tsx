import { useCallback, useEffect, useState } from "react";
import type { Edit, Sheet, Slips, Writing } from "../../api/client";
import { useKeys } from "../../app/keys";
import { keep, kept } from "../../storage";
import { counted } from "../../ui/counted";
import { TextButton } from "../../ui/TextButton";
import { ConditionField } from "./ConditionField";
import { AgreeField, AtHandField, CautionsField } from "./HeadMore";
import type { OptionValue, PromiseValue } from "./headValues";
import { OptionsField } from "./OptionsField";
import { type Prerequisite, PrerequisitesField } from "./PrerequisitesField";
import { PromiseField } from "./PromiseField";
import { TextField } from "./TextField";
import type { Path } from "./useWriting";
import { WhoComes } from "./WhoComes";

const OPEN = "anleitung.write-head-open";

/** The head of a draft: for whom, what it promises, what it asks; each moves the proof. */
export function WriteHead(props: {
  path: Path;
  writing: Writing;
  sheet: Sheet;
  /** Whether edits of this page are on their way. */
  waiting: boolean;
  /** What holds at the end as well, and is not promised. */
  proposed: Slips["proposed"];
  onEdit: (...edits: Edit[]) => void;
}) {
  const { path, writing, sheet, waiting, onEdit } = props;
  const [open, setOpen] = useState(() => kept(OPEN) === "1");
  // What was sent and is not told back yet stands in its field.
  const [local, setLocal] = useState<Record<string, unknown>>({});
  const { fingerprint } = writing;
  useEffect(() => {
    if (fingerprint && !waiting) setLocal({});
  }, [fingerprint, waiting]);
  const { marks, unread } = writing.head;
  // In its field stands what was typed there, also where it cannot be read yet.
  const typed = Object.fromEntries(
    unread.filter((each) => each.typed !== null).map((each) => [each.where, each.typed]),
  );
  const values = { ...(writing.head.values as Record<string, unknown>), ...typed, ...local };
  const set = useCallback(
    (field: Field, value: unknown) => {
      onEdit({
        op: "head",
        field,
        value: value as never,
        was: field in local ? "" : (marks[field] ?? ""),
      });
      setLocal((before) => ({ ...before, [field]: value }));
    },
    [onEdit, marks, local],
  );
  const setAdmission = useCallback((text: string) => set("admission", text), [set]);
  const answer = (field: string, take: boolean) => onEdit({ op: "answer-head", field, take });
  const asked = (field: string) => {
    const entry = unread.find((each) => each.where === field);
    return entry && <Unread entry={entry} isShown onAnswer={answer} />;
  };
  const fold = () => {
    keep(OPEN, open ? undefined : "1");
    setOpen(!open);
  };
  useKeys({ h: fold });
  return (
    <section aria-label="The head of the guide" className="write-head">
      <p className="flex flex-wrap gap-x-4">
        <TextButton aria-expanded={open} onClick={fold}>
          {open ? "Fold the head" : "Write the head"} <kbd>h</kbd>
        </TextButton>
        <span className="text-soft">
          {counted(sheet.admitted, "kind of phone", "kinds of phone")} come in ·{" "}
          {sheet.admission.join("; ")}
        </span>
      </p>
      {/* Where its field is not shown, what is open is told here. */}
      {unread
        .filter((each) => !open || !(each.where in WORDS))
        .map((each) => (
          <div key={each.where}>
            <p className="text-soft">{WORDS[each.where] ?? each.where.replaceAll("_", " ")}</p>
            <Unread entry={each} onAnswer={answer} />
          </div>
        ))}
      {open && (
        <dl className="facts-list">
          <dt>{WORDS.title}</dt>
          <dd>
            <TextField
              label="Title"
              value={String(values.title ?? "")}
              onWrite={(text) => set("title", text)}
            />
            {asked("title")}
          </dd>
          <dt>{WORDS.summary}</dt>
          <dd>
            <TextField
              label="Summary"
              value={String(values.summary ?? "")}
              onWrite={(text) => set("summary", text)}
            />
            {asked("summary")}
          </dd>
          <dt>{WORDS.admission}</dt>
          <dd>
            <ConditionField
              path={path}
              label="Admission"
              value={String(values.admission ?? "")}
              onWrite={setAdmission}
            />
            {asked("admission")}
            <WhoComes path={path} writing={writing} sheet={sheet} />
          </dd>
          <dt>{WORDS.promise}</dt>
          <dd>
            <PromiseField
              path={path}
              value={values.promise as PromiseValue}
              sheet={sheet}
              proposed={props.proposed}
              onWrite={(value) => set("promise", value)}
            />
            {asked("promise")}
          </dd>
          <dt>{WORDS.options}</dt>
          <dd>
            <OptionsField
              value={(values.options ?? []) as OptionValue[]}
              onWrite={(value) => set("options", value)}
            />
            {asked("options")}
          </dd>
          {(["files", "tools", "programs"] as const).map((field) => (
            <Carried
              key={field}
              field={field}
              ids={(values[field] ?? []) as string[]}
              writing={writing}
              onWrite={(value) => set(field, value)}
            />
          ))}
          <dt>{WORDS.introduction}</dt>
          <dd>
            <TextField
              label="Introduction"
              value={String(values.introduction ?? "")}
              long
              onWrite={(text) => set("introduction", text)}
            />
            {asked("introduction")}
          </dd>
          <dt>{WORDS.prerequisites}</dt>
          <dd>
            <PrerequisitesField
              value={(values.prerequisites ?? []) as Prerequisite[]}
              onWrite={(value) => set("prerequisites", value)}
            />
            {asked("prerequisites")}
          </dd>
          <dt>{WORDS.at_hand}</dt>
          <dd>
            <AtHandField
              value={(values.at_hand ?? []) as string[]}
              onWrite={(value) => set("at_hand", value)}
            />
            {asked("at_hand")}
          </dd>
          <dt>{WORDS.agree_to}</dt>
          <dd>
            <AgreeField
              value={(values.agree_to ?? []) as string[]}
              onWrite={(value) => set("agree_to", value)}
            />
            {asked("agree_to")}
          </dd>
          <dt>{WORDS.caution_words}</dt>
          <dd>
            <CautionsField
              cautions={writing.head.cautions}
              value={(values.caution_words ?? {}) as Record<string, string>}
              onWrite={(value) => set("caution_words", value)}
            />
            {asked("caution_words")}
          </dd>
        </dl>
      )}
    </section>
  );
}

type Field = Extract<Edit, { op: "head" }>["field"];
type Entry = Writing["head"]["unread"][number];

/** The fields that the open head shows, as it calls them. */
const WORDS: Record<string, string> = {
  title: "Title",
  summary: "In a sentence",
  admission: "For phones where",
  promise: "Ends with",
  options: "Choices",
  files: "Files",
  tools: "Host tools",
  programs: "Phone programs",
  introduction: "Before the first step",
  prerequisites: "Comes after",
  at_hand: "Must be at hand",
  agree_to: "Readers agree to",
  caution_words: "Cautions",
};

/** What is open in a field of the head, and what can be done about it. */
function Unread(props: {
  entry: Entry;
  /** What was typed stands in its field above. */
  isShown?: boolean;
  onAnswer: (field: string, take: boolean) => void;
}) {
  const { entry, onAnswer } = props;
  const wasTyped = entry.typed !== null;
  return (
    <p className="mark mark-unknown text-unknown">
      {wasTyped && !props.isShown && <span className="letter">{entry.text}: </span>}
      {entry.says}.{wasTyped && " The proof still covers what stood there before."}{" "}
      {entry.can_take && (
        <TextButton onClick={() => onAnswer(entry.where, true)}>Use it</TextButton>
      )}{" "}
      <TextButton quiet onClick={() => onAnswer(entry.where, false)}>
        {wasTyped ? "Leave what stood there" : "It is right as it stands"}
      </TextButton>
    </p>
  );
}

/** What the guide carries, with the rows that use each: seen before it is taken out. */
function Carried(props: {
  field: "files" | "tools" | "programs";
  ids: string[];
  writing: Writing;
  onWrite: (ids: string[]) => void;
}) {
  const [asked, setAsked] = useState<string>();
  const users = asked ? (props.writing.uses[asked] ?? []) : [];
  const drop = (id: string) => {
    props.onWrite(props.ids.filter((each) => each !== id));
    setAsked(undefined);
  };
  return (
    <>
      <dt>{WORDS[props.field]}</dt>
      <dd>
        <span className="flex flex-wrap gap-x-4">
          {props.ids.map((id) => (
            <span key={id}>
              {id}{" "}
              <TextButton
                quiet
                aria-label={`Take out ${id}`}
                onClick={() =>
                  (props.writing.uses[id] ?? []).length > 0 ? setAsked(id) : drop(id)
                }
              >
                ×
              </TextButton>
            </span>
          ))}
          {props.ids.length === 0 && <span className="text-soft">none yet</span>}
        </span>
        {asked && (
          <p className="mark mark-warn text-care">
            {counted(users.length, "row uses it", "rows use it")}: {users.join("; ")}. Without it
            each becomes an open question or a stop.{" "}
            <TextButton onClick={() => drop(asked)}>Take out {asked}</TextButton>{" "}
            <TextButton quiet onClick={() => setAsked(undefined)}>
              Leave it
            </TextButton>
          </p>
        )}
      </dd>
    </>
  );
}
