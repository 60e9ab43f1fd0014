import { runStatement, selectRows } from "./database";

/** The stand-in mailbox of a site: addresses that were left in its sign-up forms. */
export interface SignUpRow {
  readonly list: string;
  readonly address: string;
  /** The words that were agreed to; empty where the form asked for none. */
  readonly consent: string;
  readonly at: Date;
}

/** Keeps an address; one that is there already stays as it was. */
export const saveSignUp = (site: string, row: SignUpRow): Promise<void> =>
  runStatement(
    `INSERT INTO sign_up (site, list, address, consent, at) VALUES (:site, :list, :address, :consent, :at)
     ON CONFLICT DO NOTHING`,
    { site, ...row },
  );

export const countSignUpsSince = async (site: string, since: Date): Promise<number> => {
  const [row] = await selectRows<{ count: number }>(
    "SELECT count(*)::int AS count FROM sign_up WHERE site = :site AND at >= :since",
    { site, since },
  );
  return row?.count ?? 0;
};

export const listSignUps = (site: string, limit: number): Promise<SignUpRow[]> =>
  selectRows(
    "SELECT list, address, consent, at FROM sign_up WHERE site = :site ORDER BY at DESC, address LIMIT :limit",
    { site, limit },
  );

export const dropSignUp = (site: string, list: string, address: string): Promise<void> =>
  runStatement("DELETE FROM sign_up WHERE site = :site AND list = :list AND address = :address", {
    site,
    list,
    address,
  });
