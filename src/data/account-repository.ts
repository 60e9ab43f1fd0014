import { type Connection, database, on, runStatement, selectRows } from "./database";
import type { AccountRow, MembershipRow, SessionRow } from "./models";

const HOUR_MS = 3_600_000;

export const findAccountByEmail = async (email: string, connection: Connection): Promise<AccountRow | null> =>
  (await database().models.account.findOne({ where: { email }, ...on(connection) }))?.get() ?? null;

export const findAccount = async (id: string, connection: Connection): Promise<AccountRow | null> =>
  (await database().models.account.findOne({ where: { id }, ...on(connection) }))?.get() ?? null;

export const createAccount = async (account: AccountRow, connection: Connection): Promise<void> => {
  await database().models.account.create(account, on(connection));
};

export const createSession = async (session: SessionRow, connection: Connection): Promise<void> => {
  await database().models.session.create(session, on(connection));
};

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
