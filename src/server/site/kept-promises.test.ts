import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { findSite } from "../../data/content-repository";
import { closeDatabase, inTransaction, POOL, runStatement, selectRows } from "../../data/database";
import { answerSite } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";
import { forgetPages } from "./finished-pages";
import { siteIndex } from "./indexes";
import { KeptPromises } from "./kept-promises";

const before = process.env["PGPOOL"];
beforeAll(async () => {
  await closeDatabase();
  process.env["PGPOOL"] = "2";
});
afterAll(async () => {
  await closeDatabase();
  if (before === undefined) delete process.env["PGPOOL"];
  else process.env["PGPOOL"] = before;
});

describe("what is kept as it is loaded", () => {
  it("is loaded once for a hundred who ask at once, also where all connections but one are held by those who ask", async () => {
    const kept = new KeptPromises<{ n: number }>(1000, () => 1);
    let loads = 0;
    const ask = () =>
      kept.get("a", POOL, async (transaction) => {
        loads += 1;
        await selectRows("SELECT pg_sleep(0.02)", {}, transaction);
        return { n: loads };
      });
    const within = () =>
      inTransaction((transaction) =>
        kept.get("a", transaction, async () => {
          loads += 1;
          return { n: loads };
        }),
      );
    const answers = await Promise.all(Array.from({ length: 100 }, (_, at) => (at % 3 ? ask() : within())));
    expect(new Set(answers.map(({ n }) => n)).size).toBe(1);
    expect(loads).toBe(1);
  });
  it("is loaded anew after a loading failed, and goes when there is no more room", async () => {
    const kept = new KeptPromises<{ n: number }>(100, () => 60);
    await expect(kept.get("a", POOL, () => Promise.reject(new Error("no")))).rejects.toThrow("no");
    let loads = 0;
    const ask = (key: string) =>
      kept.get(key, POOL, async () => {
        loads += 1;
        return { n: loads };
      });
    await ask("a");
    await ask("a");
    expect(loads).toBe(1);
    await ask("b");
    await ask("a");
    expect(loads).toBe(3);
    kept.forget("a");
    await ask("a");
    expect(loads).toBe(4);
  });
  it("is one index for all who ask at once", async () => {
    await runStatement("UPDATE site SET content_rev = content_rev + 1", {}, POOL);
    const head = await findSite("tide-mill", POOL);
    if (!head) throw new Error("test: expected the site");
    const made = await Promise.all(Array.from({ length: 50 }, () => siteIndex(head, head.now, POOL)));
    expect(new Set(made).size).toBe(1);
  });
});

describe("a visitor's request", () => {
  it("reads nothing of the draft but pictures of content that came since", async () => {
    const visit = async (path: string) =>
      answerSite("observatory", new URL(publicOrigin("observatory") + path));
    forgetPages();
    const sound = await visit("/visit/");
    // a draft that cannot even be read
    await inTransaction(async (transaction) => {
      await runStatement(
        "UPDATE document SET body = '7', hash = 'of 7' WHERE site = 'observatory' AND kind <> 'picture'",
        {},
        transaction,
      );
      await runStatement(
        "UPDATE site SET design_rev = design_rev + 1 WHERE id = 'observatory'",
        {},
        transaction,
      );
    });
    forgetPages();
    expect((await visit("/visit/")).body).toEqual(sound.body);
    expect((await visit("/notes/")).status).toBe(200);
  });
  it("finds the picture an entry got since the edition, as it is now", async () => {
    const [picture] = await selectRows<{ id: string; body: { name: string } }>(
      "SELECT id, body FROM document WHERE site = 'observatory' AND kind = 'picture' ORDER BY id LIMIT 1",
      {},
      POOL,
    );
    const body = JSON.stringify({
      ...picture?.body,
      file: "f".repeat(64),
      origin: "44444444-4444-4444-8444-444444444499",
    });
    await runStatement(
      `INSERT INTO document (site, id, kind, rev, body, hash) VALUES ('observatory', 'newest-picture', 'picture', 99999, :body, 'x')`,
      { body },
      POOL,
    );
    await runStatement(
      `UPDATE entry SET picture = 'newest-picture' WHERE site = 'observatory' AND id = (
        SELECT id FROM entry WHERE site = 'observatory' AND path LIKE '/notes/%' AND published_on <= now() ORDER BY published_on DESC LIMIT 1)`,
      {},
      POOL,
    );
    await runStatement("UPDATE site SET content_rev = content_rev + 1 WHERE id = 'observatory'", {}, POOL);
    const answer = await answerSite("observatory", new URL(`${publicOrigin("observatory")}/notes/`));
    expect(String(answer.body)).toContain(`/_media/${"f".repeat(64)}`);
  });
});
