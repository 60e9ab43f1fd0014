import { type Connection, runStatement, selectRows } from "./database";

/** Links to drafts: each holds for one site until its time is over, and as long as who made it belongs to the site. */
export interface DraftLinkRow {
  readonly id: string;
  /** For whom it was made. */
  readonly name: string;
  readonly author: string;
  readonly endsAt: Date;
  /** When somebody last looked, to the hour; null if nobody did. */
  readonly usedAt: Date | null;
}

export const listDraftLinks = (site: string, now: Date, connection: Connection): Promise<DraftLinkRow[]> =>
  selectRows(
    `SELECT draft_link.id, draft_link.name, account.name AS author, ends_at AS "endsAt", used_at AS "usedAt"
     FROM draft_link JOIN membership USING (site, account) JOIN account ON account.id = draft_link.account
     WHERE site = :site AND ends_at > :now ORDER BY draft_link.created_at DESC, draft_link.id`,
    { site, now },
    connection,
  );

/** Keeps a link, and forgets those that are over. */
export const saveDraftLink = async (
  link: {
    readonly id: string;
    readonly hash: string;
    readonly site: string;
    readonly account: string;
    readonly name: string;
    readonly now: Date;
    readonly endsAt: Date;
  },
  connection: Connection,
): Promise<void> => {
  await runStatement("DELETE FROM draft_link WHERE ends_at <= :now", { now: link.now }, connection);
  await runStatement(
    `INSERT INTO draft_link (id, hash, site, account, name, created_at, ends_at)
     VALUES (:id, :hash, :site, :account, :name, :now, :endsAt)`,
    link,
    connection,
  );
};

export const dropDraftLink = async (site: string, id: string, connection: Connection): Promise<boolean> =>
  (
    await selectRows(
      "DELETE FROM draft_link WHERE site = :site AND id = :id RETURNING 1",
      { site, id },
      connection,
    )
  ).length > 0;

/** Until when a link holds for a site, noting that it was used; null if it does not. */
export const findDraftLink = async (
  hash: string,
  site: string,
  now: Date,
  connection: Connection,
): Promise<Date | null> => {
  const [row] = await selectRows<{ id: string; endsAt: Date }>(
    `SELECT draft_link.id, ends_at AS "endsAt" FROM draft_link JOIN membership USING (site, account)
     WHERE hash = :hash AND site = :site AND ends_at > :now`,
    { hash, site, now },
    connection,
  );
  if (!row) return null;
  await runStatement(
    "UPDATE draft_link SET used_at = :now WHERE id = :id AND (used_at IS NULL OR used_at < :hour)",
    {
      id: row.id,
      now,
      hour: new Date(now.getTime() - 3_600_000),
    },
    connection,
  );
  return row.endsAt;
};
