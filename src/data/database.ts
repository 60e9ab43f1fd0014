import { QueryTypes, Sequelize, type Transaction } from "sequelize";
import { readEnvironment } from "./environment";
import { defineModels, type Models } from "./models";

export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
}

const holder = globalThis as typeof globalThis & { grayLatchDatabase?: Database };

/** The process's one connection pool with its models. Next evaluates modules once per bundle, so it lives on globalThis. */
export const database = (): Database => {
  holder.grayLatchDatabase ??= connect();
  return holder.grayLatchDatabase;
};

const connect = (): Database => {
  const { PGPORT, PGDATABASE, PGUSER, PGPASSWORD } = readEnvironment();
  const sequelize = new Sequelize(PGDATABASE, PGUSER, PGPASSWORD, {
    host: "127.0.0.1",
    port: PGPORT,
    dialect: "postgres",
    logging: false,
    pool: { max: 8, idle: 10_000 },
  });
  return { sequelize, models: defineModels(sequelize) };
};

export const closeDatabase = async (): Promise<void> => {
  await holder.grayLatchDatabase?.sequelize.close();
  delete holder.grayLatchDatabase;
};

/** Runs the work in one transaction: all of it or nothing. */
export const inTransaction = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  database().sequelize.transaction(work);

/** A consistent look at many tables: everything read belongs to one moment. */
export const inSnapshot = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  database().sequelize.transaction({ isolationLevel: "REPEATABLE READ" as never }, work);

/** Rows of a read, with named replacements. */
export const selectRows = <Row extends object>(
  sql: string,
  replacements: Readonly<Record<string, unknown>>,
  transaction?: Transaction,
): Promise<Row[]> =>
  database().sequelize.query<Row>(sql, {
    type: QueryTypes.SELECT,
    replacements: { ...replacements },
    transaction,
  });

export const runStatement = async (
  sql: string,
  replacements: Readonly<Record<string, unknown>>,
  transaction?: Transaction,
): Promise<void> => {
  await database().sequelize.query(sql, { replacements: { ...replacements }, transaction });
};

/** A statement whose values are sent apart from it ($1, $2 …): for bytes, which would be long as text. */
export const runBound = async (
  sql: string,
  values: readonly unknown[],
  transaction?: Transaction,
): Promise<void> => {
  await database().sequelize.query(sql, { bind: [...values], transaction });
};

export type { Transaction };
