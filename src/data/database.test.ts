import { afterEach, describe, expect, it, vi } from "vitest";
import { gate } from "../../test/gate";
import { findAccountByEmail } from "./account-repository";
import { findSite } from "./content-repository";
import {
  closeDatabase,
  inSnapshot,
  inTransaction,
  isDatabaseAway,
  POOL,
  runStatement,
  selectRows,
} from "./database";
import { readEnvironment } from "./environment";
import { migrate, pendingMigrations } from "./migrate";

interface Key {
  readonly name: string;
  readonly table: string;
  readonly target: string;
  readonly columns: readonly string[];
  readonly targets: readonly string[];
}

/** Every reference from one table to another, as PostgreSQL has it. */
const foreignKeys = (): Promise<Key[]> =>
  selectRows(
    `SELECT con.conname AS name, con.conrelid::regclass::text AS table, con.confrelid::regclass::text AS target,
       ARRAY(SELECT attname::text FROM unnest(con.conkey) WITH ORDINALITY AS k(num, at)
         JOIN pg_attribute ON attrelid = con.conrelid AND attnum = num ORDER BY at) AS columns,
       ARRAY(SELECT attname::text FROM unnest(con.confkey) WITH ORDINALITY AS k(num, at)
         JOIN pg_attribute ON attrelid = con.confrelid AND attnum = num ORDER BY at) AS targets
     FROM pg_constraint con JOIN pg_namespace ns ON ns.oid = con.connamespace
     WHERE con.contype = 'f' AND ns.nspname = 'public'`,
    {},
    POOL,
  );

describe("the schema", () => {
  it("is there already: migrating once more does nothing, also twice at once", async () => {
    expect(await Promise.all([migrate(), migrate(), migrate()])).toEqual([[], [], []]);
    expect(await pendingMigrations()).toEqual([]);
  });
  it("is made once by two that begin at once, and is missed where it is not there", async () => {
    const name = process.env["PGDATABASE"];
    const empty = `${name}_empty`;
    await runStatement(`CREATE DATABASE ${empty} TEMPLATE template0`, {}, POOL);
    await closeDatabase();
    process.env["PGDATABASE"] = empty;
    try {
      expect(await pendingMigrations()).toContain("001-start");
      const done = await Promise.all([migrate(), migrate()]);
      expect(done.map(({ length }) => length).sort((a, b) => a - b)).toEqual([0, done.flat().length]);
      expect(await pendingMigrations()).toEqual([]);
    } finally {
      await closeDatabase();
      process.env["PGDATABASE"] = name;
      await runStatement(`DROP DATABASE ${empty} WITH (FORCE)`, {}, POOL);
    }
  });
  it("lets nothing of one site point into another: what is referred to by site is so with its site", async () => {
    const keys = await foreignKeys();
    const bySite = new Set(
      (
        await selectRows<{ name: string }>(
          "SELECT table_name AS name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'site'",
          {},
          POOL,
        )
      ).map(({ name }) => name),
    );
    const between = keys.filter(({ table, target }) => bySite.has(table) && bySite.has(target));
    expect(between.length).toBeGreaterThan(8);
    for (const { name, columns, targets } of between) {
      const place = columns.indexOf("site");
      expect(place, name).toBeGreaterThanOrEqual(0);
      expect(targets[place], name).toBe("site");
    }
  });
  it("refuses an entry with another site's kind", async () => {
    const [kind] = await selectRows<{ id: string }>(
      "SELECT id FROM kind WHERE site = 'observatory' LIMIT 1",
      {},
      POOL,
    );
    const stolen = runStatement(
      `INSERT INTO entry (site, id, kind, path, title, summary, medium, access, position, fields, body, words)
       VALUES ('tide-mill', 'stolen', :kind, '/stolen/', 'Stolen', '', 'text', 'public', 0, '{}', '[]', '')`,
      { kind: kind?.id },
      POOL,
    );
    await expect(stolen).rejects.toThrow(/foreign key/);
  });
});

