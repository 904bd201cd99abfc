import { useEffect, useRef } from "react";
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

/** Runs the handler of a pressed key: a letter, "up" or "down". Only letters obey the switch. */
export function useKeys(handlers: Record<string, (event: KeyboardEvent) => void>): void {
  const latest = useRef(handlers);
  useEffect(() => {
    latest.current = handlers;
  });
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (somethingIsOpen()) return;
      if (event.key.length === 1 && !keysAreOn()) return;
      latest.current[event.key.replace(/^Arrow/, "").toLowerCase()]?.(event);
    }
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
}
