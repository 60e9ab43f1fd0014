import { type Connection, database, on, runStatement, selectRows } from "./database";
import type { AccountRow, MembershipRow } from "./models";

export const findAccountByEmail = async (email: string, connection: Connection): Promise<AccountRow | null> =>
  (await database().models.account.findOne({ where: { email }, ...on(connection) }))?.get() ?? null;

export const findAccount = async (id: string, connection: Connection): Promise<AccountRow | null> =>
  (await database().models.account.findOne({ where: { id }, ...on(connection) }))?.get() ?? null;

export const createAccount = async (account: AccountRow, connection: Connection): Promise<void> => {
  await database().models.account.create(account, on(connection));
};

export const createSession = async (
  idHash: string,
  account: string,
  expiresAt: Date,
  connection: Connection,
): Promise<void> => {
  await database().models.session.create({ idHash, account, expiresAt }, on(connection));
};

export const endSession = async (idHash: string, connection: Connection): Promise<void> => {
  await database().models.session.destroy({ where: { idHash }, ...on(connection) });
};

/** The account behind a session that has not ended, or null. */
export const findSessionAccount = async (
  idHash: string,
  now: Date,
  connection: Connection,
): Promise<AccountRow | null> => {
  const [row] = await selectRows<AccountRow>(
    `SELECT account.id, account.email, account.name, account.password_hash AS "passwordHash"
     FROM session JOIN account ON account.id = session.account WHERE id_hash = :idHash AND expires_at > :now`,
    { idHash, now },
    connection,
  );
  return row ?? null;
};

/** How many failed tries a key (an address, an account) had since an instant. */
export const countTries = async (key: string, since: Date, connection: Connection): Promise<number> => {
  const [row] = await selectRows<{ count: string }>(
    "SELECT count(*) FROM sign_in_try WHERE key = :key AND at > :since",
    { key, since },
    connection,
  );
  return Number(row?.count ?? 0);
};

export const addTry = async (key: string, at: Date, connection: Connection): Promise<void> => {
  await runStatement(
    "DELETE FROM sign_in_try WHERE at < :old",
    { old: new Date(at.getTime() - 86_400_000) },
    connection,
  );
  await runStatement("INSERT INTO sign_in_try (key, at) VALUES (:key, :at)", { key, at }, connection);
};

export const clearTries = (key: string, connection: Connection): Promise<void> =>
  runStatement("DELETE FROM sign_in_try WHERE key = :key", { key }, connection);

export const findMembership = async (
  site: string,
  account: string,
  connection: Connection,
): Promise<MembershipRow | null> =>
  (await database().models.membership.findOne({ where: { site, account }, ...on(connection) }))?.get() ??
  null;

export const addMembership = async (membership: MembershipRow, connection: Connection): Promise<void> => {
  await database().models.membership.upsert(membership, on(connection));
};
