import { useLayoutEffect, useRef } from "react";
import { keep, kept } from "../storage";

const OFF = "anleitung.keys-off";

/** Single-letter keys can be switched off; they never act while one types. */
export function keysAreOn(): boolean {
  return kept(OFF) !== "1";
}

export function switchKeys(on: boolean): void {
  keep(OFF, on ? undefined : "1");
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** Whether a dialog, list or menu is open; whatever opens stands in one place of the page. */
function somethingIsOpen(): boolean {
  const portal = document.getElementById("headlessui-portal-root");
  return portal?.querySelector("[role=dialog], [role=listbox], [role=menu]") != null;
}

type Handlers = Record<string, (event: KeyboardEvent) => void>;

/**
 * Runs the handler of a pressed key: a letter, "up" or "down". Only letters obey the switch.
 *
 * What depends on where the focus is asks for it when the key is pressed (a function): what was
 * drawn last may be of the row before. For the same reason nothing waits for the next painting.
 */
export function useKeys(handlers: Handlers | (() => Handlers)): void {
  const latest = useRef(handlers);
  useLayoutEffect(() => {
    latest.current = handlers;
  });
  useLayoutEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (somethingIsOpen()) return;
      if (event.key.length === 1 && !keysAreOn()) return;
      const now = typeof latest.current === "function" ? latest.current() : latest.current;
      now[event.key.replace(/^Arrow/, "").toLowerCase()]?.(event);
    }
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
}
