import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import {
  useIsFetching,
  useIsMutating,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { answerOf, api, type Home, type Job } from "../api/client";
import { JumpBox } from "./JumpBox";
import { KeysHelp } from "./KeysHelp";
import { Rail } from "./Rail";
import { applyTheme, readTheme, type Theme } from "./theme";

const THEMES: { theme: Theme; says: string }[] = [
  { theme: "", says: "As the system" },
  { theme: "light", says: "Light" },
  { theme: "dark", says: "Dark" },
];

export function Shell({ home, children }: { home: Home | undefined; children: ReactNode }) {
  const [showKeys, setShowKeys] = useState(false);
  return (
    <div className="min-h-screen md:grid print:block md:grid-cols-[164px_minmax(0,1fr)] md:grid-rows-[38px_1fr]">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:p-2">
        Skip to the sheet
      </a>
      <header className="col-span-2 flex h-[38px] items-center gap-4 border-b border-hair px-3.5">
        <Link to="/c/" className="font-bold tracking-[.01em] text-ink no-underline">
          Anleitung
        </Link>
        <JumpBox />
        <span className="flex-1" />
        <WorkState />
        <KeysHelp open={showKeys} onChange={setShowKeys} />
        <UserMenu />
      </header>
      <Rail home={home} />
      <main id="main" className="min-w-0">
        {children}
      </main>
    </div>
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
    onSettled: () => client.invalidateQueries({ queryKey: ["work"] }),
  });
  const job = work.data?.job;
  return (
    <span className="hidden items-baseline gap-2 text-[12px] text-soft sm:flex">
      <span aria-live="polite">{job ? `${job.says}${howFar(job)}` : work.data?.says}</span>
      {job && (
        <button
          type="button"
          className="cursor-pointer text-work underline"
          disabled={stop.isPending}
          onClick={() => stop.mutate(job.id)}
        >
          Stop
        </button>
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
  const [theme, setTheme] = useState(readTheme);
  const item =
    "block w-full px-3 py-1.5 text-left text-ink no-underline data-focus:bg-work-soft cursor-pointer";
  return (
    <Menu>
      <MenuButton className="cursor-pointer py-1">{me.data?.name ?? "…"}</MenuButton>
      <MenuItems
        anchor="bottom end"
        className="z-20 w-52 border border-hair-strong bg-sheet shadow-md"
      >
        <p className="px-3 pt-2 text-[12px] text-soft">
          {me.data?.is_administrator ? "administrator" : "maintainer"}
        </p>
        {THEMES.map((each) => (
          <MenuItem key={each.theme}>
            <button
              type="button"
              className={item}
              aria-current={theme === each.theme}
              onClick={() => {
                applyTheme(each.theme);
                setTheme(each.theme);
              }}
            >
              {each.says}
              {theme === each.theme && <span className="text-soft"> (now)</span>}
            </button>
          </MenuItem>
        ))}
        {me.data?.is_administrator && (
          <MenuItem>
            <a className={item} href="/admin/">
              Accounts
            </a>
          </MenuItem>
        )}
        <MenuItem>
          <button type="button" className={`${item} border-t border-hair`} onClick={signOut}>
            Sign out
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}

/** Signing out is a form of the site, so that it works with its own protection. */
function signOut() {
  const form = document.createElement("form");
  form.method = "post";
  form.action = "/logout";
  const token = document.createElement("input");
  token.name = "csrfmiddlewaretoken";
  token.value = document.cookie.match(/(?:^|; )csrftoken=([^;]+)/)?.[1] ?? "";
  form.append(token);
  document.body.append(form);
  form.submit();
}
