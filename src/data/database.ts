import { AsyncLocalStorage } from "node:async_hooks";
import { QueryTypes, Sequelize, Transaction } from "sequelize";
import { readEnvironment } from "./environment";
import { defineModels, type Models } from "./models";

/** The one connection pool of a process, with its models. */
export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
  /** Set while a transaction's work runs: whatever is asked then is asked on its connection. */
  readonly inside: AsyncLocalStorage<Transaction | null>;
}

/** Each statement by itself, on whichever connection is free. Not inside a transaction. */
export const POOL = "pool";

/**
 * Where statements run. Every function of a repository asks for one, so that none can forget the transaction it works
 * in: a second connection asked for while one is held is how all of them come to wait for each other.
 */
export type Connection = Transaction | typeof POOL;

const holder = globalThis as typeof globalThis & { grayLatchDatabase?: Database };

/** The process's one connection pool with its models. Next evaluates modules once per bundle, so it lives on globalThis. */
export const database = (): Database => {
  holder.grayLatchDatabase ??= connect();
  return holder.grayLatchDatabase;
};

interface Limits {
  readonly connections: number;
  /** 0 for as long as it takes. */
  readonly statementMs: number;
}

/** Connections of one's own, with other limits than the process's pool has. Whoever opens them closes them. */
export const openConnections = ({ connections, statementMs }: Limits): Sequelize => {
  const environment = readEnvironment();
  return new Sequelize(environment.PGDATABASE, environment.PGUSER, environment.PGPASSWORD, {
    host: environment.PGHOST,
    port: environment.PGPORT,
    dialect: "postgres",
    logging: false,
    pool: { max: connections, idle: 10_000, acquire: environment.PGWAIT_MS },
    dialectOptions: {
      statement_timeout: statementMs,
      idle_in_transaction_session_timeout: statementMs * 2,
      connectionTimeoutMillis: environment.PGWAIT_MS,
      keepAlive: true,
    },
  });
};

const connect = (): Database => {
  const { PGPOOL, PGSTATEMENT_MS } = readEnvironment();
  const sequelize = openConnections({ connections: PGPOOL, statementMs: PGSTATEMENT_MS });
  return { sequelize, models: defineModels(sequelize), inside: new AsyncLocalStorage() };
};

/** Closes all connections; the next question opens new ones. */
export const closeDatabase = async (): Promise<void> => {
  await holder.grayLatchDatabase?.sequelize.close();
  delete holder.grayLatchDatabase;
};

/** What Sequelize is told of a connection. Throws where the pool is asked for inside a transaction. */
export const on = (connection: Connection): { readonly transaction?: Transaction } => {
  if (connection !== POOL) return { transaction: connection };
  mustBeOutside("the pool");
  return {};
};

const mustBeOutside = (got: string): void => {
  if (database().inside.getStore())
    throw new Error(`database: expected the transaction's own connection inside a transaction, got ${got}`);
};

const within = <T>(options: object, work: (transaction: Transaction) => Promise<T>): Promise<T> => {
  mustBeOutside("another transaction");
  const { sequelize, inside } = database();
  return sequelize.transaction(options, (transaction) =>
    inside.run(transaction, () => {
      // what is done once it is through is done outside it
      const afterCommit = transaction.afterCommit.bind(transaction);
      transaction.afterCommit = (then) =>
        afterCommit((each) => inside.run(null, () => (then as (t: Transaction) => void)(each)));
      return work(transaction);
    }),
  );
};

/** Runs the work in one transaction: all of it or nothing. Never inside another one. */
export const inTransaction = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  within({}, work);

/** A consistent look at many tables: everything read belongs to one moment. Never inside a transaction. */
export const inSnapshot = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  within({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, work);

/** Rows of a read, with named replacements. */
export const selectRows = <Row extends object>(
  sql: string,
  replacements: Readonly<Record<string, unknown>>,
  connection: Connection,
): Promise<Row[]> =>
  database().sequelize.query<Row>(sql, {
    type: QueryTypes.SELECT,
    replacements: { ...replacements },
    ...on(connection),
  });

/** Runs a statement that gives no rows. Throws what the database says. */
export const runStatement = async (
  sql: string,
  replacements: Readonly<Record<string, unknown>>,
  connection: Connection,
): Promise<void> => {
  await database().sequelize.query(sql, { replacements: { ...replacements }, ...on(connection) });
};

/** A statement whose values are sent apart from it ($1, $2 …): for bytes, which would be long as text. */
export const runBound = async (
  sql: string,
  values: readonly unknown[],
  connection: Connection,
): Promise<void> => {
  await database().sequelize.query(sql, { bind: [...values], ...on(connection) });
};

/** No connection came free in time. */
export class Busy extends Error {
  constructor() {
    super("database: expected a connection within the time that is set, got none");
  }
}

/** PostgreSQL's own codes for going down, starting up, too many connections, a statement that took too long (Appendix A). */
const AWAY_CODES = new Set(["57P01", "57P02", "57P03", "57P05", "57014", "53300", "08006", "08001", "08003"]);
const AWAY_NAMES = /^SequelizeConnection|^SequelizeHost|^SequelizeAccessDenied|AcquireTimeout/;

/** Whether an error says that the database cannot be reached or has no connection free, rather than that a statement is wrong. */
export const isDatabaseAway = (error: unknown): boolean => {
  for (
    let each = error as { name?: string; code?: string; message?: string; cause?: unknown; parent?: unknown };
    each;
  ) {
    if (each instanceof Busy || AWAY_NAMES.test(each.name ?? "") || AWAY_CODES.has(each.code ?? ""))
      return true;
    if (each.code === "ECONNREFUSED" || each.code === "ECONNRESET") return true;
    if (/Connection terminated|not queryable|connection is closed/i.test(each.message ?? "")) return true;
    each = (each.cause ?? each.parent) as typeof each;
  }
  return false;
};

export type { Transaction };
