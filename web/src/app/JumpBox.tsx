import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { answerOf, api, type Place } from "../api/client";
import { Apart } from "../ui/Apart";
import { JUMP_FIELD, JumpField } from "./JumpField";

/** Every place by its name. start: what was typed before it was there, isEntered: with Enter. */
export function JumpBox({ start, isEntered }: { start: string; isEntered: boolean }) {
  const [text, setText] = useState(start);
  const [asked, setAsked] = useState("");
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  useEffect(() => {
    const timer = setTimeout(() => setAsked(text.trim()), 120);
    return () => clearTimeout(timer);
  }, [text]);
  const found = useQuery({
    queryKey: ["jump", asked],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/jump", { params: { query: { q: asked } }, signal })),
    enabled: asked !== "",
    placeholderData: keepPreviousData,
  });
  const places = asked ? (found.data?.places ?? []) : [];
  const isSettled = asked === text.trim() && !found.isFetching;
  // Enter that was pressed before the answer came takes its first place.
  const [entered, setEntered] = useState(isEntered ? start.trim() : "");
  const leave = (place: Place) => {
    navigate(place.path);
    setText("");
    setEntered("");
    input.current?.blur();
  };
  useEffect(() => {
    if (!entered || !isSettled) return;
    const first = found.data?.places[0];
    if (entered === asked && first) leave(first);
    setEntered("");
  });
  return (
    <Combobox<Place | null>
      immediate
      value={null}
      onChange={(place) => {
        if (place) leave(place);
      }}
      onClose={() => setText("")}
    >
      <JumpField>
        <ComboboxInput
          ref={input}
          {...JUMP_FIELD}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter" && text.trim() && !isSettled) {
              event.preventDefault();
              event.stopPropagation();
              setEntered(text.trim());
            }
          }}
        />
      </JumpField>
      <ComboboxOptions
        anchor="bottom start"
        className="z-20 w-[460px] border border-hair-strong bg-sheet shadow-md empty:hidden"
      >
        {places.map((place) => (
          <ComboboxOption
            key={place.kind + place.path + place.name}
            value={place}
            className="cursor-pointer px-3 py-1.5 data-focus:bg-work-soft"
          >
            <span className={place.kind === "build" || place.kind === "file" ? "letter" : ""}>
              {place.name}
            </span>{" "}
            <span className="text-soft">{place.about}</span>
            {place.fields.length > 0 && <Apart fields={place.fields} />}
          </ComboboxOption>
        ))}
        {asked !== "" && isSettled && places.length === 0 && (
          <p className="px-3 py-1.5 text-soft">No match for “{asked}”.</p>
        )}
      </ComboboxOptions>
    </Combobox>
  );
}
