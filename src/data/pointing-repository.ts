import { type Connection, runStatement, selectRows } from "./database";

/** Keeps a token, and forgets those that are over. */
export const savePointing = async (
  token: {
    readonly hash: string;
    readonly site: string;
    readonly account: string;
    readonly now: Date;
    readonly endsAt: Date;
  },
  connection: Connection,
): Promise<void> => {
  await runStatement("DELETE FROM pointing WHERE ends_at <= :now", { now: token.now }, connection);
  await runStatement(
    "INSERT INTO pointing (hash, site, account, ends_at) VALUES (:hash, :site, :account, :endsAt)",
    token,
    connection,
  );
};

/** Whether a token holds for a site now, and whoever made it still belongs to the site. */
export const findPointing = async (
  hash: string,
  site: string,
  now: Date,
  connection: Connection,
): Promise<boolean> => {
  const rows = await selectRows<{ hash: string }>(
    `SELECT hash FROM pointing JOIN membership USING (site, account)
     WHERE hash = :hash AND site = :site AND ends_at > :now`,
    { hash, site, now },
    connection,
  );
  return rows.length > 0;
};
