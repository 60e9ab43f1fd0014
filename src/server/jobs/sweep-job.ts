import { sweepAttempts } from "../../data/attempt-repository";
import { lockSite, siteIds } from "../../data/content-repository";
import { inTransaction } from "../../data/database";
import { sweepFiles } from "../../data/file-repository";
import { sweepScratch } from "../files/scratch";
import { log } from "../log";

/** Clears away what is over: files nothing used for a week, attempts that count no more, what killed processes left. */
export const runSweep = async (now: Date): Promise<void> => {
  for (const site of await siteIds()) {
    const gone = await inTransaction(async (transaction) => {
      // nobody begins to use a file while it is looked for who does
      await lockSite(site, transaction);
      return sweepFiles(site, now, transaction);
    });
    if (gone > 0) log().info({ site, files: gone }, "files nothing used were removed");
  }
  await sweepAttempts(now);
  await sweepScratch(now);
};
