import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from "@headlessui/react";
import { useNavigate } from "react-router";
import { VERSION_BUTTON, VersionShown } from "./VersionShown";

interface State {
  value: string;
  says: string;
}

export function VersionList(props: { states: State[]; now: string; says: string }) {
  const navigate = useNavigate();
  return (
    <Listbox value={props.now} onChange={(value) => navigate(`?v=${value}`)}>
      <ListboxButton className={VERSION_BUTTON}>
        <VersionShown says={props.says} />
      </ListboxButton>
      <ListboxOptions
        anchor="bottom start"
        className="z-20 min-w-36 border border-hair-strong bg-sheet shadow-md"
      >
        {props.states.map((each) => (
          <ListboxOption
            key={each.value}
            value={each.value}
            className="cursor-pointer px-3 py-1 data-focus:bg-work-soft data-selected:font-semibold"
          >
            {each.says}
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}
