import { createHash, randomBytes } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { fail, issue, type Outcome, succeed } from "../core/model/issue";
import {
  addTry,
  clearTries,
  countTries,
  createSession,
  endSession,
  findAccountByEmail,
  findSessionAccount,
} from "../data/account-repository";
import type { AccountRow } from "../data/models";

/** Sessions live on the server: the cookie holds a random id, the table its SHA-256. */
export const SESSION_COOKIE = "__Host-gray-latch";
const LASTS_MS = 14 * 24 * 3_600_000;
const TRIES = 8;
const TRIES_WINDOW_MS = 15 * 60_000;

const hashed = (id: string): string => createHash("sha256").update(id).digest("hex");

export const hashPassword = (password: string): Promise<string> => hash(password);

/** A hash nobody has the password of: verifying against it takes as long as against a real one. */
let decoy: Promise<string> | undefined;
const decoyHash = (): Promise<string> => (decoy ??= hash(randomBytes(16).toString("hex")));

/** Checks address and password and opens a session. Failures count against the account and the caller's address. */
export const signIn = async (
  email: string,
  password: string,
  from: string,
  now: Date,
): Promise<Outcome<{ readonly sessionId: string }>> => {
  const keys = [`account:${email.toLowerCase()}`, `from:${from}`];
  const since = new Date(now.getTime() - TRIES_WINDOW_MS);
  const limits = [TRIES, TRIES * 5];
  for (const [position, key] of keys.entries())
    if ((await countTries(key, since)) >= (limits[position] as number)) return fail(issue("signIn.tooMany"));
  const account = await findAccountByEmail(email.toLowerCase());
  const matches = await verify(account?.passwordHash ?? (await decoyHash()), password);
  if (!account || !matches) {
    for (const key of keys) await addTry(key, now);
    return fail(issue("signIn.wrong"));
  }
  await clearTries(keys[0] as string);
  const sessionId = randomBytes(32).toString("base64url");
  await createSession(hashed(sessionId), account.id, new Date(now.getTime() + LASTS_MS));
  return succeed({ sessionId });
};

export const signOut = (sessionId: string): Promise<void> => endSession(hashed(sessionId));

/** Who a cookie header belongs to; null if the session is unknown or over. */
export const accountOf = async (cookies: string | null, now: Date): Promise<AccountRow | null> => {
  const id = readCookie(cookies, SESSION_COOKIE);
  return id === null ? null : findSessionAccount(hashed(id), now);
};

export const readCookie = (cookies: string | null, name: string): string | null => {
  for (const part of (cookies ?? "").split(";")) {
    const [key, ...value] = part.trim().split("=");
    if (key === name) return value.join("=");
  }
  return null;
};

export const sessionCookie = (sessionId: string): string =>
  `${SESSION_COOKIE}=${sessionId}; Path=/; Max-Age=${LASTS_MS / 1000}; HttpOnly; Secure; SameSite=Lax`;
export const clearedCookie = `${SESSION_COOKIE}=; Path=/; Max-Age=0; HttpOnly; Secure; SameSite=Lax`;
