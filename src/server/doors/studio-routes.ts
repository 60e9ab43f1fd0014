import type { IncomingMessage, ServerResponse } from "node:http";
import { createRequest, sendResponse } from "@remix-run/node-fetch-server";
import { fail, issue } from "../../core/model/issue";
import { answerApi, answerOpenApi } from "../api/requests";
import { plainAnswer, send } from "../http/answer";
import { studioOrigin } from "../http/host-names";
import { outcomeResponse } from "../http/outcomes";
import { answerFont, answerMedia } from "./media-requests";
import { deleteSession, postSession } from "./session-requests";
import { answerCall, answerCsv } from "./studio-requests";
import { answerUpload } from "./upload-requests";

/**
 * What the studio's host answers beside its pages: calls, files, the interface for others. The process that serves the
 * sites answers them too, so that both know the same of a site, and each of it once.
 */
type Names = Readonly<Record<string, string>>;
type Answering = (request: Request, names: Names) => Response | Promise<Response>;
interface Route {
  readonly path: string;
  readonly methods: Readonly<Partial<Record<"GET" | "POST" | "DELETE", Answering>>>;
}

/** The first that fits is meant. */
const ROUTES: readonly Route[] = [
  { path: "/api/session", methods: { POST: postSession, DELETE: deleteSession } },
  {
    path: "/api/studio/:site/upload",
    methods: { POST: (request, { site = "" }) => answerUpload(request, site) },
  },
  {
    path: "/api/studio/:site/coverage.csv",
    methods: { GET: (request, { site = "" }) => answerCsv(request, site) },
  },
  {
    path: "/api/studio/:site/media/:file",
    methods: { GET: (request, { site = "", file = "" }) => answerMedia(request, site, file) },
  },
  {
    path: "/api/studio/:site/font/:file",
    methods: { GET: (request, { site = "", file = "" }) => answerFont(request, site, file) },
  },
  {
    path: "/api/studio/:site/:call",
    methods: { POST: (request, { site = "", call = "" }) => answerCall(request, site, call) },
  },
  { path: "/api/v1/openapi.json", methods: { GET: answerOpenApi } },
  {
    path: "/api/v1/sites/:site/:endpoint",
    methods: { GET: (request, { site = "", endpoint = "" }) => answerApi(request, site, endpoint) },
  },
];

/** The names in a path that fits a pattern; null if it does not. */
const fits = (pattern: string, path: string): Names | null => {
  const [wanted, given] = [pattern.split("/"), path.split("/")];
  if (wanted.length !== given.length) return null;
  const names: Record<string, string> = {};
  for (const [place, part] of wanted.entries()) {
    const found = given[place] as string;
    if (!part.startsWith(":")) {
      if (part !== found) return null;
      continue;
    }
    try {
      names[part.slice(1)] = decodeURIComponent(found);
    } catch {
      // no text is written like this (RFC 3986 §2.1)
      return null;
    }
  }
  return names;
};

export const isStudioRoute = (path: string): boolean => path === "/api" || path.startsWith("/api/");

/** The answer to a request for one of the routes; who asks for what is not there, or in another way, is told so. */
export const answerRoute = (request: Request): Response | Promise<Response> => {
  const { pathname } = new URL(request.url);
  for (const { path, methods } of ROUTES) {
    const names = fits(path, pathname);
    if (!names) continue;
    const allowed = [...Object.keys(methods), ...("GET" in methods ? ["HEAD"] : [])];
    const method = request.method === "HEAD" ? "GET" : request.method;
    const answer = methods[method as keyof typeof methods];
    if (answer) return answer(request, names);
    return new Response(null, {
      status: request.method === "OPTIONS" ? 204 : 405,
      headers: { Allow: allowed.join(", ") },
    });
  }
  return outcomeResponse(fail(issue("useCase.unknown")));
};

const METHODS: ReadonlySet<string> = new Set(["GET", "HEAD", "POST", "DELETE", "OPTIONS"]);
const ALLOWED = [...METHODS].join(", ");

/** Answers a request for one of the routes. */
export const handleRoute = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
  const { host, protocol } = new URL(studioOrigin());
  // no other is answered anywhere, and some cannot even be asked on (Fetch Standard §2.2.1)
  if (!METHODS.has(request.method ?? ""))
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
