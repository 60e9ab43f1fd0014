import type { JobWithMetadata } from "pg-boss";
import { closeDatabase, inTransaction, isDatabaseAway } from "../data/database";
import { strandedUploads } from "../data/upload-repository";
import { closeDecoders } from "./files/decoding";
import { sweepScratch } from "./files/scratch";
import { giveUpPictureJob, runPictureJob } from "./jobs/picture-job";
import { closeQueue, PICTURE_QUEUE, type PictureJob, queue, SWEEP_QUEUE, sendPictureJob } from "./jobs/queue";
import { runSweep } from "./jobs/sweep-job";
import { endWithParent, onStop } from "./process/lifetime";
import { log } from "./process/log";
import { stopUnlessMigrated } from "./process/start-check";

/** The process that does long work: two pictures at a time. It outlives a database that goes and comes back. */
const AT_ONCE = 2;
/** An upload without a sign of life for so long is taken up anew, s. */
const STRANDED_SECONDS = 30;
const LOOK_EVERY_MS = 10_000;
const NIGHTLY = "17 3 * * *";

process.on("unhandledRejection", (error) => {
  log().error({ error }, "unhandled rejection");
  // a database that is away comes back; anything else is a mistake of ours, and a new process begins anew
  if (!isDatabaseAway(error)) process.exit(1);
});

const running = new Set<Promise<unknown>>();
const tracked = async (work: Promise<unknown>): Promise<void> => {
  running.add(work);
  try {
    await work;
  } finally {
    running.delete(work);
  }
};

const makePicture = async ({ data, retryCount, retryLimit }: JobWithMetadata<PictureJob>): Promise<void> => {
  try {
    await runPictureJob(data);
  } catch (error) {
    log().warn({ error, upload: data.upload }, "a picture is tried again");
    if (retryCount >= retryLimit) await giveUpPictureJob(data);
    throw error;
  }
};

await stopUnlessMigrated();
const boss = await queue();
for (let worker = 0; worker < AT_ONCE; worker += 1)
  await boss.work(
    PICTURE_QUEUE,
    { batchSize: 1, pollingIntervalSeconds: 0.5, includeMetadata: true },
    async (jobs: JobWithMetadata<PictureJob>[]) => {
      for (const job of jobs) await tracked(makePicture(job));
    },
  );
await boss.work(SWEEP_QUEUE, { batchSize: 1, pollingIntervalSeconds: 30 }, () =>
  tracked(runSweep(new Date())),
);
await boss.schedule(SWEEP_QUEUE, NIGHTLY);

/** What waits although nobody works on it is put into the queue again. */
const takeUp = async (): Promise<void> => {
  for (const { site, id } of await strandedUploads(STRANDED_SECONDS))
    await inTransaction((transaction) => sendPictureJob({ site, upload: id }, transaction));
};
const look = () => void takeUp().catch((error: unknown) => log().warn({ error }, "taking up uploads"));
look();
setInterval(look, LOOK_EVERY_MS).unref();
await sweepScratch(new Date());
process.stdout.write("ready jobs\n");

endWithParent();
onStop(async () => {
  await boss.offWork(PICTURE_QUEUE);
  await Promise.allSettled(running);
  await closeQueue();
  await closeDecoders();
  await closeDatabase();
});
