import { randomBytes } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll } from "vitest";
import { closeDatabase, database } from "../src/data/database";
import { TEMPLATE } from "./template-database";

process.env["LOG_LEVEL"] ??= "silent";
// beside a busy neighbour a connection and an answer may be long in coming; those who test the waiting say how long
process.env["PGWAIT_MS"] ??= "100000";
process.env["PGSTATEMENT_MS"] ??= "100000";
const name = `gray_latch_${randomBytes(6).toString("hex")}`;

// files on their way: a sweep in one test takes nothing another has in hand, nor a demo that runs beside
const folder = mkdtempSync(join(tmpdir(), "gray-latch-test-"));
process.env["DATA_DIR"] = folder;

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
  rmSync(folder, { recursive: true, force: true });
});
