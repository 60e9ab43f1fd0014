import { findSite, siteIds, stateNames } from "../../data/content-repository";
import { isDatabaseAway, POOL } from "../../data/database";
import { log } from "../process/log";
import { draftOf, isLiveKnown, liveOf } from "./designs";
import { hasRoom, knownIndex, knownSites, nextPublication, siteIndex } from "./indexes";

/**
 * Makes ready what the first who asks would have to wait for: at the start the pages of every site, then those of sites
 * that another process changed, or that are others at the next publication. Nobody depends on it: what is not ready is
 * made when it is asked for.
 */

/** So often is looked whether another process changed something, ms. */
const LOOK_MS = 1000;
/** So long before a publication its pages are worked out, ms. */
const AHEAD_MS = 20_000;

const makeReady = async (site: string): Promise<void> => {
  const head = await findSite(site, POOL);
  if (!head) return;
  await liveOf(head, head.now, POOL);
  await draftOf(head, head.now, POOL);
};

/** Makes every site ready, as far as there is room for all of them, and lets `look` look at each once: fonts are read. */
export const makeAllReady = async (look: (site: string) => Promise<unknown>): Promise<void> => {
  for (const site of await siteIds()) {
    if (!hasRoom()) return;
    await makeReady(site);
    await look(site);
  }
};

/** Looks once after the sites that are known here. */
export const lookAfterSites = async (): Promise<void> => {
  for (const { site, contentKey, editionKey, now } of await stateNames(knownSites(), POOL)) {
    const isReady =
      knownIndex(site, contentKey, now) !== undefined &&
      (editionKey === null || isLiveKnown(site, editionKey));
    if (!isReady) await makeReady(site);
    const next = nextPublication(site);
    if (next === null || Date.parse(next) - Date.parse(now) > AHEAD_MS || knownIndex(site, contentKey, next))
      continue;
    const head = await findSite(site, POOL);
    if (head) await siteIndex(head, next, POOL);
  }
};

/** Looks after the sites until it is told to stop. */
export const standBy = (): (() => void) => {
  let isOver = false;
  const look = async (): Promise<void> => {
    try {
      await lookAfterSites();
    } catch (error) {
      if (!isDatabaseAway(error)) log().warn({ error }, "looking after sites");
    }
    if (!isOver) setTimeout(() => void look(), LOOK_MS).unref();
  };
  setTimeout(() => void look(), LOOK_MS).unref();
  return () => {
    isOver = true;
  };
};
