import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { answerOf, api } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { CodenameHead } from "../codename";
import { slugOf } from "./slugOf";

const HOWS = [
  ["empty", "Empty", "a title and an aim; the rest is written in the sheet"],
  ["notes", "From notes", "pasted text becomes steps; what is not understood stays, marked"],
  ["copy", "From a guide for this codename", "the same steps under another name"],
  ["carry", "From a guide for another codename", "what differs is asked, step by step"],
] as const;

type How = (typeof HOWS)[number][0];
const isHow = (value: string): value is How => HOWS.some(([how]) => how === value);

// Aims that are about a system, which the guide then promises.
const WITH_SYSTEM = new Set(["install", "update"]);

/** A new guide, from one of four beginnings. */
export function BeginPage() {
  const { codename = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  usePageTitle("New guide", codename);
  const asked = search.get("from") ?? "";
  const how: How = isHow(asked) ? asked : "empty";
  const found = useQuery({
    queryKey: ["beginnings", codename],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/beginnings", {
          params: { path: { codename } },
          signal,
        }),
      ),
  });
  return (
    <div className="px-[18px] pt-2.5 pb-12">
      <CodenameHead codename={codename} />
      <h1 className="mt-1.5 mb-2 text-[1.1875rem] font-semibold">A new guide for {codename}</h1>
      <fieldset className="begin-hows">
        <legend className="sr-only">From what</legend>
        {HOWS.map(([value, says, more]) => (
          <label key={value}>
            <input
              type="radio"
              name="how"
              checked={how === value}
              onChange={() => setSearch({ from: value }, { replace: true })}
            />
            <span>
              <b className="font-semibold">{says}</b> <span className="text-soft">{more}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <Waiting query={found}>
        {(data) => <BeginForm key={how} codename={codename} how={how} from={data} />}
      </Waiting>
    </div>
  );
}

interface From {
  aims: { value: string; says: string }[];
  systems: { value: string; says: string }[];
  own: { value: string; says: string }[];
  others: { value: string; says: string }[];
  deleted: { slug: string; title: string; at: string; by: string; until: string }[];
}

function BeginForm({ codename, how, from }: { codename: string; how: How; from: From }) {
  const [title, setTitle] = useState("");
  const [slug, setSlug] = useState<string>();
  const [aim, setAim] = useState("install");
  const [system, setSystem] = useState(from.systems.find((s) => s.value !== "stock")?.value ?? "");
  const [text, setText] = useState("");
  const sources = how === "copy" ? from.own : from.others;
  const [source, setSource] = useState(sources[0]?.value ?? "");
  const navigate = useNavigate();
  const client = useQueryClient();
  const name = slug ?? slugOf(title);
  const begin = useMutation({
    mutationFn: () =>
      patiently(
        () =>
          api.POST("/api/codenames/{codename}/drafts", {
            params: { path: { codename } },
            body: {
              how,
              slug: name,
              title: title.trim(),
              aim,
              system: WITH_SYSTEM.has(aim) ? system : "",
              text,
              source: how === "copy" || how === "carry" ? source : "",
            },
          }),
        { once: true },
      ),
    onSuccess: async (begun) => {
      await refresh(client, "guide");
      navigate(`/c/${codename}/guides/${begun.slug}?v=draft`);
      if (begun.of > 0) {
        announce(`${begun.read} of ${begun.of} lines became steps; ${begun.open} open questions.`);
      }
    },
  });
  const send = (event: FormEvent) => {
    event.preventDefault();
    begin.mutate();
  };
  const isOld = how === "copy" || how === "carry";
  return (
    <form onSubmit={send} className="begin-form">
      {how === "notes" && (
        <Labelled says="Your notes, as they are">
          <textarea
            className="letter"
            rows={12}
            value={text}
            onChange={(event) => setText(event.target.value)}
            placeholder={"- charge\n- to the bootloader with the command\n- …"}
          />
        </Labelled>
      )}
      {isOld && (
        <Labelled says="From which guide">
          <Choice list={sources} value={source} onChange={setSource} />
        </Labelled>
      )}
      <Labelled says="Title, as readers see it">
        <input
          // biome-ignore lint/a11y/noAutofocus: the page is for filling this in
          autoFocus={how !== "notes"}
          required
          maxLength={200}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
        />
      </Labelled>
      <Labelled says="Name in addresses">
        <input
          className="letter"
          required
          maxLength={60}
          value={name}
          onChange={(event) => setSlug(event.target.value)}
        />
      </Labelled>
      {!isOld && (
        <Labelled says="What it is for">
          <Choice list={from.aims} value={aim} onChange={setAim} />
        </Labelled>
      )}
      {!isOld && WITH_SYSTEM.has(aim) && (
        <Labelled says="Which system">
          <Choice list={from.systems} value={system} onChange={setSystem} />
        </Labelled>
      )}
      {begin.error && <ProblemView error={begin.error} />}
      <p className="flex items-baseline gap-4">
        <Button
          look="work"
          type="submit"
          disabled={begin.isPending || !title.trim() || (isOld && !source)}
        >
          {begin.isPending ? "Reading…" : "Begin the draft"}
        </Button>
        <Link to={`/c/${codename}/guides`}>Back to the guides</Link>
      </p>
      {from.deleted.length > 0 && <Deleted codename={codename} list={from.deleted} />}
    </form>
  );
}

function Labelled({ says, children }: { says: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is the child
    <label>
      <span className="text-soft">{says}</span>
      {children}
    </label>
  );
}

function Choice(props: {
  list: { value: string; says: string }[];
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <select value={props.value} onChange={(event) => props.onChange(event.target.value)}>
      {props.list.map((each) => (
        <option key={each.value} value={each.value}>
          {each.says}
        </option>
      ))}
    </select>
  );
}

/** Drafts that were deleted in the last days, each with the day until which it comes back. */
function Deleted({ codename, list }: { codename: string; list: From["deleted"] }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const back = useMutation({
    mutationFn: (slug: string) =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/bring-back", {
          params: { path: { codename, slug } },
        }),
      ),
    onSuccess: async (_, slug) => {
      await refresh(client, "guide");
      navigate(`/c/${codename}/guides/${slug}?v=draft`);
    },
  });
  return (
    <section aria-label="Deleted drafts">
      <h2 className="mt-4 font-semibold">Deleted drafts</h2>
      {list.map((each) => (
        <p key={each.slug}>
          {each.title}{" "}
          <span className="text-soft">
            deleted by {each.by}, kept until {dayWords(each.until)}
          </span>{" "}
          <TextButton onClick={() => back.mutate(each.slug)}>Bring it back</TextButton>
        </p>
      ))}
      {back.error && <ProblemView error={back.error} />}
    </section>
  );
}
