import { useEffect, useState } from "react";
import { keepMine, keptMine } from "../storage";

/** Text that is being typed; a reload, a lost session or another tab takes nothing of it. */
export function useTyped(name: string): [string, (text: string) => void] {
  const key = `anleitung.typed/${name}`;
  const [text, setText] = useState(() => keptMine(key) ?? "");
  useEffect(() => {
    keepMine(key, text || undefined);
  }, [key, text]);
  return [text, setText];
}
