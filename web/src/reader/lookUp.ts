const PAUSE = 180; // milliseconds after the last key

/** The search of the front page answers while one types; without script it answers on Enter. */
export function lookUp(form: HTMLFormElement): void {
  const input = form.querySelector<HTMLInputElement>("input[type=search]");
  const found = document.querySelector<HTMLElement>("[data-found]");
  if (!input || !found) return;
  let timer = 0;
  let running: AbortController | undefined;
  const ask = async () => {
    running?.abort();
    running = new AbortController();
    const address = new URL(window.location.href);
    const asked = input.value.trim();
    if (asked) address.searchParams.set("q", asked);
    else address.searchParams.delete("q");
    try {
      const answer = await fetch(address, { signal: running.signal });
      const page = new DOMParser().parseFromString(await answer.text(), "text/html");
      found.replaceChildren(...(page.querySelector("[data-found]")?.childNodes ?? []));
      window.history.replaceState(null, "", address);
    } catch {
      return; // a newer question is on its way, or the site is not: Enter still asks
    }
  };
  input.addEventListener("input", () => {
    window.clearTimeout(timer);
    timer = window.setTimeout(ask, PAUSE);
  });
}
