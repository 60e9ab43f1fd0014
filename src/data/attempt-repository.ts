import { POOL, runStatement, selectRows } from "./database";

/** So many in so long a time; then one more each time its share of that time is over. */
export interface Limit {
  readonly most: number;
  readonly withinMs: number;
}

/**
 * Counts one attempt at a door, if there is room for it: one statement, so that those that come at once are counted one
 * after the other, whatever process they reach. Returns 0, or how many milliseconds to wait for the next.
 *
 * The generic cell rate algorithm (ITU-T I.371 annex A, as a virtual scheduling): `free_at` is when all of it would be
 * free again; each attempt moves it on by its share.
 */
export const attempt = async (
  door: string,
  who: string,
  { most, withinMs }: Limit,
  now: Date,
): Promise<number> => {
  const share = withinMs / most;
  const next = new Date(now.getTime() + share);
  const latest = new Date(now.getTime() + withinMs - share);
  const taken = await selectRows(
    `INSERT INTO attempt (door, who, free_at) VALUES (:door, :who, :next)
     ON CONFLICT (door, who) DO UPDATE
       SET free_at = greatest(attempt.free_at, :now) + make_interval(secs => :share)
       WHERE attempt.free_at <= :latest RETURNING 1`,
    { door, who, next, now, latest, share: share / 1000 },
    POOL,
  );
  if (taken.length > 0) return 0;
  const [row] = await selectRows<{ freeAt: Date }>(
    `SELECT free_at AS "freeAt" FROM attempt WHERE door = :door AND who = :who`,
    { door, who },
    POOL,
  );
  return Math.max(1, (row?.freeAt ?? now).getTime() - latest.getTime());
};

/** Gives one attempt back: it was none. */
export const giveBack = (door: string, who: string, { most, withinMs }: Limit): Promise<void> =>
  runStatement(
    "UPDATE attempt SET free_at = free_at - make_interval(secs => :share) WHERE door = :door AND who = :who",
    { door, who, share: withinMs / most / 1000 },
    POOL,
  );

export const forgetAttempts = (door: string, who: string): Promise<void> =>
  runStatement("DELETE FROM attempt WHERE door = :door AND who = :who", { door, who }, POOL);

/** Forgets what is over: nobody is kept from anything by it any more. */
export const sweepAttempts = (now: Date): Promise<void> =>
  runStatement("DELETE FROM attempt WHERE free_at < :now", { now }, POOL);
