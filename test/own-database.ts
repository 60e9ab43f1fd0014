import { randomBytes } from "node:crypto";
import { afterAll, beforeAll } from "vitest";
import { closeDatabase, database } from "../src/data/database";
import { TEMPLATE } from "./template-database";

process.env["LOG_LEVEL"] ??= "silent";
const name = `gray_latch_${randomBytes(6).toString("hex")}`;

const onServer = async (sql: string): Promise<void> => {
  process.env["PGDATABASE"] = "postgres";
  await database().sequelize.query(sql);
  await closeDatabase();
};

beforeAll(async () => {
  await onServer(`CREATE DATABASE ${name} TEMPLATE ${TEMPLATE}`);
  process.env["PGDATABASE"] = name;
});
afterAll(async () => {
  await closeDatabase();
  await onServer(`DROP DATABASE ${name} WITH (FORCE)`);
});
