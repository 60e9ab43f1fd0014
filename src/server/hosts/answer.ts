import { createHash } from "node:crypto";
import type { ServerResponse } from "node:http";
import type { Audience } from "../../core/model/placement";

export interface Answer {
  readonly status: number;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Uint8Array;
}

export const send = (response: ServerResponse, answer: Answer, withBody = true): void => {
  response.writeHead(answer.status, {
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "strict-origin-when-cross-origin",
    ...answer.headers,
  });
  response.end(withBody ? answer.body : undefined);
};

/** The part of a file that is asked for (RFC 9110 §14), where it may be asked for in parts. One range; others get the whole. */
export const ranged = (answer: Answer, range: string | undefined): Answer => {
  const asked = /^bytes=(\d*)-(\d*)$/.exec(range ?? "");
  const { body, headers } = answer;
  if (
    !asked ||
    answer.status !== 200 ||
    headers?.["Accept-Ranges"] !== "bytes" ||
    !(body instanceof Uint8Array)
  )
    return answer;
  const [, first = "", last = ""] = asked;
  if (first === "" && last === "") return answer;
  const from = first === "" ? Math.max(0, body.length - Number(last)) : Number(first);
  const to = first === "" || last === "" ? body.length - 1 : Math.min(Number(last), body.length - 1);
  if (from > to || from >= body.length)
    return { status: 416, headers: { "Content-Range": `bytes */${body.length}` } };
  return {
    status: 206,
    headers: { ...headers, "Content-Range": `bytes ${from}-${to}/${body.length}` },
    body: body.subarray(from, to + 1),
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
