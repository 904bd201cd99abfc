import { keep, readKept } from "./kept";
import { words } from "./words";

/** Keeps what is typed into the report until the site has it, and sends it without a reload. */
export function keepReport(page: HTMLElement, revision: string): void {
  const form = page.querySelector<HTMLFormElement>("form.report");
  const send = form?.querySelector<HTMLButtonElement>("button[type=submit]");
  const said = form?.querySelector<HTMLElement>("[data-said]");
  if (!form || !send || !said) return;

  fill(form, { ...answered(revision), ...readKept(revision).report });
  form.addEventListener("input", () => keep(revision, { report: typed(form) }));
  form.addEventListener("submit", async (event) => {
    event.preventDefault();
    keep(revision, { report: typed(form) });
    send.disabled = true;
    said.textContent = words.sending;
    const faults = await post(form);
    send.disabled = false;
    showFaults(form, faults);
    if (Object.keys(faults).length > 0) {
      said.textContent = faults.key ?? words.notSent;
      form.querySelector<HTMLElement>("[aria-invalid=true]")?.focus();
      return;
    }
    keep(revision, { report: {} });
    form.hidden = true;
    document.getElementById("thanks")?.removeAttribute("hidden");
    document.getElementById("thanks")?.focus();
  });
}

/** Field → fault; empty when the site has taken the report. Its key makes a second try harmless. */
async function post(form: HTMLFormElement): Promise<Record<string, string>> {
  try {
    const answer = await fetch(form.action, {
      method: "POST",
      body: new FormData(form),
      headers: { Accept: "application/json" },
    });
    if (answer.headers.get("content-type")?.startsWith("application/json")) {
      return (await answer.json()).faults;
    }
    // Something before the site answered in its place; what it was is not known here.
    return { key: words.notAccepted(answer.status) };
  } catch {
    return { key: words.unreachable };
  }
}

function typed(form: HTMLFormElement): Record<string, string> {
  const found: Record<string, string> = {};
  for (const [name, value] of new FormData(form)) {
    // The key stays with the answers, so that a report sent twice is still one.
    if (name !== "csrfmiddlewaretoken") found[name] = String(value);
  }
  return found;
}

/** The choices that were made on the way are proposed, not asked again. */
function answered(revision: string): Record<string, string> {
  const { answers } = readKept(revision);
  return Object.fromEntries(
    Object.entries(answers).filter(([question]) => question.startsWith("option.")),
  );
}

function fill(form: HTMLFormElement, values: Record<string, string>): void {
  for (const [name, value] of Object.entries(values)) {
    if (!value) continue;
    for (const field of form.querySelectorAll<HTMLInputElement>(`[name="${CSS.escape(name)}"]`)) {
      if (field.type === "radio") field.checked = field.value === value;
      else field.value = value;
    }
  }
}

function showFaults(form: HTMLFormElement, faults: Record<string, string>): void {
  for (const place of form.querySelectorAll<HTMLElement>("[data-fault]")) {
    const name = place.dataset.fault ?? "";
    place.textContent = faults[name] ?? "";
    for (const field of form.querySelectorAll<HTMLElement>(`[name="${CSS.escape(name)}"]`)) {
      field.setAttribute("aria-invalid", String(name in faults));
    }
  }
}
