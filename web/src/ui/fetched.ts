import { type ComponentType, type LazyExoticComponent, lazy } from "react";
import { announce } from "./announce";

/** A dialog that is fetched when it is opened. Without a connection the page stays as it is. */
export function fetched<P extends object>(
  load: () => Promise<ComponentType<P>>,
): LazyExoticComponent<ComponentType<P>> {
  return lazy(async () => {
    try {
      return { default: await load() };
    } catch {
      announce("This could not be loaded. Reload the page when you are online again.");
      return { default: () => null };
    }
  });
}
