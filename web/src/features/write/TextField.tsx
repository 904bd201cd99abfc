import { type KeyboardEvent, useEffect, useState } from "react";

/** A line or more of text, written when it is left, or with Enter in one line. */
export function TextField(props: {
  label: string;
  value: string;
  long?: boolean;
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
  };
  const shared = {
    "aria-label": props.label,
    className: "w-full",
    value: text,
    onFocus: () => setTyping(true),
    onChange: (event: { target: { value: string } }) => setText(event.target.value),
    onBlur: write,
  };
  if (props.long) return <textarea rows={Math.min(8, text.split("\n").length)} {...shared} />;
  return (
    <input {...shared} onKeyDown={(event: KeyboardEvent) => event.key === "Enter" && write()} />
  );
}
