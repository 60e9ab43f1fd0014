import { setPriority } from "node:os";
import { Worker } from "node:worker_threads";
import sharp from "sharp";
import workerpool from "workerpool";
import { TASKS } from "./decoder-tasks";

/**
 * The process in which everything is decoded that people bring. It knows no database and no secret, gives way to those
 * who answer visitors, and ends itself when it grows too large or nobody is there any more: a thread of its own looks
 * after that, for the one that decodes may be busy without end.
 */
const GUARD = `
const { workerData } = require("node:worker_threads");
const parent = process.ppid;
setInterval(() => {
  if (process.memoryUsage.rss() > workerData * 1048576 || process.ppid !== parent) process.kill(process.pid, "SIGKILL");
}, 50);
`;

setPriority(10);
sharp.cache(false);
sharp.concurrency(1);
new Worker(GUARD, {
  eval: true,
  workerData: Number(process.env["DECODE_MEGABYTES"] ?? 1200),
  execArgv: [],
}).unref();
workerpool.worker(TASKS as never);
