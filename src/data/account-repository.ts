import { type Connection, database, on, runStatement, selectRows } from "./database";
import type { AccountRow, MembershipRow, SessionRow } from "./models";

const HOUR_MS = 3_600_000;

/** The account with an address, as it was given: small letters. Null if there is none. */
export const findAccountByEmail = async (email: string, connection: Connection): Promise<AccountRow | null> =>
  (await database().models.account.findOne({ where: { email }, ...on(connection) }))?.get() ?? null;

/** The account with an id; null if there is none. */
export const findAccount = async (id: string, connection: Connection): Promise<AccountRow | null> =>
  (await database().models.account.findOne({ where: { id }, ...on(connection) }))?.get() ?? null;

/** Keeps a new account. Throws if its address or id is taken. */
export const createAccount = async (account: AccountRow, connection: Connection): Promise<void> => {
  await database().models.account.create(account, on(connection));
};

/** Keeps a session by the hash of its token: the token itself is never stored. */
export const createSession = async (session: SessionRow, connection: Connection): Promise<void> => {
  await database().models.session.create(session, on(connection));
};

/** Ends a session at once; one that is not there has ended already. */
export const endSession = async (idHash: string, connection: Connection): Promise<void> => {
  await database().models.session.destroy({ where: { idHash }, ...on(connection) });
};

/** The account behind a session that has not ended and was used since `idleSince`, or null. That it is used is noted, to the hour. */
export const findSessionAccount = async (
  idHash: string,
  { now, idleSince }: { readonly now: Date; readonly idleSince: Date },
  connection: Connection,
): Promise<AccountRow | null> => {
  const [row] = await selectRows<AccountRow & { usedAt: Date }>(
    `SELECT account.id, account.email, account.name, account.password_hash AS "passwordHash", used_at AS "usedAt"
     FROM session JOIN account ON account.id = session.account
     WHERE id_hash = :idHash AND expires_at > :now AND used_at > :idleSince`,
    { idHash, now, idleSince },
    connection,
  );
  if (!row) return null;
  const { usedAt, ...account } = row;
  if (now.getTime() - usedAt.getTime() > HOUR_MS)
    await runStatement(
      "UPDATE session SET used_at = :now WHERE id_hash = :idHash AND used_at < :now",
      { idHash, now },
      connection,
    );
  return account;
};

/** What an account is on a site; null if it has nothing to do with it. */
export const findMembership = async (
  site: string,
  account: string,
  connection: Connection,
): Promise<MembershipRow | null> =>
  (await database().models.membership.findOne({ where: { site, account }, ...on(connection) }))?.get() ??
  null;

/** Makes an account something on a site, or something else than it was. */
export const addMembership = async (membership: MembershipRow, connection: Connection): Promise<void> => {
  await database().models.membership.upsert(membership, on(connection));
};
