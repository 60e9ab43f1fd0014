import type { z } from "zod";
import { fail, type Issue, issue, type Outcome } from "../../core/model/issue";
import { findMembership } from "../../data/account-repository";
import { findSite } from "../../data/content-repository";
import { isDatabaseAway, POOL } from "../../data/database";
import { findTokenAccount } from "../../data/token-repository";
import { describeIssue } from "../../messages/issues";
import { mayDo } from "../access/roles";
import { REQUEST_HEADER, RETRY_AFTER } from "../http/headers";
import { parseInput, statusOf } from "../http/outcomes";
import { newIds } from "../process/ids";
import { log } from "../process/log";
import { hashToken } from "../use-cases/tokens";
import type { SiteContext } from "../use-cases/use-case";
import * as answers from "./answers";
import { openApiDocument } from "./openapi";
import * as shapes from "./shapes";

/** The door of `/api/v1`: a token instead of a session, a query instead of a body, problem details instead of issues. */
interface Endpoint {
  readonly query: z.ZodType;
  readonly answer: (context: SiteContext, query: never) => Promise<Outcome<unknown>>;
}
const ENDPOINTS: Readonly<Record<string, Endpoint>> = {
  resolve: { query: shapes.ResolveQuery, answer: answers.resolve },
  explain: { query: shapes.ExplainQuery, answer: answers.explain },
  findings: { query: shapes.FindingsQuery, answer: answers.findings },
  coverage: { query: shapes.CoverageQuery, answer: answers.coverage },
};

const TITLES: Readonly<Record<number, string>> = {
  400: "The query is wrong",
  401: "No valid token",
  403: "Not allowed",
  404: "Not found",
  422: "Cannot be answered",
  500: "Something went wrong",
  503: "Not now",
};

/** Problem details for HTTP APIs (RFC 9457), with the issues as an extension. */
const problemResponse = (issues: readonly Issue[]): Response => {
  const status = statusOf(issues);
  const [first] = issues;
  return new Response(
    JSON.stringify({
      type: `urn:gray-latch:problem:${first?.code ?? "unknown"}`,
      title: TITLES[status] ?? "Something is wrong",
      status,
      detail: issues.map(describeIssue).join(" "),
      code: first?.code ?? "unknown",
      issues: issues.map((each) => ({ code: each.code, path: each.path, says: describeIssue(each) })),
    }),
    {
      status,
      headers: {
        "Content-Type": "application/problem+json",
        "Cache-Control": "no-store",
        ...(status === 401 ? { "WWW-Authenticate": 'Bearer realm="Gray Latch"' } : {}),
      },
    },
  );
};

const contextFor = async (request: Request, siteId: string): Promise<Outcome<SiteContext>> => {
  const token = /^Bearer (\S+)$/.exec(request.headers.get("authorization") ?? "")?.[1];
  if (token === undefined) return fail(issue("token.none"));
  const now = new Date();
  const account = await findTokenAccount(siteId, hashToken(token), now, POOL);
  if (!account) return fail(issue("token.none"));
  const [site, membership] = [await findSite(siteId, POOL), await findMembership(siteId, account.id, POOL)];
  if (!site || !membership || !mayDo(membership.role, "see")) return fail(issue("permission.none"));
  return {
    ok: true,
    value: { account, role: membership.role, site, now: site.now, ids: newIds },
  };
};

/** Answers a GET of `/api/v1/sites/{site}/{endpoint}`. */
export const answerApi = async (request: Request, site: string, name: string): Promise<Response> => {
  try {
    return await answerEndpoint(request, site, name);
  } catch (error) {
    const isAway = isDatabaseAway(error);
    const id = request.headers.get(REQUEST_HEADER) ?? "";
    log()[isAway ? "warn" : "error"]({ error, request: id, path: new URL(request.url).pathname }, "API");
    const response = problemResponse([issue(isAway ? "server.away" : "server.failed", [], { id })]);
    if (isAway) response.headers.set("Retry-After", RETRY_AFTER);
    return response;
  }
};

const answerEndpoint = async (request: Request, site: string, name: string): Promise<Response> => {
  const context = await contextFor(request, site);
  if (!context.ok) return problemResponse(context.issues);
  const endpoint = Object.hasOwn(ENDPOINTS, name) ? ENDPOINTS[name] : undefined;
  if (!endpoint) return problemResponse([issue("useCase.unknown")]);
  const given = Object.fromEntries(new URL(request.url).searchParams);
  const query = parseInput(endpoint.query, given);
  if (!query.ok) return problemResponse(query.issues);
  const answer = await endpoint.answer(context.value, query.value as never);
  if (!answer.ok) return problemResponse(answer.issues);
  return Response.json(answer.value, { headers: { "Cache-Control": "no-store" } });
};

/** The description of the API, for anyone. */
export const answerOpenApi = (): Response =>
  Response.json(openApiDocument(), { headers: { "Cache-Control": "public, max-age=3600" } });
