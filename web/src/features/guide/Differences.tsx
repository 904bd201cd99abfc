import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Page } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";

type Changed = Page["today"]["changed"][number];
type Choice = "ours" | "theirs" | "both";

/** The documents of a draft that the catalogue holds otherwise, and a way on for each of them. */
export function Differences({ page }: { page: Page }) {
  return (
    <ul className="mt-1 space-y-1">
      {page.today.changed.map((each) => (
        <li key={each.kind + each.name}>
          <Disclosure>
            <DisclosureButton className="cursor-pointer text-left text-work underline">
              {`${each.kind} ${each.name}: ${counted(each.fields.length)}`}
            </DisclosureButton>
            <DisclosurePanel>
              <OneDifference page={page} changed={each} />
            </DisclosurePanel>
          </Disclosure>
        </li>
      ))}
    </ul>
  );
}

const counted = (fields: number) => (fields === 1 ? "1 field differs" : `${fields} fields differ`);

function OneDifference({ page, changed }: { page: Page; changed: Changed }) {
  const [newName, setNewName] = useState(`${changed.name}-2`);
  const field = useId();
  const client = useQueryClient();
  const navigate = useNavigate();
  const settle = useMutation({
    mutationFn: (choice: Choice) =>
      patiently(
        () =>
          api.POST("/api/drafts/{codename}/{slug}/differences", {
            params: { path: { codename: page.sheet.codename, slug: page.sheet.guide } },
            body: {
              seen: page.fingerprint,
              kind: changed.kind,
              codename:
                changed.kind === "device" || changed.kind === "build" ? changed.codename : "",
              name: changed.name,
              choice,
              new_name: choice === "both" ? newName : "",
            },
          }),
        { once: true },
      ),
    onSuccess: async (draft) => {
      await Promise.all([refresh(client, "guide"), refresh(client, "document")]);
      announce("The difference is settled.");
      navigate(`/c/${draft.codename}/guides/${draft.slug}?v=draft`);
    },
  });
  return (
    <div className="my-1 overflow-x-auto">
      <table className="w-full table-fixed">
        <thead>
          <tr className="text-left">
            <th className="w-1/5">Field</th>
            <th>In the catalogue</th>
            <th>In this draft</th>
          </tr>
        </thead>
        <tbody>
          {changed.fields.map((each) => (
            <tr key={each.field} className="border-t border-hair align-top">
              <td className="letter pr-3">{each.field}</td>
              <td className="pr-3">{each.ours || <i>left out</i>}</td>
              <td>{each.theirs || <i>left out</i>}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 flex flex-wrap items-baseline gap-3">
        <Button disabled={settle.isPending} onClick={() => settle.mutate("ours")}>
          Use the catalogue’s in this draft
        </Button>
        <Button disabled={settle.isPending} onClick={() => settle.mutate("theirs")}>
          Save the draft’s as the catalogue’s next version
        </Button>
        {changed.kind !== "build" && (
          <>
            <Button
              disabled={settle.isPending || !newName.trim()}
              onClick={() => settle.mutate("both")}
            >
              Keep both: the draft’s as
            </Button>
            <label htmlFor={field} className="sr-only">
              New id of the draft’s document
            </label>
            <input
              id={field}
              className="letter w-36 border border-hair-strong bg-sheet px-1.5"
              value={newName}
              maxLength={60}
              onChange={(event) => setNewName(event.target.value)}
            />
          </>
        )}
      </p>
      {settle.error && <ProblemView error={settle.error} />}
    </div>
  );
}
