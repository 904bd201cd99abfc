import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useState } from "react";
import { answerOf, api, type Slot } from "../../api/client";
import { TextButton } from "../../ui/TextButton";

type Body = Record<string, unknown>;
interface Message {
  text: string;
  means: string;
  do: string;
  causes?: string[];
}
interface Try {
  what: string;
  says: string;
}

/** What stands beside a step: what is seen, how long it takes, texts, tries, prose. */
export function Beside(props: {
  body: Body;
  slots: Slot[];
  onSet: (field: string, value: unknown) => void;
}) {
  const { body, onSet } = props;
  const [added, setAdded] = useState<string>();
  const has = (field: string) => body[field] !== undefined || added === field;
  const add = (field: string, says: string) =>
    !has(field) && (
      <button key={field} type="button" className="slot empty" onClick={() => setAdded(field)}>
        {says}
      </button>
    );
  return (
    <div className="beside">
      {has("sight") && (
        <TextLine
          says="You see"
          value={String(body.sight ?? "")}
          focus={added === "sight"}
          onSet={(value) => onSet("sight", value || null)}
        />
      )}
      {has("sight_kept") && (
        <TextLine
          says="If the data was kept, you see"
          value={String(body.sight_kept ?? "")}
          focus={added === "sight_kept"}
          onSet={(value) => onSet("sight_kept", value || null)}
        />
      )}
      {has("duration") && (
        <DurationLine
          value={body.duration as Duration | undefined}
          onSet={(value) => onSet("duration", value)}
        />
      )}
      {has("messages") && (
        <Messages
          value={(body.messages as Message[] | undefined) ?? []}
          onSet={(value) => onSet("messages", value)}
        />
      )}
      {has("tries") && (
        <Tries
          value={(body.tries as Try[] | undefined) ?? []}
          onSet={(value) => onSet("tries", value)}
        />
      )}
      {has("prose") && (
        <Prose
          value={String(body.prose ?? "")}
          focus={added === "prose"}
          onSet={(value) => onSet("prose", value)}
        />
      )}
      <p className="flex flex-wrap gap-x-3">
        {add("sight", "what is seen")}
        {add("duration", "how long it takes")}
        {add("messages", "texts that may be seen")}
        {add("tries", "what to try")}
        {add("prose", "words of your own")}
        {add("sight_kept", "what is seen if the data was kept")}
      </p>
    </div>
  );
}

/** Written when it is left, or with Enter. */
function TextLine(props: {
  says: string;
  value: string;
  focus: boolean;
  onSet: (value: string) => void;
}) {
  const [text, setText] = useState(props.value);
  const write = () => text.trim() !== props.value && props.onSet(text.trim());
  return (
    <label className="beside-line">
      <span className="text-soft">{props.says}</span>
      <input
        // biome-ignore lint/a11y/noAutofocus: it was just asked for
        autoFocus={props.focus}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={write}
        onKeyDown={(event) => event.key === "Enter" && write()}
      />
    </label>
  );
}

interface Duration {
  usual: [number, number];
  give_up?: number | null;
  grows?: unknown;
}

function DurationLine(props: {
  value: Duration | undefined;
  onSet: (value: Duration | null) => void;
}) {
  const { value } = props;
  const [least, setLeast] = useState(String(value?.usual[0] ?? ""));
  const [most, setMost] = useState(String(value?.usual[1] ?? ""));
  const [giveUp, setGiveUp] = useState(String(value?.give_up ?? ""));
  const write = () => {
    if (!least && !most && !giveUp) return value && props.onSet(null);
    const usual: [number, number] = [Number(least), Number(most || least)];
    const rest = value?.grows ? { grows: value.grows } : {};
    const made = { usual, ...(giveUp ? { give_up: Number(giveUp) } : {}), ...rest };
    if (JSON.stringify(made) !== JSON.stringify(value)) props.onSet(made);
  };
  const field = (says: string, now: string, set: (text: string) => void) => (
    <input
      aria-label={says}
      className="w-16"
      inputMode="numeric"
      value={now}
      onChange={(event) => set(event.target.value.replace(/\D/g, ""))}
      onBlur={write}
      onKeyDown={(event: KeyboardEvent) => event.key === "Enter" && write()}
    />
  );
  return (
    <p className="beside-line">
      <span className="text-soft">Usually</span> {field("least seconds", least, setLeast)} to{" "}
      {field("most seconds", most, setMost)} s, give up after{" "}
      {field("give up after seconds", giveUp, setGiveUp)} s
    </p>
  );
}

