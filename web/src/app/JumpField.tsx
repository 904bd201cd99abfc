import { type ReactNode, useRef } from "react";
import { Near } from "../ui/Near";
import { useKeys } from "./keys";

export const JUMP_FIELD = {
  "aria-label": "Jump to a codename, market name, build, file, tool or guide",
  placeholder: "Codename, market name, build or file",
  spellCheck: false,
  className:
    "w-full bg-transparent px-0.5 py-0.5 outline-none placeholder:text-soft focus:border-work",
};

export function JumpField({ children }: { children: ReactNode }) {
  return (
    <span className="flex w-[340px] items-center border-b border-field focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-work max-md:w-40">
      {children}
      <kbd>/</kbd>
    </span>
  );
}

/** One box for every place: "/" goes there from anywhere. */
export function JumpPlace() {
  const box = useRef<HTMLSpanElement>(null);
  useKeys({
    "/": (event) => {
      event.preventDefault();
      box.current?.querySelector("input")?.focus();
    },
  });
  return (
    <span ref={box} className="contents">
      <Near
        load={async () => (await import("./JumpBox")).JumpBox}
        given={({ text, pressed }) => ({ start: text, isEntered: pressed })}
        still={
          <JumpField>
            <input {...JUMP_FIELD} role="combobox" aria-expanded="false" aria-autocomplete="list" />
          </JumpField>
        }
      />
    </span>
  );
}
