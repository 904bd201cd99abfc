import { createContext } from "react";

/** "step/number" of a thing to try → how many readers say that it helped. */
export const HelpedContext = createContext<Record<string, number>>({});
