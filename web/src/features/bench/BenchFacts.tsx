import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useSearchParams } from "react-router";
import type { BenchData } from "../../api/client";

/** Which phone this is: every property it may differ in, to be set by hand. */
export function BenchFacts({ facts }: { facts: BenchData["facts"] }) {
  const [, setSearch] = useSearchParams();
  const told = facts.filter((each) => each.value !== each.usual);
  return (
    <Disclosure as="section" aria-label="Which phone" className="mt-1">
      <p>
        {told.length === 0
          ? "The usual phone of this codename."
          : told.map((each) => `${each.words} ${each.value}`).join(", ")}{" "}
        <DisclosureButton className="cursor-pointer text-work underline">
          Another phone
        </DisclosureButton>
      </p>
      <DisclosurePanel className="mt-1 grid gap-x-4 gap-y-1 sm:grid-cols-2 lg:grid-cols-4">
        {facts.map((each) => (
          <label key={each.name} className="flex flex-col">
            <span className="text-soft">{each.words}</span>
            <select
              className="border border-hair-strong bg-sheet px-1"
              value={each.value}
              onChange={(event) =>
                setSearch((now) => {
                  // What is shown stays so, whatever phone it was opened with.
                  for (const other of told) now.set(`f.${other.name}`, other.value);
                  now.set(`f.${each.name}`, event.target.value);
                  return now;
                })
              }
            >
              {each.values.map((value) => (
                <option key={value} value={value}>
                  {value}
                </option>
              ))}
            </select>
          </label>
        ))}
      </DisclosurePanel>
    </Disclosure>
  );
}
