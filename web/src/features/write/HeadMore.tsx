import type { Writing } from "../../api/client";
import { TextButton } from "../../ui/TextButton";
import { TextField } from "./TextField";

/** Known bugs that a reader agrees to before the start, a line each. */
export function AgreeField(props: { value: string[]; onWrite: (value: string[]) => void }) {
  const { value, onWrite } = props;
  const put = (index: number, text: string) =>
    onWrite(value.map((each, at) => (at === index ? text : each)).filter(Boolean));
  return (
    <>
      {value.map((text, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the lines are edited in place
        <p key={index} className="flex items-baseline gap-3">
          <TextField
            label={`Known bug ${index + 1}`}
            value={text}
            onWrite={(now) => put(index, now)}
          />
          <TextButton
            quiet
            aria-label={`Take out known bug ${index + 1}`}
            onClick={() => put(index, "")}
          >
            ×
          </TextButton>
        </p>
      ))}
      <TextField
        label="One more known bug"
        placeholder="one more known bug"
        value=""
        clears
        onWrite={(text) => text && onWrite([...value, text])}
      />
    </>
  );
}

/** What a reader must have before the first step. */
export function AtHandField(props: { value: string[]; onWrite: (value: string[]) => void }) {
  const { value, onWrite } = props;
  return (
    <label className="flex gap-2">
      <input
        type="checkbox"
        checked={value.includes("account")}
        onChange={(event) => onWrite(event.target.checked ? ["account"] : [])}
      />
      name and password of the account that is signed in on the phone
    </label>
  );
}

/** The cautions that the steps bring, each in its usual words or in the author's. */
export function CautionsField(props: {
  cautions: Writing["head"]["cautions"];
  value: Record<string, string>;
  onWrite: (value: Record<string, string>) => void;
}) {
  const { cautions, value, onWrite } = props;
  const put = ({ id, usual }: Writing["head"]["cautions"][number], text: string) => {
    const { [id]: _was, ...others } = value;
    onWrite(text && text !== usual ? { ...others, [id]: text } : others);
  };
  if (cautions.length === 0) return <span className="text-soft">no step brings one yet</span>;
  return (
    <>
      {cautions.map((each) => (
        <div key={each.id} className="flex items-baseline gap-3">
          <TextField
            label={`Caution ${each.id}`}
            value={value[each.id] ?? each.usual}
            long
            onWrite={(text) => put(each, text)}
          />
          {value[each.id] !== undefined && (
            <TextButton
              quiet
              aria-label={`Usual words of caution ${each.id}`}
              onClick={() => put(each, "")}
            >
              usual words
            </TextButton>
          )}
        </div>
      ))}
      <p className="text-soft">None can be left out. An empty one says its usual words.</p>
    </>
  );
}
