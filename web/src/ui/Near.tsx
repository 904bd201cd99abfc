import {
  type ComponentType,
  type ReactElement,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from "react";
import { flushSync } from "react-dom";
import { announce } from "./announce";

/** Milliseconds after which no click follows a press that was let go. */
const CLICK_COMES = 400;

/** What somebody did with the picture of a control before the control was there. */
interface Before {
  focused: boolean;
  /** A button by click, a field by Enter. */
  pressed: boolean;
  text: string;
}

/**
 * A control whose script is fetched when somebody comes near it: by pointer, focus or press. Until
 * then a picture of it stands there (one button or field); what was done with it is done again.
 */
export function Near<P extends object>(props: {
  load: () => Promise<ComponentType<P>>;
  still: ReactElement;
  given: (before: Before) => P;
}) {
  const box = useRef<HTMLSpanElement>(null);
  const before = useRef<Before>({ focused: false, pressed: false, text: "" });
  const isThere = useRef(false);
  const isHeld = useRef(false);
  const [Control, setControl] = useState<ComponentType<P>>();
  const come = () => {
    props.load().then(
      (found) => {
        if (isThere.current) return;
        // Taken away under a press, the picture would never see its click.
        if (isHeld.current) return;
        isThere.current = true;
        const still = box.current?.querySelector<HTMLElement>("button, input");
        before.current.focused = still != null && still === document.activeElement;
        before.current.text = still instanceof HTMLInputElement ? still.value : "";
        // At once, so that no key falls between the two.
        flushSync(() => setControl(() => found));
      },
      // Whoever comes again asks again; whoever pressed is told why nothing opens.
      () => {
        if (before.current.pressed) announce("This could not be loaded. Try again.");
      },
    );
  };
  useLayoutEffect(() => {
    const made = box.current?.querySelector<HTMLElement>("button, input");
    if (!Control || !made) return;
    if (before.current.focused) made.focus();
    if (before.current.pressed && made instanceof HTMLButtonElement) {
      made.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowDown", bubbles: true }));
    }
  }, [Control]);
  // What happens to the picture in it is its business, and it is nothing to press by itself.
  useEffect(() => {
    const here = box.current;
    if (Control || !here) return;
    const press = (event: MouseEvent) => {
      before.current.pressed = event.target instanceof Element && !event.target.matches("input");
      isHeld.current = false;
      come();
    };
    const hold = (...ends: string[]) => {
      isHeld.current = true;
      // The click comes at once, by touch a moment later, or not at all.
      const letGo = () =>
        setTimeout(() => {
          isHeld.current = false;
          come();
        }, CLICK_COMES);
      for (const end of ends) window.addEventListener(end, letGo, { once: true });
    };
    const down = () => hold("pointerup", "pointercancel");
    const key = (event: KeyboardEvent) => {
      // A button is pressed by letting go of the space bar.
      if (event.key === " " && event.target instanceof HTMLButtonElement) hold("keyup");
      if (event.target instanceof HTMLInputElement) before.current.pressed = event.key === "Enter";
    };
    here.addEventListener("pointerover", come);
    here.addEventListener("focusin", come);
    here.addEventListener("pointerdown", down);
    here.addEventListener("click", press);
    here.addEventListener("keydown", key);
    return () => {
      here.removeEventListener("pointerover", come);
      here.removeEventListener("focusin", come);
      here.removeEventListener("pointerdown", down);
      here.removeEventListener("click", press);
      here.removeEventListener("keydown", key);
    };
  });
  return (
    <span ref={box} className="contents">
      {Control ? <Control {...props.given(before.current)} /> : props.still}
    </span>
  );
}
