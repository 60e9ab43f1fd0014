import { DataTypes, type Model, type ModelStatic, type Sequelize } from "sequelize";

/** Tables that are read and written a row at a time. Facts in bulk go through `contentRepository`. */

export interface AccountRow {
  id: string;
  email: string;
  name: string;
  passwordHash: string;
}
export interface SessionRow {
  idHash: string;
  account: string;
  expiresAt: Date;
  usedAt: Date;
}
export interface SiteRow {
  id: string;
  settings: unknown;
  contentRev: number;
  designRev: number;
}
export interface MembershipRow {
  site: string;
  account: string;
  role: "owner" | "builder" | "editor" | "viewer";
}
export interface DocumentRow {
  site: string;
  id: string;
  kind: string;
  rev: number;
  body: unknown;
  hash: string;
}
export interface EditionRow {
  site: string;
  seq: number;
  base: number | null;
  goesLiveAt: Date;
  author: string;
  note: string;
  reason: "publish" | "takeBack" | "restore";
  createdAt: Date;
  /** When it was said that it does not go live after all; null for all others. */
  putOffAt: Date | null;
}
export interface ChangeRow {
  site: string;
  rev: number;
  operations: unknown;
  inverse: unknown;
  terms: unknown;
  author: string;
  label: string;
  state: "done" | "undone" | "dropped";
  at: Date;
  /** What the browser that made it calls it. */
  key: string | null;
}

type ModelOf<Row extends object> = ModelStatic<Model<Row, Partial<Row>> & Row>;
export interface Models {
  readonly account: ModelOf<AccountRow>;
  readonly session: ModelOf<SessionRow>;
  readonly site: ModelOf<SiteRow>;
  readonly membership: ModelOf<MembershipRow>;
  readonly document: ModelOf<DocumentRow>;
  readonly edition: ModelOf<EditionRow>;
  readonly change: ModelOf<ChangeRow>;
}

// Sequelize writes into column definitions, so each column needs an object of its own
const key = () => ({ type: DataTypes.TEXT, primaryKey: true });
const text = () => ({ type: DataTypes.TEXT, allowNull: false });

export const defineModels = (sequelize: Sequelize): Models => {
  const define = <Row extends object>(
    name: string,
    columns: Record<keyof Row & string, unknown>,
  ): ModelOf<Row> =>
    sequelize.define(name, columns as never, {
      tableName: name,
      timestamps: false,
      underscored: true,
    }) as never;
  return {
    account: define<AccountRow>("account", { id: key(), email: text(), name: text(), passwordHash: text() }),
    session: define<SessionRow>("session", {
      idHash: key(),
      account: text(),
      expiresAt: DataTypes.DATE,
      usedAt: DataTypes.DATE,
    }),
    site: define<SiteRow>("site", {
      id: key(),
      settings: DataTypes.JSONB,
      contentRev: DataTypes.INTEGER,
      designRev: DataTypes.INTEGER,
    }),
    membership: define<MembershipRow>("membership", { site: key(), account: key(), role: text() }),
    document: define<DocumentRow>("document", {
      site: key(),
      id: key(),
      kind: text(),
      rev: DataTypes.INTEGER,
      body: DataTypes.JSONB,
      hash: text(),
    }),
    edition: define<EditionRow>("edition", {
      site: key(),
      seq: { type: DataTypes.INTEGER, primaryKey: true },
      base: DataTypes.INTEGER,
      goesLiveAt: DataTypes.DATE,
      author: text(),
      note: text(),
      reason: text(),
      createdAt: DataTypes.DATE,
      putOffAt: DataTypes.DATE,
    }),
    change: define<ChangeRow>("change", {
      site: key(),
      rev: { type: DataTypes.INTEGER, primaryKey: true },
      operations: DataTypes.JSONB,
      inverse: DataTypes.JSONB,
      terms: DataTypes.JSONB,
      author: text(),
      label: text(),
      state: text(),
      at: DataTypes.DATE,
      key: DataTypes.TEXT,
    }),
  };
};
