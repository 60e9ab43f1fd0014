import pino, { type Logger } from "pino";
import { readEnvironment } from "../../data/environment";

/**
 * What happened, for whoever runs the server: a line of JSON each, on standard error. Never a token, a cookie, the
 * values of a statement, or an address with what stands behind its `?`.
 */
const holder = globalThis as typeof globalThis & { grayLatchLog?: Logger };

interface Told {
  readonly name?: string;
  readonly message?: string;
  readonly code?: string;
  readonly stack?: string;
  readonly cause?: unknown;
  readonly parent?: unknown;
}

const DEEPEST = 4;

/** An error as it may be written down: kind, words, stack and cause; nothing of the statement it came from. */
export const toldError = (error: unknown, depth = 0): object => {
  if (!(error instanceof Error)) return { message: withoutSecrets(String(error)) };
  const { name, message, code, stack, cause, parent } = error as Told;
  const deeper = cause ?? parent;
  return {
    name,
    message: withoutSecrets(message ?? ""),
    ...(code === undefined ? {} : { code }),
    stack: withoutSecrets(stack ?? ""),
    ...(deeper === undefined || depth >= DEEPEST ? {} : { cause: toldError(deeper, depth + 1) }),
  };
};

/** Long random words are tokens, what follows `?` in an address may be one, and a database quotes the value it did not like at the end. */
const withoutSecrets = (text: string): string =>
  text
    .replace(/: "[^\n]*"$/gm, ': "…"')
    .replace(/([?&][\w.-]+=)[^\s&"')]+/g, "$1…")
    .replace(/\b[\w-]{40,}\b/g, "…");

export const log = (): Logger => {
  holder.grayLatchLog ??= pino(
    {
      level: readEnvironment().LOG_LEVEL,
      base: { process: process.env["PROCESS_NAME"] ?? "web" },
      timestamp: pino.stdTimeFunctions.isoTime,
      serializers: { error: (error) => toldError(error) },
    },
    pino.destination({ fd: 2, sync: true }),
  );
  return holder.grayLatchLog;
};
