import { closeDatabase, database } from "../src/data/database";
import { migrate } from "../src/data/migrate";
import { closeDecoders } from "../src/server/files/decoding";
import { loadDemo } from "../src/server/import/demo";
import { installQueue } from "../src/server/jobs/queue";

/** One migrated database with the sample sites, made once; every test file gets a clone of its own. */
export const TEMPLATE = "gray_latch_template";

export const setup = async (): Promise<void> => {
  process.env["PGDATABASE"] = "postgres";
  const { sequelize } = database();
  await sequelize.query(`DROP DATABASE IF EXISTS ${TEMPLATE}`);
  await sequelize.query(`CREATE DATABASE ${TEMPLATE}`);
  await closeDatabase();
  process.env["PGDATABASE"] = TEMPLATE;
  await migrate();
  await installQueue();
  await loadDemo({ fresh: false });
  await closeDecoders();
  await closeDatabase();
  delete process.env["PGDATABASE"];
};
