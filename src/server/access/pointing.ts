import { createHash, randomBytes } from "node:crypto";
import { POOL } from "../../data/database";
import { findPointing, savePointing } from "../../data/pointing-repository";
import { readCookie } from "./sessions";

/** How long one may look at the live site from the studio before asking again. */
export const POINTING_MS = 30 * 60_000;
export const POINTING_COOKIE = "__Host-gray-latch-pointing";

const hashed = (token: string): string => createHash("sha256").update(token).digest("hex");

/** A token for one account and one site. Only its hash is kept. */
export const beginPointing = async (site: string, account: string, now: Date): Promise<string> => {
  const token = randomBytes(32).toString("base64url");
  const endsAt = new Date(now.getTime() + POINTING_MS);
  await savePointing({ hash: hashed(token), site, account, now, endsAt }, POOL);
  return token;
};

export const isPointing = async (token: string | null, site: string, now: Date): Promise<boolean> =>
  token !== null && token !== "" && findPointing(hashed(token), site, now, POOL);

export const pointingCookie = (cookies: string | null): string | null => readCookie(cookies, POINTING_COOKIE);
