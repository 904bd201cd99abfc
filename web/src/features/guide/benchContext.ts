import { createContext } from "react";

/** Gives the address of the bench with a finding's witness at its step; undefined: no bench here. */
export type ToBench = (facts: Record<string, string>, step: string, slip?: number) => string;

export const BenchContext = createContext<ToBench | undefined>(undefined);
