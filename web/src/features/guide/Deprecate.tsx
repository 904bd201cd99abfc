import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answerOf, api, type Page } from "../../api/client";
import { refresh } from "../../api/touched";
import { announce } from "../../ui/announce";
import { Button } from "../../ui/Button";
import { dayWords } from "../../ui/dates";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import { guidesQuery } from "../codename/guidesQuery";

/** That a guide is deprecated, with what follows it; or what makes it so. */
export function Deprecate({ page }: { page: Page }) {
  const [open, setOpen] = useState(false);
  const { codename, guide: slug } = page.sheet;
  const path = { codename, slug };
  const client = useQueryClient();
  const again = useMutation({
    mutationFn: () =>
      answerOf(api.POST("/api/guides/{codename}/{slug}/take-up-again", { params: { path } })),
    onSuccess: async () => {
      await refresh(client, "guide");
      announce("No longer deprecated.");
    },
  });
  const { deprecated } = page;
  if (deprecated) {
    return (
      <div className="basis-full">
        <p className="mark mark-warn text-[0.9375rem]">
          <b>Deprecated</b> by {deprecated.by}, {dayWords(deprecated.at)}: {deprecated.reason}{" "}
          {deprecated.follower && (
            <>
              Followed by{" "}
              <Link to={`/c/${codename}/guides/${deprecated.follower}`}>
                {deprecated.title || deprecated.follower}
              </Link>
              .{" "}
            </>
          )}
          <TextButton disabled={again.isPending} onClick={() => again.mutate()}>
            Bring it back
          </TextButton>
        </p>
        {again.error && <ProblemView error={again.error} />}
      </div>
    );
  }
  if (page.kind === "draft" || page.withdrawn) return null;
  return open ? (
    <DeprecateForm path={path} onLeave={() => setOpen(false)} />
  ) : (
    <p>
      <TextButton quiet onClick={() => setOpen(true)}>
        Deprecate this guide…
      </TextButton>
    </p>
  );
}

function DeprecateForm(props: { path: { codename: string; slug: string }; onLeave: () => void }) {
  const { path } = props;
  const [reason, setReason] = useState("");
  const [follower, setFollower] = useState("");
  const client = useQueryClient();
  const guides = useQuery(guidesQuery(path.codename));
  const deprecate = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST("/api/guides/{codename}/{slug}/deprecate", {
          params: { path },
          body: { reason, follower },
        }),
      ),
    onSuccess: async () => {
      await refresh(client, "guide");
      props.onLeave();
      announce("Deprecated. Readers see the reason.");
    },
  });
  const others = (guides.data?.aims ?? [])
    .flatMap((aim) => aim.guides)
    .filter((each) => each.slug !== path.slug && each.version && !each.is_withdrawn);
  return (
    <form
      className="flex basis-full flex-wrap items-baseline gap-x-4 gap-y-1"
      onSubmit={(event) => {
        event.preventDefault();
        deprecate.mutate();
      }}
    >
      <label className="flex grow items-baseline gap-2">
        <span className="text-soft">Why readers should not start it any more</span>
        <input
          // biome-ignore lint/a11y/noAutofocus: it was just asked for
          autoFocus
          className="grow border-b border-field bg-transparent p-1"
          maxLength={500}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <label className="flex items-baseline gap-2">
        <span className="text-soft">Followed by</span>
        <select value={follower} onChange={(event) => setFollower(event.target.value)}>
          <option value="">no other guide</option>
          {others.map((each) => (
            <option key={each.slug} value={each.slug}>
              {each.title}
            </option>
          ))}
        </select>
      </label>
      <Button
        look="work"
        disabled={!reason.trim() || deprecate.isPending}
        onClick={() => deprecate.mutate()}
      >
        Deprecate
      </Button>
      <TextButton quiet onClick={props.onLeave}>
        Leave it as it is
      </TextButton>
      {deprecate.error && <ProblemView error={deprecate.error} />}
    </form>
  );
}
