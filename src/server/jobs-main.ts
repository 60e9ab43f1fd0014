import type { JobWithMetadata } from "pg-boss";
import sharp from "sharp";
import { closeDatabase } from "../data/database";
import { giveUpPictureJob, runPictureJob } from "./jobs/picture-job";
import { closeQueue, PICTURE_QUEUE, type PictureJob, queue } from "./jobs/queue";

/** The process that does long work: two pictures at a time, nothing cached between them, so that memory stays bounded. */
const AT_ONCE = 2;

sharp.cache(false);
sharp.concurrency(1);

const boss = await queue();
for (let worker = 0; worker < AT_ONCE; worker += 1)
  await boss.work(
    PICTURE_QUEUE,
    { batchSize: 1, pollingIntervalSeconds: 0.5, includeMetadata: true },
    async (jobs: JobWithMetadata<PictureJob>[]) => {
      for (const job of jobs)
        try {
          await runPictureJob(job.data);
        } catch (error) {
          if (job.retryCount >= job.retryLimit) await giveUpPictureJob(job.data);
          throw error;
        }
    },
  );
process.stdout.write("ready jobs\n");

const stop = () => {
  void closeQueue()
    .then(closeDatabase)
    .finally(() => process.exit(0));
};
process.on("SIGTERM", stop);
process.on("SIGINT", stop);
