import { newNodeId } from "./new-id";

/**
 * Which pages of the studio are open in this browser. Each holds a lock for as long as it is there (Web Locks API); a
 * page that is closed, reloaded or crashed holds none any more.
 */
const NAME = "gray-latch:tab:";

/** This page, from when it was loaded until it is left. */
export const THIS_TAB = newNodeId();

const locks = (): LockManager | undefined =>
  typeof navigator === "undefined" ? undefined : (navigator.locks as LockManager | undefined);

let isHeld = false;
/** Says that this page is open, from now on. */
export const holdTab = (): void => {
  if (isHeld) return;
  isHeld = true;
  // held until the page is gone: its promise never comes true
  void locks()?.request(NAME + THIS_TAB, () => new Promise(() => undefined));
};

/** The pages that are open, this one included. A browser that cannot tell has no other ones. */
export const openTabs = async (): Promise<ReadonlySet<string>> => {
  const held = (await locks()?.query())?.held ?? [];
  const names = held.flatMap(({ name }) => (name?.startsWith(NAME) ? [name.slice(NAME.length)] : []));
  return new Set([THIS_TAB, ...names]);
};
