import { createHash, randomBytes } from "node:crypto";
import { setTimeout as sleep } from "node:timers/promises";
import { hash, verify } from "@node-rs/argon2";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import {
  createSession,
  endSession,
  findAccountByEmail,
  findSessionAccount,
} from "../../data/account-repository";
import { attempt, forgetAttempts, giveBack, type Limit } from "../../data/attempt-repository";
import { POOL } from "../../data/database";
import type { AccountRow } from "../../data/models";

/** Sessions live on the server: the cookie holds a random id, the table its SHA-256. */
export const SESSION_COOKIE = "__Host-gray-latch";
const LASTS_MS = 14 * 24 * 3_600_000;
/** Not used for so long, a session is over: longer than a weekend with a holiday. */
const IDLE_MS = 4 * 24 * 3_600_000;

export const hashSession = (id: string): string => createHash("sha256").update(id).digest("hex");

export const hashPassword = (password: string): Promise<string> => hash(password);

/** A hash nobody has the password of: verifying against it takes as long as against a real one. */
let decoy: Promise<string> | undefined;
const decoyHash = (): Promise<string> =>
  (decoy ??= hash(randomBytes(16).toString("hex")).catch((error: unknown) => {
    decoy = undefined;
    throw error;
  }));

/** One try at a password: at which door, which account it is for, where it comes from, and when. */
export interface SignInTry {
  /** The studio, or the visitors of one site: what is tried at one door counts at no other. */
  readonly door: string;
  readonly account: string;
  readonly password: string;
  readonly from: string;
  readonly now: Date;
}

const WINDOW_MS = 15 * 60_000;
/** For one account from one address; then one more every other minute. Whoever owns it comes from elsewhere and is not kept out. */
const PAIR: Limit = { most: 8, withinMs: WINDOW_MS };
/** From one address, whatever the accounts. */
const ADDRESS: Limit = { most: 40, withinMs: WINDOW_MS };
/** For one account, wherever tries come from: beyond, each is made to wait, and none is refused. */
const ACCOUNT: Limit = { most: 60, withinMs: WINDOW_MS };
const SLOWED_MS = 2000;

/**
 * Checks a password. Tries are counted before anything is looked up, in the database, so that those that come at once
 * count whichever process they reach; one that succeeds was none. As unknown as wrong, it takes as long.
 */
export const checkPassword = async <T extends { readonly passwordHash: string }>(
  { door, account, password, from, now }: SignInTry,
  find: () => Promise<T | null>,
): Promise<Outcome<T>> => {
  const [address, pair] = [`from ${from}`, `${account} from ${from}`];
  const tooMany = (waitMs: number) =>
    fail(issue("signIn.tooMany", [], { seconds: Math.ceil(waitMs / 1000) }));
  const addressWait = await attempt(door, address, ADDRESS, now);
  if (addressWait > 0) return tooMany(addressWait);
  const pairWait = await attempt(door, pair, PAIR, now);
  if (pairWait > 0) {
    await giveBack(door, address, ADDRESS);
    return tooMany(pairWait);
  }
  if ((await attempt(door, account, ACCOUNT, now)) > 0) await sleep(SLOWED_MS);
  const found = await find();
  const matches = await verify(found?.passwordHash ?? (await decoyHash()), password);
  if (!found || !matches) return fail(issue("signIn.wrong"));
  await forgetAttempts(door, pair);
  await giveBack(door, address, ADDRESS);
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
  const found = await checkPassword({ door: "studio", account: address, password, from, now }, () =>
    findAccountByEmail(address, POOL),
  );
  if (!found.ok) return found;
  const session = newSession();
  await createSession(
    {
      idHash: session.idHash,
      account: found.value.id,
      expiresAt: new Date(now.getTime() + LASTS_MS),
      usedAt: now,
    },
    POOL,
  );
  return succeed({ sessionId: session.id });
};

export const signOut = (sessionId: string): Promise<void> => endSession(hashSession(sessionId), POOL);

/** Who a cookie header belongs to; null if the session is unknown or over. */
export const accountOf = async (cookies: string | null, now: Date): Promise<AccountRow | null> => {
  const id = readCookie(cookies, SESSION_COOKIE);
  return id === null
    ? null
    : findSessionAccount(hashSession(id), { now, idleSince: new Date(now.getTime() - IDLE_MS) }, POOL);
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
