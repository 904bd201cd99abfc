/** "" follows the system. */
export type Theme = "" | "light" | "dark";

const KEY = "anleitung.theme";

export function readTheme(): Theme {
  const kept = localStorage.getItem(KEY);
  return kept === "light" || kept === "dark" ? kept : "";
}

export function applyTheme(theme: Theme = readTheme()): void {
  if (theme) {
    localStorage.setItem(KEY, theme);
    document.documentElement.dataset.theme = theme;
  } else {
    localStorage.removeItem(KEY);
    delete document.documentElement.dataset.theme;
  }
}
