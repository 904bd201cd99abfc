import { type ReactNode, startTransition, useEffect, useState } from "react";

/**
 * What is long is made in short pieces when it first comes, so that the page answers keys meanwhile.
 * From then on it changes at once.
 */
export function Gently({ children }: { children: ReactNode }) {
  const [isMade, setIsMade] = useState(false);
  useEffect(() => startTransition(() => setIsMade(true)), []);
  return isMade ? children : null;
}
