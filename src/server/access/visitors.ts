import { type Outcome, succeed } from "../../core/model/issue";
import type { Audience } from "../../core/model/placement";
import type { SiteHead } from "../../data/content-repository";
import { POOL } from "../../data/database";
import {
  createVisitorSession,
  endVisitorSession,
  findSessionVisitor,
  findVisitorByEmail,
  type Visitor,
} from "../../data/visitor-repository";
import { checkPassword, hashSession, newSession, readCookie } from "./sessions";

/** Visitors signed in on a site. The cookie is of the site's host alone: the studio and other sites never see it. */
const VISITOR_COOKIE = "__Host-visitor";
const LASTS_MS = 14 * 24 * 3_600_000;
const IDLE_MS = 7 * 24 * 3_600_000;

/** What a visitor sees: what those of the level see, while the site has that level. */
export const audienceOf = (visitor: Visitor | null, { settings }: SiteHead): Audience => {
  if (!visitor) return "signedOut";
  return settings.levels.some(({ key }) => key === visitor.level) ? `level:${visitor.level}` : "signedIn";
};

/** Whether someone says to be signed in, true or not. */
export const hasVisitorCookie = (cookies: string | undefined): boolean =>
  readCookie(cookies ?? null, VISITOR_COOKIE) !== null;

/** Who a cookie header belongs to on a site; null if nobody is signed in with it. */
export const visitorOf = async (
  site: string,
  cookies: string | undefined,
  now: Date,
): Promise<Visitor | null> => {
  const id = readCookie(cookies ?? null, VISITOR_COOKIE);
  return id
    ? findSessionVisitor(site, hashSession(id), { now, idleSince: new Date(now.getTime() - IDLE_MS) }, POOL)
    : null;
};

/** Signs a visitor in: the cookie to set. Tries are counted for each site by itself. */
export const signVisitorIn = async (
  site: string,
  given: { readonly email: string; readonly password: string; readonly from: string },
  now: Date,
): Promise<Outcome<string>> => {
  const email = given.email.toLowerCase();
  const found = await checkPassword({ ...given, door: `visitors of ${site}`, account: email, now }, () =>
    findVisitorByEmail(site, email, POOL),
  );
  if (!found.ok) return found;
  const { id, idHash } = newSession();
  const expiresAt = new Date(now.getTime() + LASTS_MS);
  await createVisitorSession({ idHash, site, visitor: found.value.id, now, expiresAt }, POOL);
  return succeed(cookieOf(id, LASTS_MS / 1000));
};

/** Ends the session on the server, whatever the browser keeps. The cookie to set. */
export const signVisitorOut = async (cookies: string | undefined): Promise<string> => {
  const id = readCookie(cookies ?? null, VISITOR_COOKIE);
  if (id) await endVisitorSession(hashSession(id), POOL);
  return cookieOf("", 0);
};

const cookieOf = (value: string, seconds: number): string =>
  `${VISITOR_COOKIE}=${value}; Path=/; Max-Age=${seconds}; HttpOnly; Secure; SameSite=Lax`;