describe("a transaction", () => {
  it("is all of it or nothing", async () => {
    const failing = inTransaction(async (transaction) => {
      await runStatement("DELETE FROM document WHERE site = 'observatory'", {}, transaction);
      await runStatement("SELECT 1 / 0", {}, transaction);
    });
    await expect(failing).rejects.toThrow(/division by zero/);
    const [row] = await selectRows<{ count: number }>(
      "SELECT count(*)::int AS count FROM document WHERE site = 'observatory'",
      {},
      POOL,
    );
    expect(row?.count).toBeGreaterThan(10);
  });

  it("holds one connection: whatever asks for a second inside it is told so at once", async () => {
    const second = /expected the transaction's own connection/;
    await expect(inSnapshot(() => selectRows("SELECT 1", {}, POOL))).rejects.toThrow(second);
    await expect(inTransaction(() => findSite("observatory", POOL))).rejects.toThrow(second);
    await expect(inTransaction(() => inSnapshot(async () => 1))).rejects.toThrow(second);
    await expect(inTransaction(() => findAccountByEmail("a@b.example", POOL))).rejects.toThrow(second);
  });

  it("leads out of itself once it is through", async () => {
    const after = gate<Promise<unknown>>();
    await inTransaction(async (transaction) => {
      transaction.afterCommit(() => after.open(selectRows("SELECT 1 AS one", {}, POOL)));
    });
    expect(await after.isOpen).toEqual([{ one: 1 }]);
  });
});

describe("a connection that is not free", () => {
  it("is waited for as long as is said, and no longer", async () => {
    await closeDatabase();
    process.env["PGPOOL"] = "1";
    process.env["PGWAIT_MS"] = "2000";
    const over = gate();
    const held = inTransaction(() => over.isOpen);
    try {
      const refused = await selectRows("SELECT 1", {}, POOL).catch((error: unknown) => error);
      expect(isDatabaseAway(refused)).toBe(true);
      expect(isDatabaseAway(new Error("a statement is wrong"))).toBe(false);
    } finally {
      over.open();
      await held;
    }
    expect(await selectRows("SELECT 1 AS one", {}, POOL)).toEqual([{ one: 1 }]);
  });

  it("is given back by a statement that takes too long", async () => {
    await closeDatabase();
    process.env["PGPOOL"] = "1";
    process.env["PGSTATEMENT_MS"] = "120";
    const slow = await selectRows("SELECT pg_sleep(60)", {}, POOL).catch((error: unknown) => error);
    expect(isDatabaseAway(slow)).toBe(true);
    // on a machine that stalls this may take too long as well
    await vi.waitFor(
      async () => expect(await selectRows("SELECT 1 AS one", {}, POOL)).toEqual([{ one: 1 }]),
      { timeout: 100_000 },
    );
  });

  afterEach(async () => {
    await closeDatabase();
    Object.assign(process.env, before);
    for (const name of NAMES) if (before[name] === undefined) delete process.env[name];
  });
});
const NAMES = ["PGPOOL", "PGWAIT_MS", "PGSTATEMENT_MS"] as const;
const before = Object.fromEntries(NAMES.map((name) => [name, process.env[name]]));

describe("the environment", () => {
  it("works with nothing said, and takes empty values for nothing", () => {
    expect(readEnvironment({})).toMatchObject({
      PORT: 4180,
      PGDATABASE: "gray_latch",
      PUBLIC_SCHEME: "http",
    });
    expect(readEnvironment({ PORT: "", PGPORT: "6000" })).toMatchObject({ PORT: 4180, PGPORT: 6000 });
  });
  it("names everything that is wrong with it", () => {
    const wrong = () => readEnvironment({ PORT: "none", PUBLIC_SCHEME: "ftp" });
    expect(wrong).toThrow(/PORT: /);
    expect(wrong).toThrow(/PUBLIC_SCHEME: /);
    expect(() => readEnvironment({ PORT: "70000" })).toThrow(/PORT/);
  });
  it("asks production for a password of its own and for sites on another domain", () => {
    const production = {
      GRAY_LATCH_PRODUCTION: "yes",
      PGPASSWORD: "long and secret",
      STUDIO_HOST: "studio.latch.example",
      SITES_HOST: "sites.example.org",
    };
    expect(readEnvironment(production).PGPASSWORD).toBe("long and secret");
    expect(() => readEnvironment({ ...production, PGPASSWORD: "app" })).toThrow(/PGPASSWORD of its own/);
    expect(() => readEnvironment({ ...production, SITES_HOST: "sites.latch.example" })).toThrow(
      /another registrable domain/,
    );
  });
});
