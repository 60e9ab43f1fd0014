import type { QueryInterface, Sequelize } from "sequelize";
import { MigrationError, SequelizeStorage, Umzug } from "umzug";
import { openConnections, POOL, selectRows } from "./database";
import { start } from "./migrations/001-start";
import { placement } from "./migrations/002-placement";
import { uploads } from "./migrations/003-uploads";
import { mailbox } from "./migrations/004-mailbox";
import { pointing } from "./migrations/005-pointing";
import { visitors } from "./migrations/006-visitors";
import { changeKey } from "./migrations/007-change-key";
import { draftLink } from "./migrations/008-draft-link";
import { putOff } from "./migrations/009-put-off";
import { doors } from "./migrations/010-doors";
import { uploadParams } from "./migrations/011-upload-params";
import { search } from "./migrations/012-search";
import { searchLetters } from "./migrations/013-search-letters";
import { changedOn } from "./migrations/014-changed-on";
import { film } from "./migrations/015-film";

const MIGRATIONS = [
  start,
  placement,
  uploads,
  mailbox,
  pointing,
  visitors,
  changeKey,
  draftLink,
  putOff,
  doors,
  uploadParams,
  search,
  searchLetters,
  changedOn,
  film,
];

const umzugOn = (sequelize: Sequelize) =>
  new Umzug<QueryInterface>({
    migrations: MIGRATIONS.map(({ name, statements }) => ({
      name,
      up: ({ context }) =>
        context.sequelize.transaction(async (transaction) => {
          for (const statement of statements) await context.sequelize.query(statement, { transaction });
        }),
    })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: "migration" }),
    logger: undefined,
  });

/** Names of migrations the database has not had yet. */
export const pendingMigrations = async (): Promise<readonly string[]> => {
  const rows = await selectRows<{ there: boolean }>(
    "SELECT to_regclass('public.migration') IS NOT NULL AS there",
    {},
    POOL,
  );
  const done = rows[0]?.there
    ? await selectRows<{ name: string }>("SELECT name FROM migration", {}, POOL)
    : [];
  const had = new Set(done.map(({ name }) => name));
  return MIGRATIONS.map(({ name }) => name).filter((name) => !had.has(name));
};

/** Brings the database to the newest schema. Each migration is one transaction; a second run does nothing. */
export const migrate = async (): Promise<readonly string[]> => {
  const sequelize = openConnections({ connections: 2, statementMs: 0 });
  const umzug = umzugOn(sequelize);
  try {
    // two that start at once: the second waits until the first is through, and finds nothing to do
    return await sequelize.transaction(async (transaction) => {
      await sequelize.query("SELECT pg_advisory_xact_lock(hashtext('gray-latch migrations'))", {
        transaction,
      });
      const done = await umzug.up();
      return done.map(({ name }) => name);
    });
  } catch (error) {
    // the library's own error carries everything it knows; what is wrong is one line of it
    if (!(error instanceof MigrationError)) throw error;
    throw new Error(`The database cannot be brought up to date: ${error.message}. Nothing was changed.`);
  } finally {
    await sequelize.close();
  }
};
