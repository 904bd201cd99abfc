import {
  useIsFetching,
  useIsMutating,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { type ReactNode, type RefObject, useEffect, useRef, useState } from "react";
import { Link, useLocation } from "react-router";
import { answerOf, api, type Home, type Job } from "../api/client";
import { refresh } from "../api/touched";
import { storageRefused } from "../storage";
import { onAnnounced } from "../ui/announce";
import { focusOn, keepFocus } from "../ui/keepFocus";
import { Near } from "../ui/Near";
import { TextButton } from "../ui/TextButton";
import { JumpPlace } from "./JumpField";
import { KeysHelp } from "./KeysHelp";
import { MENU_BUTTON } from "./menuButton";
import { Rail } from "./Rail";

export function Shell({ home, children }: { home: Home | undefined; children: ReactNode }) {
  const [showKeys, setShowKeys] = useState(false);
  const main = useRef<HTMLElement>(null);
  useFocusInView(main);
  return (
    <div className="min-h-screen md:grid print:block md:grid-cols-[164px_minmax(0,1fr)] md:grid-rows-[auto_1fr]">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:p-2">
        Skip to the sheet
      </a>
      <header className="col-span-2 flex min-h-[38px] flex-wrap items-center gap-x-4 gap-y-1 border-b border-hair px-3.5 py-1">
        <Link to="/c/" className="font-bold tracking-[.01em] text-ink no-underline">
          Anleitung
        </Link>
        <JumpPlace />
        <span className="flex-1" />
        <WorkState />
        <KeysHelp open={showKeys} onChange={setShowKeys} />
        <UserMenu />
      </header>
      <Rail home={home} />
      <main id="main" ref={main} tabIndex={-1} className="min-w-0 outline-none">
        <StorageNote />
        {children}
      </main>
      <Announcements />
    </div>
  );
}

/** After a step to another view the focus is on its heading, and never on nothing. */
function useFocusInView(main: RefObject<HTMLElement | null>) {
  const { pathname, search, hash } = useLocation();
  const before = useRef(pathname + search);
  useEffect(() => (main.current ? keepFocus(main.current) : undefined), [main]);
  useEffect(() => {
    const here = pathname + search;
    if (here === before.current || hash) return;
    const path = before.current.split("?")[0];
    before.current = here;
    // What is chosen within a view (a filter, a build) leaves the focus where it is.
    if (path === pathname && document.activeElement !== document.body) return;
    window.scrollTo(0, 0);
    if (main.current) focusOn(main.current);
    // The heading comes with the data; whoever has moved on by then is left where they are.
    let left = 100;
    const timer = setInterval(() => {
      const at = document.activeElement;
      const moved = at !== main.current && at !== document.body;
      const heading = main.current?.querySelector<HTMLElement>("h1");
      if (heading && !moved) focusOn(heading);
      left -= 1;
      if (heading || moved || left === 0) clearInterval(timer);
    }, 50);
    return () => clearInterval(timer);
  }, [pathname, search, hash, main]);
}

/** What came of a press: seen below, and read out. */
function Announcements() {
  const [text, setText] = useState("");
  useEffect(() => onAnnounced(setText), []);
  useEffect(() => {
    if (!text) return;
    const timer = setTimeout(() => setText(""), 8_000);
    return () => clearTimeout(timer);
  }, [text]);
  return (
    <p
      aria-live="polite"
      className={`fixed right-3.5 bottom-3.5 z-40 max-w-[420px] print:hidden ${
        text ? "mark mark-proved border border-hair-strong bg-sheet px-3 py-2 text-[0.9375rem]" : ""
      }`}
    >
      {text}
    </p>
  );
}

function StorageNote() {
  const [refused] = useState(storageRefused);
  if (!refused) return null;
  return (
    <p role="note" className="border-b border-hair px-[18px] py-1 text-soft">
      This browser keeps nothing for this site. Everything works, but what you type is lost when you
      close or reload the page.
    </p>
  );
}

/** What the site is doing in the background just now, on every page. */
function WorkState() {
  const waiting = useIsFetching() + useIsMutating();
  const work = useQuery({
    queryKey: ["work"],
    queryFn: ({ signal }) => answerOf(api.GET("/api/work", { signal })),
    refetchInterval: (query) =>
      query.state.data?.says || query.state.data?.job ? 1_000 : waiting > 0 ? 600 : 20_000,
  });
  const client = useQueryClient();
  const stop = useMutation({
    mutationFn: (id: number) =>
      answerOf(api.POST("/api/jobs/{job_id}/stop", { params: { path: { job_id: id } } })),
    onSettled: () => refresh(client, "work"),
  });
  const job = work.data?.job;
  return (
    <span className="hidden items-baseline gap-2 text-[0.75rem] text-soft sm:flex">
      <span aria-live="polite">{job ? `${job.says}${howFar(job)}` : work.data?.says}</span>
      {job && (
        <TextButton disabled={stop.isPending} onClick={() => stop.mutate(job.id)}>
          Stop
        </TextButton>
      )}
    </span>
  );
}

function howFar(job: Job): string {
  return job.total > 1 ? `, ${job.done} of ${job.total}` : " …";
}

function UserMenu() {
  const me = useQuery({
    queryKey: ["me"],
    queryFn: () => answerOf(api.GET("/api/me")),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const name = me.data?.name ?? "…";
  return (
    <Near
      load={async () => (await import("./UserMenu")).UserMenu}
      given={() => ({ name, role: me.data?.role, isAdministrator: me.data?.is_administrator })}
      still={
        <button type="button" aria-haspopup="menu" className={MENU_BUTTON}>
          {name}
        </button>
      }
    />
  );
}
