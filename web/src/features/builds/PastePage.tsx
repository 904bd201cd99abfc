import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { ProblemView } from "../../ui/ProblemView";
import { usePageTitle } from "../../ui/usePageTitle";
import { useTyped } from "../../ui/useTyped";
import { CodenameHead } from "../codename";
import { PreviewTable } from "./PreviewTable";
import { buildsQuery } from "./queries";

const LABELS: Record<string, string> = {
  platform: "Platform",
  rollback_index: "Rollback index",
};

/** A list pasted in, one build a line, or a CSV: first what each line became, then the storing. */
export function PastePage() {
  const { codename = "" } = useParams();
  usePageTitle("Add builds", codename);
  const builds = useQuery(buildsQuery(codename));
  const [text, setText] = useTyped(`builds/${codename}`);
  const [filling, setFilling] = useState<Record<string, string>>({});
  const [verdict, setVerdict] = useState("");
  const [page, setPage] = useState(0);
  const [asked, setAsked] = useState(text);
  const client = useQueryClient();
  const navigate = useNavigate();
  useEffect(() => {
    const timer = setTimeout(() => setAsked(text), 400);
    return () => clearTimeout(timer);
  }, [text]);
  const body = {
    text: asked,
    platform: numberOf(filling.platform),
    rollback_index: numberOf(filling.rollback_index),
    patch_level: filling.patch_level ?? "",
    verdict,
    page,
  };
  const params = { path: { codename } };
  const preview = useQuery({
    queryKey: ["paste", codename, body],
    queryFn: ({ signal }) =>
      patiently(
        () => api.POST("/api/codenames/{codename}/builds/preview", { params, body, signal }),
        { signal },
      ),
    enabled: asked.trim() !== "",
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  const store = useMutation({
    mutationFn: () =>
      patiently(
        () => api.POST("/api/codenames/{codename}/builds", { params, body: { ...body, text } }),
        { once: true },
      ),
    onSuccess: async () => {
      setText("");
      await refresh(client, "builds");
      announce("The builds are stored.");
      navigate(`/c/${codename}/builds`);
    },
  });
  const change = (next: string) => {
    setText(next);
    setPage(0);
  };
  const count = (name: string) =>
    preview.data?.counts.find((each) => each.verdict === name)?.count ?? 0;
  const taken = count("new") + count("changed");
  const asks = builds.data?.not_told ?? [];
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <h1 className="mt-1.5 text-[1.1875rem] font-semibold">Add builds of {codename}</h1>
      <p className="mt-1 text-[0.9375rem]">
        One build string or file name a line, or a CSV as it is{" "}
        <a href={`/api/codenames/${codename}/builds.csv`}>exported</a>. Nothing is stored until you
        confirm.
      </p>
      <textarea
        aria-label="Builds, one a line"
        rows={9}
        defaultValue={text}
        spellCheck={false}
        // Unwrapped and left to the browser: 20,000 lines that are laid out anew at each key are slow.
        wrap="off"
        className="mt-2 block w-full border border-hair-strong bg-sheet p-2 font-mono text-[0.75rem]"
        onChange={(event) => change(event.target.value)}
        onPaste={(event) => {
          // A browser types a pasted list in line by line, which takes minutes for a long one.
          event.preventDefault();
          const area = event.currentTarget;
          const pasted = event.clipboardData.getData("text/plain");
          area.setRangeText(pasted, area.selectionStart, area.selectionEnd, "end");
          change(area.value);
        }}
      />
      <div className="mt-2 flex flex-wrap items-baseline gap-4">
        {[...asks, "patch_level"].map((name) => (
          <label key={name}>
            {LABELS[name] ?? "Patch level"} of all these{" "}
            <input
              type="text"
              className="w-24 border border-hair-strong bg-sheet px-1.5 py-0.5"
              placeholder={name === "patch_level" ? "2026-11" : ""}
              value={filling[name] ?? ""}
              onChange={(event) => setFilling({ ...filling, [name]: event.target.value })}
            />
          </label>
        ))}
      </div>
      <div className="mt-3 flex items-center gap-3">
        <Button
          look="work"
          disabled={taken === 0 || store.isPending || asked !== text}
          onClick={() => store.mutate()}
        >
          {store.isPending ? "Storing…" : `Store ${counted(taken, "build")}`}
        </Button>
        <Link to={`/c/${codename}/builds`}>Back to the builds</Link>
        <span role="status" className="text-soft">
          {preview.isFetching ? "Reading the lines…" : ""}
        </span>
      </div>
      {store.error && <ProblemView error={store.error} />}
      {preview.error && <ProblemView error={preview.error} />}
      {asked.trim() !== "" && preview.data && (
        <PreviewTable
          preview={preview.data}
          verdict={verdict}
          onVerdict={(next) => {
            setVerdict(next);
            setPage(0);
          }}
          onPage={setPage}
        />
      )}
    </div>
  );
}

function numberOf(text: string | undefined): number | null {
  const trimmed = text?.trim();
  return trimmed && /^\d+$/.test(trimmed) ? Number(trimmed) : null;
}
