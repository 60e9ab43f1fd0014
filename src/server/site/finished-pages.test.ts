import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { gate } from "../../../test/gate";
import { Studio, signInAs } from "../../../test/studio";
import { closeDatabase, POOL, runStatement } from "../../data/database";
import { answerSite, answerVisitor } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";
import { finishedPage, forgetPages } from "./finished-pages";
import { InTurn } from "./in-turn";

const urlOf = (path: string) => new URL(publicOrigin("observatory") + path);
const at = async (path: string) => String((await answerSite("observatory", urlOf(path))).body);
const rename = async (studio: Studio, name: string) => {
  const { body } = await studio.get("profile");
  await studio.get("change", {
    operations: [{ op: "set", id: "profile", path: ["tagline"], value: name, was: body.tagline }],
  });
};

beforeEach(forgetPages);

describe("a question asked in turn", () => {
  it("is asked once for all who come while it is under way, and never answered with what is older than the question", async () => {
    const asked: ReturnType<typeof gate<number>>[] = [];
    const turns = new InTurn(() => {
      const next = gate<number>();
      asked.push(next);
      return next.isOpen;
    });
    const first = turns.get("a");
    const later = [turns.get("a"), turns.get("a"), turns.get("a")];
    const other = turns.get("b");
    expect(asked).toHaveLength(2);
    asked[0]?.open(1);
    asked[1]?.open(7);
    expect([await first, await other]).toEqual([1, 7]);
    await vi.waitFor(() => expect(asked).toHaveLength(3), { timeout: 100_000 });
    asked[2]?.open(2);
    expect(await Promise.all(later)).toEqual([2, 2, 2]);
    const again = turns.get("a");
    asked[3]?.open(3);
    expect(await again).toBe(3);
  });
  it("is asked anew after it failed", async () => {
    let times = 0;
    const turns = new InTurn(async () => {
      times += 1;
      if (times === 1) throw new Error("away");
      return times;
    });
    const [failed, next] = [turns.get("a"), turns.get("a")];
    await expect(failed).rejects.toThrow("away");
    expect(await next).toBe(2);
  });
});

describe("finished pages", () => {
  it("are drawn once, however many ask at once, until something is published or the content changes", async () => {
    const studio = new Studio(await signInAs("owner"));
    let drawn = 0;
    const page = () =>
      finishedPage("observatory", urlOf("/counted/"), async () => {
        drawn += 1;
        await new Promise((on) => setTimeout(on, 20));
        const version = (await import("../../data/design-repository")).liveHead;
        const head = await version("observatory", POOL);
        return {
          answer: { status: 200, body: `drawn ${drawn}` },
          version: head?.version ?? "",
          until: "2999",
        };
      });
    await Promise.all(Array.from({ length: 100 }, page));
    await page();
    expect(drawn).toBe(1);
    await rename(studio, "Something else");
    await page();
    expect(drawn).toBe(1);
    await studio.get("publish", {});
    await Promise.all(Array.from({ length: 20 }, page));
    expect(drawn).toBe(2);
    await runStatement("UPDATE site SET content_rev = content_rev + 1 WHERE id = 'observatory'", {}, POOL);
    expect(String((await page()).body)).toBe("drawn 3");
  });
  it("are what is live, at once, after each publishing", async () => {
    const studio = new Studio(await signInAs("owner"));
    for (const name of ["One word", "Another word", "A third"]) {
      expect(await at("/")).not.toContain(name);
      await rename(studio, name);
      expect(await at("/")).not.toContain(name);
      await studio.get("publish", {});
      expect(await at("/")).toContain(name);
    }
  });
  it("are drawn anew when their time is over", async () => {
    let drawn = 0;
    const head = await (await import("../../data/design-repository")).liveHead("observatory", POOL);
    const page = () =>
      finishedPage("observatory", urlOf("/short/"), async () => {
        drawn += 1;
        return { answer: { status: 200 }, version: head?.version ?? "", until: head?.now ?? "" };
      });
    await page();
    await page();
    expect(drawn).toBe(2);
  });
  it("are those of the database there is, also when another one was put in its place under the same numbers", async () => {
    const studio = new Studio(await signInAs("owner"));
    await rename(studio, "Before the restoring");
    const { seq } = await studio.get("publish", {});
    expect(await at("/visit/")).toContain("Before the restoring");
    // a dump of another day: the same number, another content
    await runStatement(
      `INSERT INTO blob (site, hash, body)
       SELECT site, 'of another day', jsonb_set(body, '{tagline}', '"From another day"') FROM edition_item JOIN blob USING (site, hash)
       WHERE site = 'observatory' AND edition = :seq AND document = 'profile'`,
      { seq },
      POOL,
    );
    await runStatement(
      `UPDATE edition_item SET hash = 'of another day'
       WHERE site = 'observatory' AND edition = :seq AND document = 'profile'`,
      { seq },
      POOL,
    );
    await runStatement(
      "UPDATE edition SET key = gen_random_uuid()::text WHERE site = 'observatory' AND seq = :seq",
      { seq },
      POOL,
    );
    const now = await at("/visit/");
    expect(now).toContain("From another day");
    expect(now).not.toContain("Before the restoring");
  });
});

describe("while the database cannot be reached", () => {
  const port = process.env["PGPORT"];
  afterEach(async () => {
    process.env["PGPORT"] = port;
    await closeDatabase();
  });
  const goAway = async () => {
    await closeDatabase();
    process.env["PGPORT"] = "1";
  };
  const visit = (path: string, cookie?: string) =>
    answerVisitor("observatory", urlOf(path), { headers: cookie === undefined ? {} : { cookie } });
  it("visitors get the pages that are kept, with their age, and plain words for the others", async () => {
    const before = await visit("/visit/");
    expect(before.headers?.["Age"]).toBeUndefined();
    await goAway();
    const kept = await visit("/visit/");
    expect([kept.status, kept.body]).toEqual([200, before.body]);
    expect(Number(kept.headers?.["Age"])).toBeGreaterThanOrEqual(0);
    const other = await visit("/notes/");
    expect([other.status, other.headers?.["Retry-After"]]).toEqual([503, "2"]);
    expect(other.body).toMatch(/^This site cannot answer just now\./);
    // who is signed in would see a page that is not theirs
    expect((await visit("/visit/", "__Host-visitor=somebody")).status).toBe(503);
  });
  it("the studio says so, with when to ask again, and goes on when it is back", async () => {
    const studio = new Studio(await signInAs("owner"));
    await goAway();
    const away = await studio.send("aboutSite", {});
    expect([away.status, away.outcome]).toMatchObject([
      503,
      { ok: false, issues: [{ code: "server.away" }] },
    ]);
    process.env["PGPORT"] = port;
    await closeDatabase();
    expect((await studio.send("aboutSite", {})).status).toBe(200);
  });
  it("pages that were last known to hold more than a day ago are not told", async () => {
    await visit("/visit/");
    await goAway();
    vi.useFakeTimers({ now: Date.now() + 86_400_000 + 1000, toFake: ["Date"] });
    try {
      expect((await visit("/visit/")).status).toBe(503);
    } finally {
      vi.useRealTimers();
    }
  });
});
