import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { answerOf, api } from "../../api/client";
import { refresh } from "../../api/touched";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import type { Which } from "./queries";
import { KeepKeyForm, KeepListForm } from "./SignedForms";

const LOOKS: Record<string, string> = {
  good: "mark mark-proved text-ok",
  bad: "mark mark-stop text-loss",
  "key-not-known": "mark mark-unknown text-unknown",
  "key-expired": "mark mark-unknown text-unknown",
  "key-revoked": "mark mark-stop text-loss",
};

/** Lists that somebody signed, kept beside the set: what was verified of them, and what was not. */
export function SignedLists({ which }: { which: Which }) {
  const client = useQueryClient();
  const lists = useQuery({
    queryKey: ["signed", which],
    queryFn: ({ signal }) =>
      answerOf(api.GET("/api/file-set/signed", { params: { query: { ...which } }, signal })),
  });
  const drop = useMutation({
    mutationFn: (id: number) =>
      answerOf(api.DELETE("/api/signed/{list_id}", { params: { path: { list_id: id } } })),
    onSuccess: () => refresh(client, "signed"),
  });
  return (
    <section aria-label="Signed lists">
      <h2 className="border-b border-ink text-[0.875rem] font-semibold">Signed lists</h2>
      {lists.data?.length === 0 && (
        <p className="mt-1.5 text-soft">
          No signed lists yet. A digest tells that a file is the one on record; a signature tells
          who put it there.
        </p>
      )}
      <ul className="mt-1.5 space-y-2">
        {lists.data?.map((each) => (
          <li key={each.id}>
            <p className={LOOKS[each.verdict]}>{each.says}</p>
            <p>{each.but}</p>
            <p className="text-soft">
              <span className="letter">{each.name}</span>: {each.agreement}. Kept by {each.added_by}
              , {dayWords(each.added_at)}.{" "}
              <TextButton aria-label={`Take ${each.name} out`} onClick={() => drop.mutate(each.id)}>
                Take it out
              </TextButton>
            </p>
          </li>
        ))}
      </ul>
      {(lists.error ?? drop.error) && (
        <ProblemView error={lists.error ?? drop.error ?? new Error()} />
      )}
      <Folded says="Add a signed list">
        <KeepListForm which={which} />
      </Folded>
      <Folded says="Add a public key">
        <KeepKeyForm />
      </Folded>
    </section>
  );
}

function Folded({ says, children }: { says: string; children: ReactNode }) {
  return (
    <Disclosure as="div" className="mt-1.5">
      <DisclosureButton className="cursor-pointer text-work underline">{says}</DisclosureButton>
      <DisclosurePanel className="mt-1">{children}</DisclosurePanel>
    </Disclosure>
  );
}
