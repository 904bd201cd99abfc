import { type KeyboardEvent, useEffect, useState } from "react";

/** A line or more of text, written when it is left, or with Enter in one line. */
export function TextField(props: {
  label: string;
  value: string;
  long?: boolean;
  placeholder?: string;
  /** Empty again once it was written. */
  clears?: boolean;
  onWrite: (text: string) => void;
}) {
  const [text, setText] = useState(props.value);
  const [typing, setTyping] = useState(false);
  useEffect(() => {
    if (!typing) setText(props.value);
  }, [props.value, typing]);
  const write = () => {
    setTyping(false);
    if (text.trim() !== props.value) props.onWrite(text.trim());
    if (props.clears) setText("");
  };
  const shared = {
    "aria-label": props.label,
    placeholder: props.placeholder,
    className: "w-full",
    value: text,
    onFocus: () => setTyping(true),
    onChange: (event: { target: { value: string } }) => setText(event.target.value),
    onBlur: write,
  };
  if (props.long) return <textarea rows={Math.min(8, linesOf(text))} {...shared} />;
  return (
    <input {...shared} onKeyDown={(event: KeyboardEvent) => event.key === "Enter" && write()} />
  );
}

/** About as many lines as the text takes where it is shown. */
function linesOf(text: string): number {
  return text.split("\n").reduce((sum, line) => sum + 1 + Math.floor(line.length / 130), 0);
}
