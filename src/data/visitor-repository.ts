import { type Connection, runStatement, selectRows } from "./database";

const HOUR_MS = 3_600_000;

/** Someone who visits a site and may sign in there. */
export interface Visitor {
  readonly id: string;
  readonly email: string;
  readonly name: string;
  /** Key of a membership level; empty for none. */
  readonly level: string;
}
/** A visitor as stored, with the hash of the password. */
export interface VisitorRow extends Visitor {
  readonly passwordHash: string;
  readonly createdAt: Date;
}

const COLUMNS = `visitor.id, visitor.email, visitor.name, visitor.level, visitor.password_hash AS "passwordHash",
  visitor.created_at AS "createdAt"`;

/** The visitors of a site by name, at most so many. */
export const listVisitors = (site: string, limit: number, connection: Connection): Promise<VisitorRow[]> =>
  selectRows(
    `SELECT ${COLUMNS} FROM visitor WHERE site = :site ORDER BY lower(name), email LIMIT :limit`,
    {
      site,
      limit,
    },
    connection,
  );

/** A visitor of a site by id; null if there is none. */
export const findVisitor = async (
  site: string,
  id: string,
  connection: Connection,
): Promise<VisitorRow | null> => {
  const [row] = await selectRows<VisitorRow>(
    `SELECT ${COLUMNS} FROM visitor WHERE site = :site AND id = :id`,
    { site, id },
    connection,
  );
  return row ?? null;
};

/** A visitor of a site by address; null if there is none. */
export const findVisitorByEmail = async (
  site: string,
  email: string,
  connection: Connection,
): Promise<VisitorRow | null> => {
  const [row] = await selectRows<VisitorRow>(
    `SELECT ${COLUMNS} FROM visitor WHERE site = :site AND email = :email`,
    { site, email },
    connection,
  );
  return row ?? null;
};

/** Keeps a new visitor; false if the address has an account here already. */
export const createVisitor = async (
  site: string,
  row: VisitorRow,
  connection: Connection,
): Promise<boolean> => {
  const made = await selectRows<{ id: string }>(
    `INSERT INTO visitor (site, id, email, name, level, password_hash, created_at)
     VALUES (:site, :id, :email, :name, :level, :passwordHash, :createdAt)
     ON CONFLICT (site, email) DO NOTHING RETURNING id`,
    { site, ...row },
    connection,
  );
  return made.length > 0;
};

/** Changes name, level and password of a visitor; the address stays. */
export const updateVisitor = (
  site: string,
  { id, name, level, passwordHash }: Pick<VisitorRow, "id" | "name" | "level" | "passwordHash">,
  connection: Connection,
): Promise<void> =>
  runStatement(
    "UPDATE visitor SET name = :name, level = :level, password_hash = :passwordHash WHERE site = :site AND id = :id",
    { site, id, name, level, passwordHash },
    connection,
  );

/** Removes a visitor with all sessions; false if there was none. */
export const dropVisitor = async (site: string, id: string, connection: Connection): Promise<boolean> =>
  (
    await selectRows(
      "DELETE FROM visitor WHERE site = :site AND id = :id RETURNING 1",
      { site, id },
      connection,
    )
  ).length > 0;

/** Opens a session, and forgets those that are over. */
export const createVisitorSession = async (
  session: {
    readonly idHash: string;
    readonly site: string;
    readonly visitor: string;
    readonly now: Date;
    readonly expiresAt: Date;
  },
  connection: Connection,
): Promise<void> => {
  await runStatement(
    "DELETE FROM visitor_session WHERE expires_at <= :now",
    { now: session.now },
    connection,
  );
  await runStatement(
    "INSERT INTO visitor_session (id_hash, site, visitor, expires_at, used_at) VALUES (:idHash, :site, :visitor, :expiresAt, :now)",
    session,
    connection,
  );
};

/** Ends one session of a visitor. */
export const endVisitorSession = (idHash: string, connection: Connection): Promise<void> =>
  runStatement("DELETE FROM visitor_session WHERE id_hash = :idHash", { idHash }, connection);

/** Ends all sessions of a visitor: after another password, for one. */
export const endVisitorSessions = (site: string, visitor: string, connection: Connection): Promise<void> =>
  runStatement(
    "DELETE FROM visitor_session WHERE site = :site AND visitor = :visitor",
    { site, visitor },
    connection,
  );

/** Whose session it is on a site; null if it is unknown, over, or was not used since `idleSince`. That it is used is noted, to the hour. */
export const findSessionVisitor = async (
  site: string,
  idHash: string,
  { now, idleSince }: { readonly now: Date; readonly idleSince: Date },
  connection: Connection,
): Promise<VisitorRow | null> => {
  const [row] = await selectRows<VisitorRow & { usedAt: Date }>(
    `SELECT ${COLUMNS}, used_at AS "usedAt" FROM visitor_session JOIN visitor
       ON visitor.site = visitor_session.site AND visitor.id = visitor_session.visitor
     WHERE visitor_session.id_hash = :idHash AND visitor_session.site = :site AND expires_at > :now AND used_at > :idleSince`,
    { idHash, site, now, idleSince },
    connection,
  );
  if (!row) return null;
  const { usedAt, ...visitor } = row;
  if (now.getTime() - usedAt.getTime() > HOUR_MS)
    await runStatement(
      "UPDATE visitor_session SET used_at = :now WHERE id_hash = :idHash AND used_at < :now",
      { idHash, now },
      connection,
    );
  return visitor;
};
