import { createContext } from "react";

/** The draft that the rows belong to, as it was seen; undefined where nothing can be changed. */
export interface OpenDraft {
  codename: string;
  slug: string;
  seen: string;
}

export const DraftContext = createContext<OpenDraft | undefined>(undefined);
