import type { QueryInterface } from "sequelize";
import { SequelizeStorage, Umzug } from "umzug";
import { database } from "./database";
import { start } from "./migrations/001-start";
import { placement } from "./migrations/002-placement";
import { uploads } from "./migrations/003-uploads";
import { mailbox } from "./migrations/004-mailbox";
import { pointing } from "./migrations/005-pointing";
import { visitors } from "./migrations/006-visitors";
import { changeKey } from "./migrations/007-change-key";
import { draftLink } from "./migrations/008-draft-link";
import { putOff } from "./migrations/009-put-off";

const MIGRATIONS = [start, placement, uploads, mailbox, pointing, visitors, changeKey, draftLink, putOff];

/** Brings the database to the newest schema. Each migration is one transaction; a second run does nothing. */
export const migrate = async (): Promise<readonly string[]> => {
  const { sequelize } = database();
  const umzug = new Umzug<QueryInterface>({
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
  const done = await umzug.up();
  return done.map(({ name }) => name);
};
