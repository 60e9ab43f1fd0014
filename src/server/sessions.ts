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
import { POOL } from "../data/database";
import type { AccountRow } from "../data/models";

/** Sessions live on the server: the cookie holds a random id, the table its SHA-256. */
export const SESSION_COOKIE = "__Host-gray-latch";
const LASTS_MS = 14 * 24 * 3_600_000;
const TRIES = 8;
const TRIES_WINDOW_MS = 15 * 60_000;

export const hashSession = (id: string): string => createHash("sha256").update(id).digest("hex");

export const hashPassword = (password: string): Promise<string> => hash(password);

/** A hash nobody has the password of: verifying against it takes as long as against a real one. */
let decoy: Promise<string> | undefined;
const decoyHash = (): Promise<string> => (decoy ??= hash(randomBytes(16).toString("hex")));

/** One try at a password: which account it is for, where it comes from, and when. */
export interface SignInTry {
  readonly account: string;
  readonly password: string;
  readonly from: string;
  readonly now: Date;
}

const lines = new Map<string, Promise<unknown>>();
/** Does one thing after the other for each key. */
const inLine = <T>(key: string, work: () => Promise<T>): Promise<T> => {
  const mine = (lines.get(key) ?? Promise.resolve()).then(work, work);
  lines.set(key, mine);
  const leave = () => {
    if (lines.get(key) === mine) lines.delete(key);
  };
  mine.then(leave, leave);
  return mine;
};

/**
 * Checks a password. Failures count against the account and the caller's address; as unknown as wrong, it takes as long.
 * Tries for one account follow one another: those that come at the same time are counted too.
 */
export const checkPassword = <T extends { readonly passwordHash: string }>(
  each: SignInTry,
  find: () => Promise<T | null>,
): Promise<Outcome<T>> => inLine(each.account, () => checkOne(each, find));

const checkOne = async <T extends { readonly passwordHash: string }>(
  { account, password, from, now }: SignInTry,
  find: () => Promise<T | null>,
): Promise<Outcome<T>> => {
  const since = new Date(now.getTime() - TRIES_WINDOW_MS);
  const limits = { [account]: TRIES, [`from:${from}`]: TRIES * 5 };
  for (const [key, limit] of Object.entries(limits))
    if ((await countTries(key, since, POOL)) >= limit) return fail(issue("signIn.tooMany"));
  const found = await find();
  const matches = await verify(found?.passwordHash ?? (await decoyHash()), password);
  if (!found || !matches) {
    for (const key of Object.keys(limits)) await addTry(key, now, POOL);
    return fail(issue("signIn.wrong"));
  }
  await clearTries(account, POOL);
  return succeed(found);
};

/** A random id for a session, and what is kept of it. */
export const newSession = (): { readonly id: string; readonly idHash: string } => {
  const id = randomBytes(32).toString("base64url");
  return { id, idHash: hashSession(id) };
};

/** Checks address and password and opens a session. */
export const signIn = async (
  email: string,
  password: string,
  from: string,
  now: Date,
): Promise<Outcome<{ readonly sessionId: string }>> => {
  const address = email.toLowerCase();
  const account = `account:${address}`;
  const found = await checkPassword({ account, password, from, now }, () =>
    findAccountByEmail(address, POOL),
  );
  if (!found.ok) return found;
  const session = newSession();
  await createSession(session.idHash, found.value.id, new Date(now.getTime() + LASTS_MS), POOL);
  return succeed({ sessionId: session.id });
};

export const signOut = (sessionId: string): Promise<void> => endSession(hashSession(sessionId), POOL);

/** Who a cookie header belongs to; null if the session is unknown or over. */
export const accountOf = async (cookies: string | null, now: Date): Promise<AccountRow | null> => {
  const id = readCookie(cookies, SESSION_COOKIE);
  return id === null ? null : findSessionAccount(hashSession(id), now, POOL);
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
