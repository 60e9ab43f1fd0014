import { type Connection, runStatement, selectRows } from "./database";

/** The stand-in mailbox of a site: addresses that were left in its sign-up forms. */
export interface SignUpRow {
  readonly list: string;
  readonly address: string;
  /** The words that were agreed to; empty where the form asked for none. */
  readonly consent: string;
  readonly at: Date;
}

/** Keeps an address; one that is there already stays as it was. */
export const saveSignUp = (site: string, row: SignUpRow, connection: Connection): Promise<void> =>
  runStatement(
    `INSERT INTO sign_up (site, list, address, consent, at) VALUES (:site, :list, :address, :consent, :at)
     ON CONFLICT DO NOTHING`,
    { site, ...row },
    connection,
  );

export const listSignUps = (site: string, limit: number, connection: Connection): Promise<SignUpRow[]> =>
  selectRows(
    "SELECT list, address, consent, at FROM sign_up WHERE site = :site ORDER BY at DESC, address LIMIT :limit",
    { site, limit },
    connection,
  );

export const dropSignUp = async (
  site: string,
  list: string,
  address: string,
  connection: Connection,
): Promise<boolean> =>
  (
    await selectRows(
      "DELETE FROM sign_up WHERE site = :site AND list = :list AND address = :address RETURNING 1",
      {
        site,
        list,
        address,
      },
      connection,
    )
  ).length > 0;
