import PgBoss from "pg-boss";
import { readEnvironment } from "../../data/environment";

/** The queue of long work. It lives in PostgreSQL; any number of processes send to it and take from it. */
export const PICTURE_QUEUE = "pictures";
export interface PictureJob {
  readonly site: string;
  readonly upload: string;
}

const holder = globalThis as typeof globalThis & { grayLatchQueue?: Promise<PgBoss> };

const open = async (): Promise<PgBoss> => {
  const { PGPORT, PGDATABASE, PGUSER, PGPASSWORD } = readEnvironment();
  const boss = new PgBoss({
    host: "127.0.0.1",
    port: PGPORT,
    database: PGDATABASE,
    user: PGUSER,
    password: PGPASSWORD,
    schema: "jobs",
    max: 3,
  });
  boss.on("error", (error) => process.stderr.write(`queue: ${error.message}\n`));
  await boss.start();
  await boss.createQueue(PICTURE_QUEUE, { name: PICTURE_QUEUE, retryLimit: 2, expireInSeconds: 300 });
  return boss;
};

/** The process's one connection to the queue. */
export const queue = (): Promise<PgBoss> => {
  holder.grayLatchQueue ??= open();
  return holder.grayLatchQueue;
};

export const closeQueue = async (): Promise<void> => {
  const boss = await holder.grayLatchQueue;
  await boss?.stop({ graceful: false, timeout: 2000 });
  delete holder.grayLatchQueue;
};

export const sendPictureJob = async (job: PictureJob): Promise<void> => {
  await (await queue()).send(PICTURE_QUEUE, { ...job });
};
