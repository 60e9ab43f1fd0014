import { watch } from "node:fs";
import { join } from "node:path";
import { log } from "./log";

/** What is under way gets so long to finish when a process is asked to stop. */
const FINISH_MS = 20_000;

/** Ends the process in good order when it is asked to: what runs is finished, but for no longer than is set. */
export const onStop = (finish: () => Promise<void>): void => {
  let isStopping = false;
  const stop = () => {
    if (isStopping) return;
    isStopping = true;
    setTimeout(() => process.exit(0), FINISH_MS).unref();
    finish()
      .catch((error: unknown) => log().warn({ error }, "stopping"))
      .finally(() => process.exit(0));
  };
  for (const signal of ["SIGTERM", "SIGINT"] as const) process.on(signal, stop);
};

/**
 * Ends with whoever started it, however that ended: a supervisor that is killed leaves nobody behind. It holds our
 * standard input open and never writes to it.
 */
export const endWithParent = (): void => {
  if (process.env["END_WITH_PARENT"] !== "yes") return;
  process.stdin.on("end", () => process.kill(process.pid, "SIGTERM"));
  process.stdin.on("error", () => process.kill(process.pid, "SIGTERM"));
  process.stdin.resume();
};

/** For developers: ends when code of the server changes; whoever keeps the process starts it anew, with that code. */
export const endOnChange = (): void => {
  for (const room of ["core", "data", "messages", "server"])
    watch(join("src", room), { recursive: true }, (_, file) => {
      if (file && /(?<!\.test)\.ts$/.test(file)) process.kill(process.pid, "SIGTERM");
    });
};
