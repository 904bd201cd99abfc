import { Radio, RadioGroup } from "@headlessui/react";
import type { Sheet } from "../../api/client";
import { keep, kept } from "../../storage";

const KEY = "anleitung.host";

/** The host of last time where this guide knows it, else its first. */
export function keptHost(known: string[]): string {
  const last = kept(KEY);
  return last && known.includes(last) ? last : (known[0] ?? "");
}

export function HostChoice(props: {
  hosts: Sheet["hosts"];
  host: string;
  onChange: (host: string) => void;
}) {
  if (props.hosts.length === 0) return null;
  return (
    <RadioGroup
      aria-label="Commands for"
      value={props.host}
      onChange={(host) => {
        keep(KEY, host);
        props.onChange(host);
      }}
      className="flex gap-3"
    >
      <span className="text-soft">Commands for</span>
      {props.hosts.map((each) => (
        <Radio
          key={each.id}
          value={each.id}
          title={each.notes.join(" ")}
          className="cursor-pointer data-checked:border-b-2 data-checked:border-work"
        >
          {each.name}
        </Radio>
      ))}
    </RadioGroup>
  );
}
