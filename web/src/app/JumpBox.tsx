import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Codename } from "../api/client";
import { useKeys } from "./keys";
import { findPlaces, type Place } from "./places";

/** One box for every place: "/" goes there from anywhere. */
export function JumpBox({ codenames }: { codenames: Codename[] }) {
  const [text, setText] = useState("");
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  useKeys({
    "/": (event) => {
      event.preventDefault();
      input.current?.focus();
    },
  });
  const places = findPlaces(codenames, text);
  return (
    <Combobox<Place | null>
      value={null}
      onChange={(place) => {
        if (!place) return;
        navigate(place.path);
        setText("");
        input.current?.blur();
      }}
      onClose={() => setText("")}
    >
      <span className="flex w-[340px] items-center border-b border-hair-strong max-md:w-40">
        <ComboboxInput
          ref={input}
          aria-label="Jump to a codename or guide"
          placeholder="Codename, market name or guide"
          className="w-full bg-transparent px-0.5 py-0.5 outline-none placeholder:text-soft focus:border-work"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <kbd>/</kbd>
      </span>
      <ComboboxOptions
        anchor="bottom start"
        className="z-20 w-[340px] border border-hair-strong bg-sheet shadow-md empty:hidden"
      >
        {places.map((place) => (
          <ComboboxOption
            key={place.path}
            value={place}
            className="cursor-pointer px-3 py-1.5 data-focus:bg-work-soft"
          >
            {place.name} <span className="text-soft">{place.about}</span>
          </ComboboxOption>
        ))}
      </ComboboxOptions>
    </Combobox>
  );
}
