import { createContext } from "react";
import type { Page } from "../../api/client";

/** The draft that the rows belong to, as it was seen; undefined where nothing can be changed. */
export interface OpenDraft {
  codename: string;
  slug: string;
  seen: string;
}

export const DraftContext = createContext<OpenDraft | undefined>(undefined);

/** The stops of this state that somebody holds to be wrong. */
export const ContestContext = createContext<Page["contests"]>([]);
