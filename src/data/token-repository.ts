import { type Connection, runStatement, selectRows } from "./database";

/** Tokens for scripts: only hashes are kept; each acts for the account that made it, on one site. */
export interface TokenRow {
  readonly id: string;
  readonly name: string;
  readonly createdAt: Date;
  readonly usedAt: Date | null;
}

export const listTokens = (site: string, account: string, connection: Connection): Promise<TokenRow[]> =>
  selectRows(
    `SELECT id, name, created_at AS "createdAt", used_at AS "usedAt" FROM api_token
     WHERE site = :site AND account = :account ORDER BY created_at, id`,
    { site, account },
    connection,
  );

export const createToken = (
  token: {
    readonly id: string;
    readonly site: string;
    readonly account: string;
    readonly name: string;
    readonly hash: string;
    readonly at: Date;
  },
  connection: Connection,
): Promise<void> =>
  runStatement(
    `INSERT INTO api_token (id, site, account, name, hash, created_at)
     VALUES (:id, :site, :account, :name, :hash, :at)`,
    token,
    connection,
  );

export const dropToken = async (
  site: string,
  account: string,
  id: string,
  connection: Connection,
): Promise<boolean> =>
  (
    await selectRows(
      "DELETE FROM api_token WHERE site = :site AND account = :account AND id = :id RETURNING 1",
      {
        site,
        account,
        id,
      },
      connection,
    )
  ).length > 0;

/** Whose token a hash is on a site, noting the day it was used; null if it is nobody's. */
export const findTokenAccount = async (
  site: string,
  hash: string,
  now: Date,
  connection: Connection,
): Promise<{ readonly id: string; readonly name: string; readonly email: string } | null> => {
  const [row] = await selectRows<{ id: string; name: string; email: string; token: string }>(
    `SELECT account.id, account.name, account.email, api_token.id AS token
     FROM api_token JOIN account ON account.id = api_token.account WHERE site = :site AND hash = :hash`,
    { site, hash },
    connection,
  );
  if (!row) return null;
  await runStatement(
    "UPDATE api_token SET used_at = :now WHERE id = :token AND (used_at IS NULL OR used_at < :day)",
    { token: row.token, now, day: new Date(now.getTime() - 3_600_000) },
    connection,
  );
  return { id: row.id, name: row.name, email: row.email };
};
