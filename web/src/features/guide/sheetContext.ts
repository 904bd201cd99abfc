import { createContext, useContext } from "react";
import type { Page, Remark } from "../../api/client";
import type { StepSlips } from "./slips";

/** The draft that the rows belong to, as it was seen; undefined where nothing can be changed. */
export interface OpenDraft {
  codename: string;
  slug: string;
  seen: string;
}

/** What every row of one sheet may need to know of the page around it. */
export interface SheetAround {
  draft?: OpenDraft;
  /** The stops of this state that somebody holds to be wrong. */
  contests: Page["contests"];
  /** "step/number" of a thing to try → how many readers say that it helped. */
  helped: Record<string, number>;
  /** The address of the bench with a finding's witness at its step. */
  toBench: (facts: Record<string, string>, step: string, slip?: number) => string;
  slipsAt: (step: string) => StepSlips;
  /** The open remarks on a row. */
  remarksAt: (row: string) => Remark[];
  /** Whether it has stood for some seconds: then what takes long is asked for. */
  quiet: boolean;
}

const NOWHERE: SheetAround = {
  contests: [],
  helped: {},
  toBench: () => "",
  slipsAt: () => ({}),
  remarksAt: () => [],
  quiet: true,
};

export const SheetContext = createContext<SheetAround>(NOWHERE);

export const useSheet = () => useContext(SheetContext);
