import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { answerOf, api } from "../../api/client";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { Editor, schemaQuery } from "../document";

/** One file of a draft's set as a form; without a name, a new one. */
export function PackagePage() {
  const { codename = "" } = useParams();
  usePageTitle("File", codename);
  const [search] = useSearchParams();
  const slug = search.get("guide") ?? "";
  const name = search.get("file") ?? "";
  // What the notes of a draft tell of a file that nobody knows; it goes back to the row then.
  const told = {
    name: search.get("name") ?? "",
    sha256: search.get("sha256") ?? "",
    source: search.get("source") ?? "",
  };
  const row = search.get("row");
  const back = row
    ? `/c/${codename}/guides/${slug}?v=draft#${row}`
    : `/c/${codename}/files?guide=${slug}&v=draft`;
  const schema = useQuery(schemaQuery("package"));
  const standing = useQuery({
    queryKey: ["package", codename, slug, name, told],
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/drafts/{codename}/{slug}/packages/{package}", {
          params: { path: { codename, slug, package: name || "new" }, query: told },
          signal,
        }),
      ),
  });
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <p className="text-soft">
        <Link to={back}>{row ? "Back to the draft" : "Back to the file set"}</Link>, what is typed
        stays here
      </p>
      <h1 className="text-[1.1875rem] font-semibold">
        File {name || told.name || "(new)"} <span className="text-soft">of the draft {slug}</span>
      </h1>
      <Waiting query={schema}>
        {(form) => (
          <Waiting query={standing}>
            {(found) => (
              <>
                <Editor
                  key={name || told.name}
                  address={{
                    kind: "package",
                    codename: `${codename}/${slug}`,
                    name: name || told.name,
                  }}
                  schema={form}
                  standing={{
                    fingerprint: found.seen,
                    number: 0,
                    body: found.body,
                    versions: [],
                  }}
                  store={async (edit) => {
                    await answerOf(
                      api.POST("/api/drafts/{codename}/{slug}/packages", {
                        params: { path: { codename, slug } },
                        body: { seen: edit.seen, replaces: name, body: edit.body },
                      }),
                    );
                    return back;
                  }}
                />
                {name && (
                  <TakeOut
                    codename={codename}
                    slug={slug}
                    name={name}
                    seen={found.seen}
                    back={back}
                  />
                )}
              </>
            )}
          </Waiting>
        )}
      </Waiting>
    </div>
  );
}

interface TakeOutProps {
  codename: string;
  slug: string;
  name: string;
  seen: string;
  back: string;
}

function TakeOut({ codename, slug, name, seen, back }: TakeOutProps) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const remove = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/drafts/{codename}/{slug}/packages/{package}/remove", {
          params: { path: { codename, slug, package: name } },
          body: { seen },
        }),
      ),
    onSuccess: async () => {
      navigate(back);
      await refresh(client, "guide");
      announce("The file is saved in the draft.");
    },
  });
  return (
    <section aria-label="Take it out" className="mt-2">
      <Button onClick={() => remove.mutate()}>Take {name} out of the set</Button>{" "}
      <span className="text-soft">A file that a step uses cannot be removed.</span>
      {remove.error && <ProblemView error={remove.error} />}
    </section>
  );
}
