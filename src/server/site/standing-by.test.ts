import { beforeAll, describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { listsOf } from "../../core/archives/lists";
import { findSite, touchContent } from "../../data/content-repository";
import { inTransaction, POOL, runStatement, selectRows } from "../../data/database";
import { loadFacts } from "../../data/facts-repository";
import { forgetSite, isLiveKnown, liveOf } from "./designs";
import { knownIndex, makeIndex } from "./indexes";
import { lookAfterSites, makeAllReady } from "./standing-by";
import { unhurried } from "./unhurried";

const SITE = "observatory";
const headNow = async () => {
  const head = await findSite(SITE, POOL);
  if (!head) throw new Error(`test: expected the site ${SITE}`);
  return head;
};
/** What is kept of the pages, and what loading and working out everything anew gives. */
const keptAndFresh = async () => {
  const head = await headNow();
  const kept = knownIndex(SITE, head.contentKey, head.now);
  const fresh = await makeIndex(await loadFacts(head, POOL), head.now);
  const told = (index: typeof fresh) => ({
    stems: index.stems,
    published: index.published,
    depth: [...index.termDepth, ...index.entryDepth],
    lists: index.stems
      .filter(({ archiveOf }) => archiveOf !== null)
      .map(({ identity }) => listsOf(index).list({ archive: identity }, [], "date", "down")),
  });
  return { kept: kept && told(kept), fresh: told(fresh) };
};
const entryAt = async (path: string): Promise<string> => {
  const [row] = await selectRows<{ id: string }>(
    "SELECT id FROM entry WHERE site = :site AND path = :path",
    { site: SITE, path },
    POOL,
  );
  if (!row) throw new Error(`test: expected an entry at ${path}`);
  return row.id;
};

describe("the pages of a site that are known", () => {
  beforeAll(async () => {
    await makeAllReady(async () => {});
  });
  it("are there from the start, for every site, with the edition visitors see", async () => {
    for (const site of [SITE, "tide-mill"]) {
      const head = await findSite(site, POOL);
      expect(head && knownIndex(site, head.contentKey, head.now), site).toBeDefined();
    }
    const { kept, fresh } = await keptAndFresh();
    expect(kept).toEqual(fresh);
  });
  it("follow every change of content at once, as if they were worked out anew: nobody who comes next waits", async () => {
    const who = new Studio(await signInAs("owner"));
    const entry = await entryAt("/visit/eclipse-weekend/");
    const steps: readonly (() => Promise<unknown>)[] = [
      () => who.get("changeEntry", { entry, title: "A weekend of shadows" }),
      () => who.get("changeEntry", { entry, terms: [] }),
      () => who.get("changeEntry", { entry, path: "/shadows/" }),
      () => who.get("changeEntry", { entry, path: "/visit/eclipse-weekend/" }),
    ];
    for (const [place, step] of steps.entries()) {
      await step();
      const { kept, fresh } = await keptAndFresh();
      expect(kept, `step ${place}`).toEqual(fresh);
    }
    const { removal } = await who.get("removeFromContent", { what: "entry", id: entry });
    const without = await keptAndFresh();
    expect(without.kept).toEqual(without.fresh);
    await who.get("bringBack", { removal });
    const back = await keptAndFresh();
    expect(back.kept).toEqual(back.fresh);
    const [term] = await selectRows<{ id: string }>(
      "SELECT id FROM term WHERE site = :site AND parent IS NOT NULL ORDER BY id LIMIT 1",
      { site: SITE },
      POOL,
    );
    const gone = await who.get("removeFromContent", { what: "term", id: term?.id ?? "" });
    const fewer = await keptAndFresh();
    expect(fewer.kept).toEqual(fewer.fresh);
    await who.get("bringBack", { removal: gone.removal });
  });
  it("are made ready when another process changed something, and before a publication", async () => {
    const entry = await entryAt("/visit/eclipse-weekend/");
    await inTransaction(async (transaction) => {
      await runStatement(
        "UPDATE entry SET title = 'From elsewhere' WHERE site = :site AND id = :entry",
        { site: SITE, entry },
        transaction,
      );
      await runStatement(
        `UPDATE entry SET published_on = clock_timestamp() + interval '10 seconds'
         WHERE site = :site AND id = (SELECT id FROM entry WHERE site = :site AND published_on IS NOT NULL ORDER BY id LIMIT 1)`,
        { site: SITE },
        transaction,
      );
      await touchContent(SITE, transaction);
    });
    const head = await headNow();
    expect(knownIndex(SITE, head.contentKey, head.now)).toBeUndefined();
    await lookAfterSites();
    const index = knownIndex(SITE, head.contentKey, head.now);
    expect(index?.byIdentity.get(`entry:${entry}`)?.title).toBe("From elsewhere");
    const soon = new Date(Date.parse(head.now) + 12_000).toISOString();
    const after = knownIndex(SITE, head.contentKey, soon);
    expect(after?.published.length).toBe((index?.published.length ?? 0) + 1);
  });
  it("come with the edition visitors see, once it is another", async () => {
    const who = new Studio(await signInAs("owner"));
    const { body } = await who.get("profile");
    await who.get("change", {
      operations: [{ op: "set", id: "profile", path: ["tagline"], value: "Ready", was: body.tagline }],
    });
    await who.get("publish", {});
    forgetSite(SITE);
    const head = await headNow();
    await makeAllReady(async () => {});
    const live = await liveOf(head, head.now, POOL);
    const [row] = await selectRows<{ key: string }>(
      "SELECT key FROM edition WHERE site = :site AND seq = :seq",
      { site: SITE, seq: live?.seq },
      POOL,
    );
    expect(isLiveKnown(SITE, row?.key ?? "")).toBe(true);
    expect(isLiveKnown(SITE, "another")).toBe(false);
  });
});

describe("unhurried work", () => {
  it("lets others in between, and gives what it comes to", async () => {
    let turns = 0;
    const others = setInterval(() => {
      turns += 1;
    }, 0);
    function* work(): Generator<undefined, string> {
      for (let step = 0; step < 30; step += 1) {
        const until = performance.now() + 3;
        while (performance.now() < until);
        yield;
      }
      return "done";
    }
    expect(await unhurried(work())).toBe("done");
    clearInterval(others);
    expect(turns).toBeGreaterThan(3);
  });
  it("fails as the work fails", async () => {
    const work = (function* (): Generator<undefined, string> {
      yield;
      throw new Error("no");
    })();
    await expect(unhurried(work)).rejects.toThrow("no");
  });
});
