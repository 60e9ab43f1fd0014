import { database, runStatement, selectRows } from "./database";
import type { AccountRow, MembershipRow } from "./models";

export const findAccountByEmail = async (email: string): Promise<AccountRow | null> =>
  (await database().models.account.findOne({ where: { email } }))?.get() ?? null;

export const findAccount = async (id: string): Promise<AccountRow | null> =>
  (await database().models.account.findOne({ where: { id } }))?.get() ?? null;

export const createAccount = async (account: AccountRow): Promise<void> => {
  await database().models.account.create(account);
};

export const createSession = async (idHash: string, account: string, expiresAt: Date): Promise<void> => {
  await database().models.session.create({ idHash, account, expiresAt });
};

export const endSession = async (idHash: string): Promise<void> => {
  await database().models.session.destroy({ where: { idHash } });
};

/** The account behind a session that has not ended, or null. */
export const findSessionAccount = async (idHash: string, now: Date): Promise<AccountRow | null> => {
  const [row] = await selectRows<AccountRow>(
    `SELECT account.id, account.email, account.name, account.password_hash AS "passwordHash"
     FROM session JOIN account ON account.id = session.account WHERE id_hash = :idHash AND expires_at > :now`,
    { idHash, now },
  );
  return row ?? null;
};

/** How many failed tries a key (an address, an account) had since an instant. */
export const countTries = async (key: string, since: Date): Promise<number> => {
  const [row] = await selectRows<{ count: string }>(
    "SELECT count(*) FROM sign_in_try WHERE key = :key AND at > :since",
    { key, since },
  );
  return Number(row?.count ?? 0);
};

export const addTry = async (key: string, at: Date): Promise<void> => {
  await runStatement("DELETE FROM sign_in_try WHERE at < :old", { old: new Date(at.getTime() - 86_400_000) });
  await runStatement("INSERT INTO sign_in_try (key, at) VALUES (:key, :at)", { key, at });
};

export const clearTries = (key: string): Promise<void> =>
  runStatement("DELETE FROM sign_in_try WHERE key = :key", { key });

export const findMembership = async (site: string, account: string): Promise<MembershipRow | null> =>
  (await database().models.membership.findOne({ where: { site, account } }))?.get() ?? null;

export const addMembership = async (membership: MembershipRow): Promise<void> => {
  await database().models.membership.upsert(membership);
};
