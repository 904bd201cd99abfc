import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import type { Doc, Program } from "../../api/client";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { DocumentFoot, documentQuery } from "../document";
import { Ruled } from "./Ruled";

const DOES: Record<string, string> = {
  "wipe-apps": "takes the apps; photos and files stay",
  "wipe-user-data": "takes apps, photos and files",
  "format-data": "formats the user data; photos and files are lost",
  "wipe-system": "empties the system",
  restart: "starts the system",
  nothing: "changes nothing",
};

const EFFECTS: Record<string, string> = {
  "installs-itself": "while on, it writes itself after each installation",
  hides: "only hides that the phone was modified",
  other: "",
};

/** A program on the phone: what the words of its menu really do, its switches, what it shows. */
export function ProgramPage() {
  const { name = "" } = useParams();
  usePageTitle(name, "Phone programs");
  const found = useQuery(documentQuery({ kind: "program", codename: "", name }));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <Waiting query={found}>
        {(data) => data.program && <ProgramSheet document={data} program={data.program} />}
      </Waiting>
    </div>
  );
}

function ProgramSheet({ document, program }: { document: Doc; program: Program }) {
  return (
    <>
      <p className="text-soft">
        <Link to="/programs">Phone programs</Link>
      </p>
      <div className="flex flex-wrap items-baseline gap-4">
        <h1 className="text-[1.1875rem] font-semibold">{program.name}</h1>
        <span>
          {program.kind.replaceAll("-", " ")} {program.version}
        </span>
        <Link to={`/edit/program?name=${document.name}`}>Edit this program</Link>
      </div>
      {document.retired && (
        <p role="alert" className="mark mark-stop">
          <b className="text-loss">Retired.</b> {document.retired}
        </p>
      )}
      <ul className="mt-2">
        {habits(program).map((each) => (
          <li key={each} className="mark mark-note">
            {each}
          </li>
        ))}
      </ul>
      <Ruled
        title="Words of its menu"
        heads={["Word", "What it does", "Good to know"]}
        rows={program.words.map((each) => [each.says, DOES[each.does] ?? each.does, each.note])}
      />
      <Ruled
        title="Switches"
        heads={["Switch", "At first", "What it does"]}
        rows={program.options.map((each) => [
          each.says,
          each.usual ?? "as left last time",
          EFFECTS[each.effect] ?? each.effect,
        ])}
      />
      <Ruled
        title="Messages it is known to show"
        heads={["Text", "Means", "What to do", "Possible causes"]}
        rows={program.messages.map((each) => [
          each.text,
          each.means === "stop" ? "stop" : "harmless",
          each.do,
          each.causes.join("; "),
        ])}
      />
      <DocumentFoot document={document} />
    </>
  );
}

function habits(program: Program): string[] {
  if (program.kind !== "recovery") {
    return [
      program.needs_restart && "Works only after one more restart, once it was opened.",
      program.makes_room && "Makes room for a second system beside an untouched first one.",
    ].filter((each) => typeof each === "string");
  }
  return [
    program.decrypts ? "Reads encrypted user data." : "Cannot read encrypted user data.",
    program.reads_card ? "Reads a card." : "Reads no card.",
    !program.mounts && "Does not mount partitions on its own.",
    program.refuses.length > 0 && `Refuses packages of these kinds: ${program.refuses.join(", ")}.`,
    program.wants_release && "A system that forces encryption starts only after its release.",
  ].filter((each) => typeof each === "string");
}
