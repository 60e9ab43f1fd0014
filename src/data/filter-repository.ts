import { type Connection, runStatement, selectRows } from "./database";

/** Filters of the table of pages that a person keeps under a name. */
export interface SavedFilter {
  readonly name: string;
  readonly query: string;
}

export const listFilters = (site: string, account: string, connection: Connection): Promise<SavedFilter[]> =>
  selectRows(
    "SELECT name, query FROM saved_filter WHERE site = :site AND account = :account ORDER BY lower(name), name",
    { site, account },
    connection,
  );

export const saveFilter = (
  site: string,
  account: string,
  filter: SavedFilter,
  connection: Connection,
): Promise<void> =>
  runStatement(
    `INSERT INTO saved_filter (site, account, name, query) VALUES (:site, :account, :name, :query)
     ON CONFLICT (site, account, name) DO UPDATE SET query = excluded.query`,
    { site, account, ...filter },
    connection,
  );

export const dropFilter = async (
  site: string,
  account: string,
  name: string,
  connection: Connection,
): Promise<boolean> =>
  (
    await selectRows(
      "DELETE FROM saved_filter WHERE site = :site AND account = :account AND name = :name RETURNING 1",
      {
        site,
        account,
        name,
      },
      connection,
    )
  ).length > 0;
