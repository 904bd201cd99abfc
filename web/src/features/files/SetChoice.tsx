import {
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
} from "@headlessui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { FilesPageData } from "../../api/client";
import { counted } from "../../ui/counted";

type OneSet = FilesPageData["sets"][number];

/** The guide whose files are shown, out of a list that is searched by typing. */
export function SetChoice({ sets, chosen }: { sets: OneSet[]; chosen: OneSet }) {
  const [wanted, setWanted] = useState("");
  const navigate = useNavigate();
  const asked = wanted.trim().toLowerCase();
  const shown = sets.filter((each) => nameOf(each).toLowerCase().includes(asked));
  return (
    <Combobox<OneSet | null>
      immediate
      value={chosen}
      onChange={(each) => each && navigate(`?guide=${each.slug}&v=${each.state}`)}
      onClose={() => setWanted("")}
    >
      <span className="flex min-w-0 flex-1 items-center border border-field bg-sheet print:hidden">
        <ComboboxInput
          aria-label="Guide"
          className="min-w-0 flex-1 bg-transparent px-1.5 py-0.5"
          displayValue={(each: OneSet | null) => (each ? nameOf(each) : "")}
          onChange={(event) => setWanted(event.target.value)}
        />
        <ComboboxButton aria-label="All guides" className="min-w-6 cursor-pointer text-soft">
          ▾
        </ComboboxButton>
      </span>
      <ComboboxOptions
        anchor="bottom start"
        className="z-20 max-h-80! w-[480px] max-w-full overflow-y-auto border border-hair-strong bg-sheet shadow-md empty:hidden"
      >
        {shown.map((each) => (
          <ComboboxOption
            key={each.slug + each.state}
            value={each}
            className="flex cursor-pointer gap-3 px-3 py-1 data-focus:bg-work-soft data-selected:font-semibold"
          >
            <span className="flex-1">{nameOf(each)}</span>
            <span className="text-soft">{counted(each.files, "file")}</span>
          </ComboboxOption>
        ))}
      </ComboboxOptions>
    </Combobox>
  );
}

const nameOf = (each: OneSet) => `${each.title}, ${each.state}`;
