/**
 * Focus never falls to the body: where the element that held it goes away, it moves to the nearest
 * part of the page that is left, the heading of the view last of all.
 */
export function keepFocus(main: HTMLElement): () => void {
  let path: HTMLElement[] = [];
  const remember = (event: FocusEvent) => {
    path = [];
    for (let at = event.target as HTMLElement | null; at && at !== document.body; ) {
      path.push(at);
      at = at.parentElement;
    }
  };
  const restore = () => {
    if (document.activeElement !== document.body || path.length === 0) return;
    if (document.querySelector("[role=dialog]")) return;
    if (path[0]?.isConnected && !isOut(path[0])) return; // blurred on purpose
    const left = path.slice(1).find((each) => each.isConnected && main.contains(each));
    focusOn(
      left?.querySelector<HTMLElement>("h1, h2, h3") ??
        (left === main ? undefined : left) ??
        main.querySelector<HTMLElement>("h1") ??
        main,
    );
  };
  const watch = new MutationObserver(() => requestAnimationFrame(restore));
  watch.observe(main, { childList: true, subtree: true, attributeFilter: ["disabled"] });
  document.addEventListener("focusin", remember);
  return () => {
    watch.disconnect();
    document.removeEventListener("focusin", remember);
  };
}

const isOut = (element: HTMLElement) => (element as HTMLButtonElement).disabled === true;

/** Puts the focus on something that is no control, without drawing a frame around a heading. */
export function focusOn(element: HTMLElement): void {
  if (element.tabIndex < 0 && !element.hasAttribute("tabindex")) element.tabIndex = -1;
  element.focus({ preventScroll: true });
}
