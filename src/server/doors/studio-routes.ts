import type { IncomingMessage, ServerResponse } from "node:http";
import { createRequest, sendResponse } from "@remix-run/node-fetch-server";
import FindMyWay, { type HTTPMethod } from "find-my-way";
import { fail, issue } from "../../core/model/issue";
import { answerApi, answerOpenApi } from "../api/requests";
import { plainAnswer, send } from "../http/answer";
import { studioOrigin } from "../http/host-names";
import { outcomeResponse } from "../http/outcomes";
import { answerFont, answerMedia } from "./media-requests";
import { deleteSession, postSession } from "./session-requests";
import { answerCall, answerCoverageCsv, answerSaidCsv } from "./studio-requests";
import { answerUpload } from "./upload-requests";

/**
 * What the studio's host answers beside its pages: calls, files, the interface for others. The process that serves the
 * sites answers them too, so that both know the same of a site, and each of it once.
 */
type Names = Readonly<Record<string, string | undefined>>;
type Answering = (request: Request, names: Names) => Response | Promise<Response>;

const METHODS = ["GET", "POST", "DELETE"] as const;

/** Names in paths are longer than the library expects: ids of pages, names of files. */
const LONGEST_NAME = 500;
const router = FindMyWay({ maxParamLength: LONGEST_NAME });

/** What is answered at a path, by method. What goes by a name comes after what is spelled out. */
const at = (path: string, answers: Readonly<Partial<Record<(typeof METHODS)[number], Answering>>>): void => {
  for (const method of METHODS) {
    const answer = answers[method];
    if (answer) router.on(method, path, () => undefined, { answer });
  }
};

at("/api/session", { POST: postSession, DELETE: deleteSession });
at("/api/studio/:site/upload", { POST: (request, { site = "" }) => answerUpload(request, site) });
at("/api/studio/:site/coverage.csv", { GET: (request, { site = "" }) => answerCoverageCsv(request, site) });
at("/api/studio/:site/said.csv", { GET: (request, { site = "" }) => answerSaidCsv(request, site) });
at("/api/studio/:site/media/:file", {
  GET: (request, { site = "", file = "" }) => answerMedia(request, site, file),
});
at("/api/studio/:site/font/:file", {
  GET: (request, { site = "", file = "" }) => answerFont(request, site, file),
});
at("/api/studio/:site/:call", {
  POST: (request, { site = "", call = "" }) => answerCall(request, site, call),
});
at("/api/v1/openapi.json", { GET: answerOpenApi });
at("/api/v1/sites/:site/:endpoint", {
  GET: (request, { site = "", endpoint = "" }) => answerApi(request, site, endpoint),
});

export const isStudioRoute = (path: string): boolean => path === "/api" || path.startsWith("/api/");

/** The answer to a request for one of the routes; who asks for what is not there, or in another way, is told so. */
export const answerRoute = (request: Request): Response | Promise<Response> => {
  const { pathname } = new URL(request.url);
  const found = router.find(request.method === "HEAD" ? "GET" : (request.method as HTTPMethod), pathname);
  if (found) return (found.store as { readonly answer: Answering }).answer(request, found.params);
  const methods = METHODS.filter((method) => router.find(method, pathname) !== null);
  if (methods.length === 0) return outcomeResponse(fail(issue("useCase.unknown")));
  return new Response(null, {
    status: request.method === "OPTIONS" ? 204 : 405,
    headers: {
      Allow: methods.flatMap((method) => (method === "GET" ? [method, "HEAD"] : [method])).join(", "),
    },
  });
};

const ASKED: ReadonlySet<string> = new Set([...METHODS, "HEAD", "OPTIONS"]);
const ALLOWED = "GET, HEAD, POST, DELETE, OPTIONS";

/** Answers a request for one of the routes. */
export const handleRoute = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
  const { host, protocol } = new URL(studioOrigin());
  // no other is answered anywhere, and some cannot even be asked on (Fetch Standard §2.2.1)
  if (!ASKED.has(request.method ?? ""))
    return send(response, {
      ...plainAnswer(405, "This cannot be asked like that."),
      headers: { Allow: ALLOWED },
    });
  const asked = createRequest(request, response, { host, protocol });
  const answer = await answerRoute(asked);
  // nobody is there any more to hear it
  if (response.destroyed) return;
  await sendResponse(response, answer);
};