function Messages(props: { value: Message[]; onSet: (value: Message[] | null) => void }) {
  const [list, setList] = useState<Message[]>(
    props.value.length > 0 ? props.value : [{ text: "", means: "harmless", do: "" }],
  );
  const [log, setLog] = useState("");
  const texts = list.map((each) => each.text || " ");
  const tried = useQuery({
    queryKey: ["in-log", texts, log],
    enabled: log !== "",
    queryFn: ({ signal }) =>
      answerOf(api.POST("/api/messages/in-log", { body: { texts, log }, signal })),
  });
  const put = (index: number, change: Partial<Message>) => {
    setList(list.map((each, at) => (at === index ? { ...each, ...change } : each)));
  };
  const write = (now: Message[]) => {
    const whole = now.filter((each) => each.text && each.do);
    if (JSON.stringify(whole) !== JSON.stringify(props.value)) {
      props.onSet(whole.length > 0 ? whole : null);
    }
  };
  const drop = (index: number) => {
    const left = list.filter((_, at) => at !== index);
    setList(left);
    write(left);
  };
  return (
    <fieldset className="beside-list">
      <legend className="text-soft">Texts that may be seen; * stands for anything</legend>
      {list.map((each, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the rows are edited in place
        <div key={index} className="beside-line">
          <input
            className="letter"
            aria-label={`text ${index + 1}`}
            placeholder="the text, as it is shown"
            value={each.text}
            onChange={(event) => put(index, { text: event.target.value })}
            onBlur={() => write(list)}
          />
          <select
            aria-label={`what text ${index + 1} means`}
            value={each.means}
            onChange={(event) => put(index, { means: event.target.value })}
            onBlur={() => write(list)}
          >
            <option value="harmless">harmless</option>
            <option value="stop">stop</option>
          </select>
          <input
            aria-label={`what to do at text ${index + 1}`}
            placeholder="what to do"
            value={each.do}
            onChange={(event) => put(index, { do: event.target.value })}
            onBlur={() => write(list)}
          />
          {log && each.text && tried.data && (
            <span className={tried.data.seen[index] ? "text-ok" : "text-soft"}>
              {tried.data.seen[index] ? "is in the log" : "not in the log"}
            </span>
          )}
          <TextButton quiet onClick={() => drop(index)}>
            remove
          </TextButton>
        </div>
      ))}
      <p className="flex gap-3">
        <TextButton onClick={() => setList([...list, { text: "", means: "harmless", do: "" }])}>
          one more text
        </TextButton>
      </p>
      <label className="beside-line">
        <span className="text-soft">Try them out against a log</span>
        <textarea rows={log ? 3 : 1} value={log} onChange={(event) => setLog(event.target.value)} />
      </label>
    </fieldset>
  );
}

function Tries(props: { value: Try[]; onSet: (value: Try[] | null) => void }) {
  const [list, setList] = useState<Try[]>(
    props.value.length > 0 ? props.value : [{ what: "again", says: "" }],
  );
  const write = (now: Try[]) => {
    const whole = now.filter((each) => each.says);
    if (JSON.stringify(whole) !== JSON.stringify(props.value)) {
      props.onSet(whole.length > 0 ? whole : null);
    }
  };
  const put = (index: number, change: Partial<Try>) =>
    setList(list.map((each, at) => (at === index ? { ...each, ...change } : each)));
  return (
    <fieldset className="beside-list">
      <legend className="text-soft">What to try, in this order</legend>
      {list.map((each, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the rows are edited in place
        <div key={index} className="beside-line">
          <select
            aria-label={`kind of try ${index + 1}`}
            value={each.what}
            onChange={(event) => put(index, { what: event.target.value })}
            onBlur={() => write(list)}
          >
            {TRIES.map((what) => (
              <option key={what} value={what}>
                {what}
              </option>
            ))}
          </select>
          <input
            aria-label={`what to do in try ${index + 1}`}
            value={each.says}
            onChange={(event) => put(index, { says: event.target.value })}
            onBlur={() => write(list)}
          />
        </div>
      ))}
      <TextButton onClick={() => setList([...list, { what: "again", says: "" }])}>
        one more try
      </TextButton>
    </fieldset>
  );
}

const TRIES = [
  "again",
  "other-timing",
  "cable",
  "port",
  "driver",
  "as-administrator",
  "file-again",
  "restart-tool",
  "other",
];

function Prose(props: { value: string; focus: boolean; onSet: (value: string) => void }) {
  const [text, setText] = useState(props.value);
  const write = () => text !== props.value && props.onSet(text);
  return (
    <label className="beside-line">
      <span className="text-soft">In your own words (Markdown)</span>
      <textarea
        // biome-ignore lint/a11y/noAutofocus: it was just asked for
        autoFocus={props.focus}
        rows={Math.min(10, text.split("\n").length + 1)}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={write}
      />
    </label>
  );
}
