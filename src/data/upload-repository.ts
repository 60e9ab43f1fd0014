import type { Issue } from "../core/model/issue";
import { type Connection, POOL, runStatement, selectRows, type Transaction } from "./database";

/** What becomes of a picture that was sent: it waits, is being made, is there, or could not be made. */
export type UploadState = "waiting" | "working" | "done" | "failed";
/** A picture on its way into the site, with who sent it. */
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
  /** What the sentence of that code needs. */
  readonly params: Issue["params"] | null;
  readonly picture: string | null;
}

/** Notes a picture that was sent and waits to be made. */
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

/** An upload by id; null if there is none. */
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

/** The upload, held until the transaction ends: of two that make the same picture the second finds it made. */
export const lockUpload = async (
  site: string,
  id: string,
  transaction: Transaction,
): Promise<UploadRow | null> =>
  (
    await selectRows<UploadRow>(
      "SELECT * FROM upload WHERE site = :site AND id = :id FOR UPDATE",
      { site, id },
      transaction,
    )
  )[0] ?? null;

/** Says what has become of an upload: with the issue where it failed, with the picture where it is done. */
export const setUploadState = (
  site: string,
  id: string,
  state: UploadState,
  { issue, picture }: { readonly issue?: Issue; readonly picture?: string },
  connection: Connection,
): Promise<void> =>
  runStatement(
    `UPDATE upload SET state = :state, detail = :detail, params = :params, picture = :picture, beat_at = now()
     WHERE site = :site AND id = :id`,
    {
      site,
      id,
      state,
      detail: issue?.code ?? "",
      params: issue?.params ? JSON.stringify(issue.params) : null,
      picture: picture ?? null,
    },
    connection,
  );

/** Says that somebody is still at work on it. */
export const beatUpload = (site: string, id: string): Promise<void> =>
  runStatement("UPDATE upload SET beat_at = now() WHERE site = :site AND id = :id", { site, id }, POOL);

/**
 * Uploads that nobody works on and no job waits for: whoever did was killed, or could not say so. `jobs` is the schema
 * of the queue.
 */
export const strandedUploads = (seconds: number): Promise<{ site: string; id: string }[]> =>
  selectRows(
    `SELECT site, id FROM upload
     WHERE state IN ('waiting', 'working') AND coalesce(beat_at, at) < now() - make_interval(secs => :seconds)
       AND NOT EXISTS (SELECT 1 FROM jobs.job WHERE name = 'pictures' AND state IN ('created', 'retry')
         AND data->>'site' = upload.site AND data->>'upload' = upload.id)
     ORDER BY at LIMIT 100`,
    { seconds },
    POOL,
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
