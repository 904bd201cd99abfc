import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { TextButton } from "../../ui/TextButton";
import { Waiting } from "../../ui/Waiting";
import { AtHand } from "./AtHand";
import { CompareList } from "./CompareList";
import { FileTable } from "./FileTable";
import { type Assume, fileSetQuery, type Which } from "./queries";
import { RoomView } from "./RoomView";
import { SignedLists } from "./SignedLists";

const FORMS = [
  ["two-column", "two columns"],
  ["tagged", "tagged"],
  ["metalink", "Metalink 4"],
] as const;

/** One file set: held against files at hand, against a list, and against the room there is. */
export function FileSetView({ which }: { which: Which }) {
  const [assume, setAssume] = useState<Assume>({
    download_mbps: 3,
    copy_mbps: 25,
    free_storage_gb: 0,
    card_gb: 0,
  });
  const set = useQuery(fileSetQuery(which, assume));
  const one = `/c/${which.codename}/files/one?guide=${which.slug}`;
  const editPath = which.short ? undefined : (file: string) => `${one}&file=${file}`;
  const query = new URLSearchParams({ ...which }).toString();
  return (
    <Waiting query={set}>
      {(data) => (
        <>
          <AtHand which={which} set={data} />
          <FileTable files={data.files} editPath={editPath} />
          <p className="mt-1.5 flex flex-wrap gap-x-3 print:hidden">
            {editPath && <Link to={editPath("")}>Add a file</Link>}
            <span className="text-soft">Checksum list as</span>
            {FORMS.map(([form, says]) => (
              <a key={form} href={`/api/file-set/list?form=${form}&${query}`} download>
                {says}
              </a>
            ))}
            <TextButton onClick={() => window.print()}>Print a checklist</TextButton>
          </p>
          <div className="mt-4 grid gap-x-8 gap-y-4 lg:grid-cols-2 print:hidden">
            <RoomView room={data.room} assume={assume} onAssume={setAssume} />
            <CompareList which={which} />
            <SignedLists which={which} />
          </div>
        </>
      )}
    </Waiting>
  );
}
