import { createHash } from "node:crypto";
import type { ServerResponse } from "node:http";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { Audience } from "../../core/model/placement";
import { readEnvironment } from "../../data/environment";
import type { SiteFile } from "../files/kept-bytes";

export interface Answer {
  readonly status: number;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Uint8Array;
  /** Instead of a body: a file that is read as it is sent. */
  readonly file?: SiteFile;
}

/** Sends an answer. Resolves when it is sent, or whoever asked went away. */
export const send = async (response: ServerResponse, answer: Answer, withBody = true): Promise<void> => {
  const { file } = answer;
  response.writeHead(answer.status, {
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "strict-origin-when-cross-origin",
    ...(readEnvironment().PUBLIC_SCHEME === "https"
      ? { "Strict-Transport-Security": "max-age=31536000" }
      : {}),
    ...(file ? { "Content-Length": String(file.size) } : {}),
    ...answer.headers,
  });
  if (!file || !withBody || file.size === 0) {
    response.end(withBody ? answer.body : undefined);
    return;
  }
  const bytes = file.read(0, file.size - 1);
  if (bytes instanceof Uint8Array) response.end(bytes);
  // who goes away meanwhile ends the reading
  else await pipeline(Readable.from(bytes), response).catch(() => response.destroy());
};

/** The part of a file that is asked for (RFC 9110 §14), where it may be asked for in parts. One range; others get the whole. */
export const ranged = (answer: Answer, range: string | undefined): Answer => {
  const asked = /^bytes=(\d*)-(\d*)$/.exec(range ?? "");
  const { file, headers } = answer;
  if (!asked || answer.status !== 200 || headers?.["Accept-Ranges"] !== "bytes" || !file) return answer;
  const [, first = "", last = ""] = asked;
  if (first === "" && last === "") return answer;
  const { size } = file;
  const from = first === "" ? Math.max(0, size - Number(last)) : Number(first);
  const to = first === "" || last === "" ? size - 1 : Math.min(Number(last), size - 1);
  if (from > to || from >= size) return { status: 416, headers: { "Content-Range": `bytes */${size}` } };
  return {
    status: 206,
    headers: { ...headers, "Content-Range": `bytes ${from}-${to}/${size}` },
    file: {
      type: file.type,
      size: to - from + 1,
      read: (start, end) => file.read(from + start, from + end),
    },
  };
};

export const plainAnswer = (status: number, text: string): Answer => ({
  status,
  headers: { "Content-Type": "text/plain; charset=utf-8", "Cache-Control": "no-store" },
  body: `${text}\n`,
});

export const LONG = "public, max-age=31536000, immutable";

/** A page of a site. What it shows may depend on who is signed in; what members see is kept by nobody but themselves. */
export const htmlAnswer = (status: number, html: string, audience: Audience = "signedOut"): Answer => ({
  status,
  headers: {
    "Content-Type": "text/html; charset=utf-8",
    "Cache-Control": `${audience === "signedOut" ? "public" : "private"}, max-age=0, must-revalidate`,
    Vary: "Cookie",
    ETag: `"${createHash("sha256").update(html).digest("base64url").slice(0, 27)}"`,
    "Content-Security-Policy":
      "default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; img-src 'self'; font-src 'self'; media-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'",
  },
  body: html,
});
