import { join } from "node:path";
import workerpool, { type Pool } from "workerpool";
import { fail, issue, type Outcome } from "../../core/model/issue";
import { readEnvironment } from "../../data/environment";
import { log } from "../process/log";
import type { Tasks } from "./decoder-tasks";

/**
 * Decoding what people bring, in processes of its own that are ended when they take too long or too much memory. Never
 * inside a transaction: it may take a while. Files cross by their paths.
 */
const AT_ONCE = 2;

const holder = globalThis as typeof globalThis & { grayLatchDecoders?: Pool };

const decoders = (): Pool => {
  holder.grayLatchDecoders ??= workerpool.pool(join(process.cwd(), "src/server/files/decoder-main.ts"), {
    workerType: "process",
    maxWorkers: AT_ONCE,
    workerTerminateTimeout: 100,
    forkOpts: {
      execArgv: ["--import", "tsx", "--max-old-space-size=512"],
      serialization: "advanced",
      // nothing of ours: no password of the database, no address
      env: {
        PATH: process.env["PATH"] ?? "",
        NODE_ENV: "production",
        MALLOC_ARENA_MAX: "2",
        DECODE_MEGABYTES: String(readEnvironment().DECODE_MEGABYTES),
      },
    },
  });
  return holder.grayLatchDecoders;
};

export const closeDecoders = async (): Promise<void> => {
  await holder.grayLatchDecoders?.terminate(true);
  delete holder.grayLatchDecoders;
};

type ResultOf<Name extends keyof Tasks> = Awaited<ReturnType<Tasks[Name]>>;

/** Whether the process was ended: by its own guard over memory, or because no more is to be had. */
const wasEnded = (message: string): boolean => /signalCode: `SIG(KILL|ABRT)`/.test(message);

/** Does one task. What takes too long or too much, and what a reader gives up, is an issue like what cannot be read. */
export const decode = async <Name extends keyof Tasks>(
  name: Name,
  input: Parameters<Tasks[Name]>[0],
): Promise<ResultOf<Name> | Outcome<never>> => {
  const { DECODE_SECONDS } = readEnvironment();
  try {
    return (await decoders()
      .exec(name, [input])
      .timeout(DECODE_SECONDS * 1000)) as ResultOf<Name>;
  } catch (error) {
    const { message, code } = error as NodeJS.ErrnoException;
    const isTooDear = error instanceof workerpool.Promise.TimeoutError || wasEnded(message);
    log().warn({ error, task: name }, isTooDear ? "decoding took too much" : "decoding gave up");
    if (code === "ENOSPC") return fail(issue("disk.full"));
    return fail(
      isTooDear ? issue("file.tooDear", [], { seconds: DECODE_SECONDS }) : issue("file.unreadable"),
    );
  }
};
