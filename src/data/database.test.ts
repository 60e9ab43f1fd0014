import { describe, expect, it } from "vitest";
import { inTransaction, runStatement, selectRows } from "./database";
import { readEnvironment } from "./environment";
import { migrate } from "./migrate";

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
  );

describe("the schema", () => {
  it("is there already: migrating once more does nothing", async () => {
    expect(await migrate()).toEqual([]);
  });
  it("lets nothing of one site point into another: what is referred to by site is so with its site", async () => {
    const keys = await foreignKeys();
    const bySite = new Set(
      (
        await selectRows<{ name: string }>(
          "SELECT table_name AS name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'site'",
          {},
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
    );
    const stolen = runStatement(
      `INSERT INTO entry (site, id, kind, path, title, summary, medium, access, position, fields, body, words)
       VALUES ('tide-mill', 'stolen', :kind, '/stolen/', 'Stolen', '', 'text', 'public', 0, '{}', '[]', '')`,
      { kind: kind?.id },
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
    );
    expect(row?.count).toBeGreaterThan(10);
  });
});

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
