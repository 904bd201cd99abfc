import { keep, kept } from "../storage";

/** "" follows the system. */
export type Theme = "" | "light" | "dark";

const KEY = "anleitung.theme";

export function readTheme(): Theme {
  const found = kept(KEY);
  return found === "light" || found === "dark" ? found : "";
}

export function applyTheme(theme: Theme = readTheme()): void {
  keep(KEY, theme || undefined);
  if (theme) document.documentElement.dataset.theme = theme;
  else delete document.documentElement.dataset.theme;
}
