import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import { findMembership } from "../../data/account-repository";
import { findSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import type { Permission } from "../access/roles";
import { mayDo } from "../access/roles";
import { accountOf } from "../access/sessions";
import { studioOrigin } from "../http/host-names";
import { newIds } from "../process/ids";
import type { SiteContext, UseCase } from "../use-cases/use-case";
import { type UseCaseName, useCases } from "./registry";

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
    now: site.now,
    ids: newIds,
  });
};

/** A use-case by its name; undefined if there is none. */
export const findUseCase = (name: string): UseCaseName | undefined =>
  Object.hasOwn(useCases, name) ? (name as UseCaseName) : undefined;

export const definitionOf = (name: UseCaseName): UseCase<unknown, unknown> =>
  useCases[name] as unknown as UseCase<unknown, unknown>;
