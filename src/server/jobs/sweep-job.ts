import { sweepAttempts } from "../../data/attempt-repository";
import { lockSite, siteIds } from "../../data/content-repository";
import { inTransaction, POOL, runStatement } from "../../data/database";
import { hasUnusedFiles, noteUnusedFiles, removeUnusedFiles } from "../../data/file-repository";
import { sweepScratch } from "../files/scratch";
import { log } from "../process/log";

/** It looks through all that is kept of a site: that may take longer than a statement for a person may. */
const UNHURRIED = "SET LOCAL statement_timeout = 0; SET LOCAL idle_in_transaction_session_timeout = 0";

const sweepSite = async (site: string, now: Date): Promise<number> => {
  await inTransaction(async (transaction) => {
    await runStatement(UNHURRIED, {}, transaction);
    await noteUnusedFiles(site, now, transaction);
  });
  if (!(await hasUnusedFiles(site, now, POOL))) return 0;
  return inTransaction(async (transaction) => {
    await runStatement(UNHURRIED, {}, transaction);
    // nobody begins to use a file while it is looked for who does
    await lockSite(site, transaction);
    return removeUnusedFiles(site, now, transaction);
  });
};

/** Clears away what is over: files nothing used for a week, attempts that count no more, what killed processes left. */
export const runSweep = async (now: Date): Promise<void> => {
  for (const site of await siteIds()) {
    const gone = await sweepSite(site, now);
    if (gone > 0) log().info({ site, files: gone }, "files nothing used were removed");
  }
  await sweepAttempts(now);
  await sweepScratch(now);
};
