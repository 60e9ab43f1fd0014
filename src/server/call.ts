import type { z } from "zod";
import { fail, type Issue, issue, type Outcome, succeed } from "../core/model/issue";
import { findMembership } from "../data/account-repository";
import { findSite } from "../data/content-repository";
import { POOL } from "../data/database";
import { studioOrigin } from "./hosts/host-names";
import { newIds } from "./ids";
import { PERMISSIONS } from "./permissions";
import { type UseCaseName, useCases } from "./registry";
import type { Permission } from "./roles";
import { mayDo } from "./roles";
import { accountOf } from "./sessions";
import type { SiteContext, UseCase } from "./use-case";

/** The studio's door: who asks, from where, may they, is the input whole. Only then a use-case runs. */

/** Mutations must come from the studio's own pages. Reads go through the same door and the same check. */
export const originIssue = (request: Request): Issue | undefined => {
  const origin = request.headers.get("origin");
  const fetchSite = request.headers.get("sec-fetch-site");
  const foreign =
    (origin !== null && origin !== studioOrigin()) ||
    (fetchSite !== null && fetchSite !== "same-origin" && fetchSite !== "none");
  const unnamed = request.method !== "GET" && origin === null;
  return foreign || unnamed ? issue("origin.foreign") : undefined;
};

/** The context of a person on a site, if they may do what is asked. */
export const openContext = async (
  request: Request,
  siteId: string,
  permission: Permission,
): Promise<Outcome<SiteContext>> => {
  const foreign = originIssue(request);
  if (foreign) return fail(foreign);
  const now = new Date();
  const account = await accountOf(request.headers.get("cookie"), now);
  if (!account) return fail(issue("session.none"));
  const [site, membership] = [await findSite(siteId, POOL), await findMembership(siteId, account.id, POOL)];
  if (!site || !membership) return fail(issue("site.unknown"));
  if (!mayDo(membership.role, permission)) return fail(issue("permission.none"));
  return succeed({
    account: { id: account.id, name: account.name, email: account.email },
    role: membership.role,
    site,
    now: now.toISOString(),
    ids: newIds,
  });
};

export const parseInput = <T>(schema: z.ZodType<T>, value: unknown): Outcome<T> => {
  const parsed = schema.safeParse(value);
  if (parsed.success) return succeed(parsed.data);
  return fail(
    ...parsed.error.issues.map((problem) => {
      const path = problem.path as (string | number)[];
      const known = /^[a-z]+\.[a-zA-Z]+$/.test(problem.message);
      return known ? issue(problem.message, path) : issue("input.invalid", path, { detail: problem.message });
    }),
  );
};

/** Runs a use-case by name for a request with an input that is parsed here. */
export const callUseCase = async (
  request: Request,
  siteId: string,
  name: string,
  input: unknown,
): Promise<Outcome<unknown>> => {
  if (!Object.hasOwn(useCases, name)) return fail(issue("useCase.unknown"));
  const known = name as UseCaseName;
  const context = await openContext(request, siteId, PERMISSIONS[known]);
  if (!context.ok) return context;
  const definition = useCases[known] as unknown as UseCase<unknown, unknown>;
  const parsed = parseInput(definition.input, input);
  return parsed.ok ? definition.run(context.value, parsed.value) : parsed;
};

const STATUS: Readonly<Record<string, number>> = {
  "session.none": 401,
  "token.none": 401,
  "audience.unknown": 400,
  "visitor.exists": 409,
  "visitor.unknown": 404,
  "permission.none": 403,
  "origin.foreign": 403,
  "site.unknown": 404,
  "useCase.unknown": 404,
  "part.unknown": 404,
  "page.unknown": 404,
  "edition.unknown": 404,
  "input.invalid": 400,
  "input.notJson": 400,
  "change.clash": 409,
  "undo.clash": 409,
  "signIn.tooMany": 429,
};

/** The HTTP status that says best what is wrong. */
export const statusOf = (issues: readonly Issue[]): number => STATUS[issues[0]?.code ?? ""] ?? 422;

export const outcomeResponse = (outcome: Outcome<unknown>): Response =>
  Response.json(outcome, {
    status: outcome.ok ? 200 : statusOf(outcome.issues),
    headers: { "Cache-Control": "no-store" },
  });
