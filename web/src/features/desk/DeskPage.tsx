import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, type Home } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { usePageTitle } from "../../ui/usePageTitle";

type Group = Home["groups"][number];
type Matter = Group["matters"][number];

const MARK: Record<string, string> = {
  loss: "mark-stop",
  care: "mark-warn",
  plain: "mark-proved",
};
// So many of a group are in sight at once; the rest is one press away.
const IN_SIGHT = 4;

/** What needs a decision now, over all codenames, by kind, the most harmful first. */
export function DeskPage({ home }: { home: Home }) {
  usePageTitle("Desk");
  return (
    <div className="max-w-[980px] px-[18px] pt-4 pb-10">
      <h1 className="border-b border-ink pb-1.5 text-[1.1875rem] font-semibold">
        {home.groups.length === 0 ? "Nothing needs a decision" : "Needs a decision"}
      </h1>
      {home.codenames.length === 0 && (
        <p className="mt-3 text-[0.9375rem]">
          There are no guides yet. <Link to="/bring-in">Import a bundle</Link> to begin.
        </p>
      )}
      {home.groups.map((group) => (
        <MatterList key={group.kind} group={group} />
      ))}
    </div>
  );
}

function MatterList({ group }: { group: Group }) {
  const rest = group.matters.slice(IN_SIGHT);
  return (
    <section aria-labelledby={`matters-${group.kind}`} className="mt-4">
      <h2 id={`matters-${group.kind}`} className="flex items-baseline gap-2 text-[0.9375rem]">
        <span className="font-semibold">{group.title}</span>
        <span className="text-soft">{group.matters.length}</span>
        {group.kind === "today" && <ProveAll />}
      </h2>
      <ul>
        {group.matters.slice(0, IN_SIGHT).map((each) => (
          <OneMatter key={each.path + each.text} matter={each} />
        ))}
      </ul>
      {rest.length > 0 && (
        <Disclosure>
          <DisclosureButton className="mt-1.5 min-h-6 cursor-pointer text-work underline">
            {({ open }) => <>{open ? "Show fewer" : `Show ${rest.length} more`}</>}
          </DisclosureButton>
          <DisclosurePanel as="ul">
            {rest.map((each) => (
              <OneMatter key={each.path + each.text} matter={each} />
            ))}
          </DisclosurePanel>
        </Disclosure>
      )}
    </section>
  );
}

/** Everything that is out of date, in the background: what it does stands above, with a stop. */
function ProveAll() {
  const client = useQueryClient();
  const prove = useMutation({
    mutationFn: () => patiently(() => api.POST("/api/prove-stale"), { once: true }),
    onSuccess: async (answer) => {
      await refresh(client, "guide");
      announce(`Proved ${answer.proved} with the documents of today.`);
    },
  });
  return (
    <>
      <TextButton disabled={prove.isPending} onClick={() => prove.mutate()}>
        {prove.isPending ? "Proving…" : "Prove all that is stale"}
      </TextButton>
      {prove.error && <ProblemView error={prove.error} />}
    </>
  );
}

function OneMatter({ matter }: { matter: Matter }) {
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-b border-hair py-2 text-[0.9375rem]">
      <span className={`mark min-w-56 flex-1 ${MARK[matter.tone] ?? "mark-note"}`}>
        {matter.text}
        {matter.mine && <span className="text-soft"> (yours)</span>}
      </span>
      <Link to={matter.path} className="whitespace-nowrap font-semibold">
        {matter.action}
      </Link>
    </li>
  );
}
