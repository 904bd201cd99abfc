import { useState } from "react";
import { TextButton } from "../../ui/TextButton";
import type { OptionValue } from "./headValues";
import { TextField } from "./TextField";

/** The choices that a reader makes, side by side: the question, and what each answer says. */
export function OptionsField(props: {
  value: OptionValue[];
  onWrite: (value: OptionValue[]) => void;
}) {
  const { value, onWrite } = props;
  const [name, setName] = useState<string>();
  const put = (index: number, option: OptionValue) =>
    onWrite(value.map((each, at) => (at === index ? option : each)));
  const begin = () => {
    const id = (name ?? "").trim();
    setName(undefined);
    if (!id) return;
    const choices = [
      { id: "yes", says: "Yes" },
      { id: "no", says: "No" },
    ];
    onWrite([...value, { id, ask: `${id}?`, choices }]);
  };
  return (
    <>
      {value.map((option, index) => (
        <div key={option.id} className="option-line">
          <p className="flex items-baseline gap-3">
            <span className="letter whitespace-nowrap">{option.id}</span>
            <TextField
              label={`What ${option.id} asks`}
              value={option.ask}
              onWrite={(ask) => put(index, { ...option, ask })}
            />
            <TextButton
              quiet
              aria-label={`Take out the choice ${option.id}`}
              onClick={() => onWrite(value.filter((_, at) => at !== index))}
            >
              ×
            </TextButton>
          </p>
          <div className="choices">
            {option.choices.map((choice, at) => (
              <div key={choice.id}>
                <span className="letter">{choice.id}</span>
                <TextField
                  label={`${option.id}: ${choice.id}`}
                  value={choice.says}
                  onWrite={(says) =>
                    put(index, {
                      ...option,
                      choices: option.choices.map((each, i) =>
                        i === at ? { ...each, says } : each,
                      ),
                    })
                  }
                />
              </div>
            ))}
            <TextButton
              onClick={() =>
                put(index, {
                  ...option,
                  choices: [...option.choices, newChoice(option.choices)],
                })
              }
            >
              one more answer
            </TextButton>
          </div>
        </div>
      ))}
      {name === undefined ? (
        <TextButton onClick={() => setName("")}>one more choice</TextButton>
      ) : (
        <input
          // biome-ignore lint/a11y/noAutofocus: it was just asked for
          autoFocus
          aria-label="A name for the new choice"
          placeholder="a short name, as data"
          value={name}
          onChange={(event) => setName(event.target.value)}
          onBlur={begin}
          onKeyDown={(event) => event.key === "Enter" && begin()}
        />
      )}
    </>
  );
}

/** One more answer, under a name that no other has; its words are the author's to write. */
function newChoice(choices: OptionValue["choices"]) {
  let number = choices.length + 1;
  while (choices.some((each) => each.id === `choice-${number}`)) number += 1;
  return { id: `choice-${number}`, says: `Choice ${number}` };
}
