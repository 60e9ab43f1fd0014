import PgBoss from "pg-boss";
import { database, on, type Transaction } from "../../data/database";
import { readEnvironment } from "../../data/environment";
import { log } from "../process/log";

/** The queue of long work. It lives in PostgreSQL; any number of processes send to it and take from it. */
export const PICTURE_QUEUE = "pictures";
export const SWEEP_QUEUE = "sweep";
export interface PictureJob {
  readonly site: string;
  readonly upload: string;
}

const SCHEMA = "jobs";
/** Tried again after 2 s, 4 s, 8 s … */
const RETRY = { retryLimit: 6, retryDelay: 2, retryBackoff: true } as const;
/** A job nobody ends in this time is tried again. */
const EXPIRES_SECONDS = 300;

const holder = globalThis as typeof globalThis & { grayLatchQueue?: Promise<PgBoss> };

const open = async (): Promise<PgBoss> => {
  const { PGHOST, PGPORT, PGDATABASE, PGUSER, PGPASSWORD } = readEnvironment();
  const boss = new PgBoss({
    host: PGHOST,
    port: PGPORT,
    database: PGDATABASE,
    user: PGUSER,
    password: PGPASSWORD,
    schema: SCHEMA,
    max: 3,
  });
  boss.on("error", (error) => log().warn({ error }, "queue"));
  await boss.start();
  for (const name of [PICTURE_QUEUE, SWEEP_QUEUE])
    await boss.createQueue(name, { name, ...RETRY, expireInSeconds: EXPIRES_SECONDS });
  return boss;
};

/** The process's one connection to the queue: for those who take from it. One that fails is not remembered. */
export const queue = (): Promise<PgBoss> => {
  if (!holder.grayLatchQueue) {
    const opening = open();
    holder.grayLatchQueue = opening;
    opening.catch(() => {
      if (holder.grayLatchQueue === opening) delete holder.grayLatchQueue;
    });
  }
  return holder.grayLatchQueue;
};

export const closeQueue = async (): Promise<void> => {
  const opened = holder.grayLatchQueue;
  delete holder.grayLatchQueue;
  const boss = await opened?.catch(() => undefined);
  await boss?.stop({ graceful: false, timeout: 2000 });
};

/** Makes the queue's tables, where they are not there yet. */
export const installQueue = async (): Promise<void> => {
  await queue();
  await closeQueue();
};

/** Puts a job into the queue together with whatever else the transaction does: both are there, or neither. */
export const sendPictureJob = async (job: PictureJob, transaction: Transaction): Promise<void> => {
  const executeSql = async (text: string, values: readonly unknown[]) => {
    const [rows] = await database().sequelize.query(text, {
      bind: values.map((value) => value ?? null),
      ...on(transaction),
    });
    return { rows };
  };
  // it sends by the transaction alone, and never opens anything itself
  const sender = new PgBoss({ schema: SCHEMA, db: { executeSql } as never });
  const id = await sender.send(PICTURE_QUEUE, { ...job }, { ...RETRY });
  if (id === null) throw new Error("queue: expected the job to be taken, got none");
};
