import { type Connection, runStatement, selectRows, type Transaction } from "./database";

export type UploadState = "waiting" | "working" | "done" | "failed";
export interface UploadRow {
  readonly site: string;
  readonly id: string;
  readonly account: string;
  readonly name: string;
  readonly hash: string;
  readonly replaces: string | null;
  readonly state: UploadState;
  /** The code of what went wrong; empty otherwise. */
  readonly detail: string;
  readonly picture: string | null;
}

export const addUpload = (
  upload: Pick<UploadRow, "site" | "id" | "account" | "name" | "hash" | "replaces">,
  at: Date,
  transaction: Transaction,
): Promise<void> =>
  runStatement(
    `INSERT INTO upload (site, id, account, name, hash, replaces, state, at)
     VALUES (:site, :id, :account, :name, :hash, :replaces, 'waiting', :at)`,
    { ...upload, at },
    transaction,
  );

export const findUpload = async (
  site: string,
  id: string,
  connection: Connection,
): Promise<UploadRow | null> =>
  (
    await selectRows<UploadRow>(
      "SELECT * FROM upload WHERE site = :site AND id = :id",
      { site, id },
      connection,
    )
  )[0] ?? null;

export const setUploadState = (
  site: string,
  id: string,
  state: UploadState,
  more: { readonly detail?: string; readonly picture?: string | null } = {},
  connection: Connection,
): Promise<void> =>
  runStatement(
    "UPDATE upload SET state = :state, detail = :detail, picture = :picture WHERE site = :site AND id = :id",
    { site, id, state, detail: more.detail ?? "", picture: more.picture ?? null },
    connection,
  );

/** What a person sent and has not put away yet, oldest first. */
export const listUploads = (site: string, account: string, connection: Connection): Promise<UploadRow[]> =>
  selectRows<UploadRow>(
    "SELECT * FROM upload WHERE site = :site AND account = :account ORDER BY at, id",
    {
      site,
      account,
    },
    connection,
  );

/** Puts away what is settled; what is under way stays. */
export const dropSettledUploads = (site: string, account: string, connection: Connection): Promise<void> =>
  runStatement(
    "DELETE FROM upload WHERE site = :site AND account = :account AND state IN ('done', 'failed')",
    { site, account },
    connection,
  );
