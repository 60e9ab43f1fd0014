import type { ServerResponse } from "node:http";

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

export const plainAnswer = (status: number, text: string): Answer => ({
  status,
  headers: { "Content-Type": "text/plain; charset=utf-8", "Cache-Control": "no-store" },
  body: `${text}\n`,
});

export const LONG = "public, max-age=31536000, immutable";
