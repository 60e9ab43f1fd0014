import { describe, expect, it } from "vitest";
import { runSeed, type Seeded, seeded } from "../../test/seeded";
import type { Design, DesignDocument } from "../core/design/design";
import { lockSite } from "./content-repository";
import { inTransaction, POOL, runStatement, selectRows } from "./database";
import {
  addChange,
  changesOf,
  createEdition,
  currentEdition,
  dropUndone,
  findEdition,
  lastChanges,
  listEditions,
  loadDraft,
  loadEdition,
  newestChange,
  putOffEdition,
  saveDesign,
  setChangeState,
  waitingEdition,
} from "./design-repository";

const SITE = "tide-mill";
const SEED = runSeed(21);
const START = Date.UTC(2031, 0, 1);
const at = (minute: number): Date => new Date(START + minute * 60_000);

const edition = (goesLiveAt: Date, note = "") => ({
  site: SITE,
  base: null,
  goesLiveAt,
  author: "keeper",
  note,
  reason: "publish" as const,
  createdAt: at(0),
});
const menu = (id: string, name: string): DesignDocument => ({
  id,
  kind: "menu",
  body: { schema: 1, name, origin: "00000000-0000-4000-8000-000000000000", items: [] },
});
const designOfMenus = (names: Readonly<Record<string, string>>): Design =>
  new Map(Object.entries(names).map(([id, name]) => [id, menu(id, name)]));

/** One change of a design as saves are: some documents changed, some new, some gone. */
const edited = (random: Seeded, design: Design): Design => {
  const next = new Map(design);
  for (let times = 1 + random.below(3); times > 0; times -= 1) {
    const id = `m${random.below(8)}`;
    if (random.chance(0.3)) next.delete(id);
    else next.set(id, menu(id, `Menu ${random.below(4)}`));
  }
  return next;
};

describe(`a draft (seed ${SEED})`, () => {
  it("is what was saved, whatever changes, comes and goes; what stays the same keeps its revision", async () => {
    const random = seeded(SEED);
    let design = await loadDraft(SITE, POOL);
    const revisions = new Map<string, number>();
    for (let rev = 1000; rev < 1025; rev += 1) {
      const next = edited(random, design);
      await inTransaction((transaction) => saveDesign(SITE, design, next, rev, transaction));
      for (const [id, document] of next) if (design.get(id) !== document) revisions.set(id, rev);
      design = next;
      expect(await loadDraft(SITE, POOL)).toEqual(new Map([...design].sort(([a], [b]) => (a < b ? -1 : 1))));
    }
    const rows = await selectRows<{ id: string; rev: number }>(
      "SELECT id, rev FROM document WHERE site = :site AND rev >= 1000",
      { site: SITE },
      POOL,
    );
    expect(new Map(rows.map(({ id, rev }) => [id, rev]))).toEqual(
      new Map([...revisions].filter(([id]) => design.has(id))),
    );
    const [site] = await selectRows<{ rev: number }>(
      "SELECT design_rev AS rev FROM site WHERE id = :site",
      {
        site: SITE,
      },
      POOL,
    );
    expect(site?.rev).toBe(1024);
  });
});

describe("editions", () => {
  it("keep what they froze, whatever becomes of the draft; what is the same in several is kept once", async () => {
    const [first, second] = [
      designOfMenus({ a: "Quay", b: "Wheel" }),
      designOfMenus({ a: "Quay", b: "Sluice", c: "Wheel" }),
    ];
    const count = async () =>
      Number(
        (
          await selectRows<{ count: string }>(
            "SELECT count(*) FROM blob WHERE site = :site",
            { site: SITE },
            POOL,
          )
        )[0]?.count,
      );
    const before = await count();
    const [one, two] = await inTransaction(async (transaction) => [
      await createEdition(edition(at(1), "one"), first, transaction),
      await createEdition(edition(at(2), "two"), second, transaction),
    ]);
    expect(await loadEdition(SITE, one as number, POOL)).toEqual(first);
    expect(await loadEdition(SITE, two as number, POOL)).toEqual(second);
    // five documents, three contents
    expect((await count()) - before).toBe(3);
    expect(await findEdition(SITE, two as number, POOL)).toMatchObject({ note: "two", seq: two });
    expect(await findEdition(SITE, 9999, POOL)).toBeNull();
    expect((await listEditions(SITE, POOL)).slice(0, 2).map(({ note }) => note)).toEqual(["two", "one"]);
  });

  it("are numbered without a gap when many are made at the same time", async () => {
    const before = (await listEditions(SITE, POOL))[0]?.seq ?? 0;
    const made = await Promise.all(
      Array.from({ length: 8 }, (_, number) =>
        inTransaction(async (transaction) => {
          await lockSite(SITE, transaction);
          return createEdition(
            edition(at(3), `at once ${number}`),
            designOfMenus({ a: "Quay" }),
            transaction,
          );
        }),
      ),
    );
    expect(made.sort((a, b) => a - b)).toEqual(Array.from({ length: 8 }, (_, at) => before + 1 + at));
  });

  it("are shown in the order of their times; of two at one time the later one; as a plain search finds them", async () => {
    const random = seeded(SEED + 1);
    const times: { seq: number; minute: number }[] = [];
    for (let number = 0; number < 25; number += 1) {
      const minute = 100 + random.below(12);
      const seq = await inTransaction((transaction) =>
        createEdition(edition(at(minute)), designOfMenus({}), transaction),
      );
      times.push({ seq, minute });
    }
    for (let minute = 100; minute < 113; minute += 1) {
      const live = times.filter((each) => each.minute <= minute);
      const newest = Math.max(...live.map((each) => each.minute));
      const wanted = Math.max(...live.filter((each) => each.minute === newest).map(({ seq }) => seq));
      if (live.length > 0)
        expect(await currentEdition(SITE, at(minute), POOL), `minute ${minute}`).toBe(wanted);
      const later = times.map((each) => each.minute).filter((each) => each > minute);
      const next = await waitingEdition(SITE, at(minute), POOL);
      expect(next?.at ?? null, `minute ${minute}`).toBe(
        later.length === 0 ? null : at(Math.min(...later)).toISOString(),
      );
    }
    expect(await currentEdition("observatory", new Date(0), POOL)).toBeNull();
  });

  it("never go live by themselves once they are put off, whatever their time", async () => {
    const seq = await inTransaction((transaction) =>
      createEdition(edition(at(500)), designOfMenus({}), transaction),
    );
    expect(await waitingEdition(SITE, at(499), POOL)).toEqual({ seq, at: at(500).toISOString() });
    const before = await currentEdition(SITE, at(499), POOL);
    await inTransaction((transaction) => putOffEdition(SITE, seq, at(400), transaction));
    expect(await waitingEdition(SITE, at(499), POOL)).toBeNull();
    expect(await currentEdition(SITE, at(501), POOL)).toBe(before);
    expect((await listEditions(SITE, POOL)).find((each) => each.seq === seq)?.putOffAt).toEqual(at(400));
  });
});

describe(`changes to undo and to redo (seed ${SEED})`, () => {
  it("are those a stack of each person has, whatever others do meanwhile", async () => {
    const random = seeded(SEED + 2);
    const stacks = new Map(
      ["ada", "bram"].map((name) => [name, { done: [] as number[], undone: [] as number[] }]),
    );
    let rev = 5000;
    for (let step = 0; step < 120; step += 1) {
      const author = random.pick(["ada", "bram"]);
      const stack = stacks.get(author) as { done: number[]; undone: number[] };
      const act = random.pick(["do", "do", "undo", "undo", "redo"]);
      await inTransaction(async (transaction) => {
        if (act === "do") {
          rev += 1;
          const change = {
            operations: [],
            inverse: [],
            terms: [],
            author,
            label: `change ${rev}`,
            key: null,
          };
          await dropUndone(SITE, author, transaction);
          await addChange(SITE, rev, change, at(rev), transaction);
          stack.done.push(rev);
          stack.undone.length = 0;
          return;
        }
        const [from, to] = act === "undo" ? (["done", "undone"] as const) : (["undone", "done"] as const);
        const moved = stack[from].pop();
        if (moved === undefined) return;
        stack[to].push(moved);
        await setChangeState(SITE, moved, to, transaction);
      });
      for (const [name, { done, undone }] of stacks) {
        expect((await newestChange(SITE, name, "done", POOL))?.rev, `step ${step}, ${name}`).toBe(
          done.at(-1),
        );
        expect((await newestChange(SITE, name, "undone", POOL))?.rev, `step ${step}, ${name}`).toBe(
          undone.at(-1),
        );
      }
    }
  });

  it("are told of by document: those that hold, the newest first, no more than asked for", async () => {
    const touching = (id: string) => ({ op: "set" as const, id, path: ["name"], value: "x", was: "y" });
    const add = (rev: number, ids: readonly string[], label: string) =>
      inTransaction((transaction) =>
        addChange(
          SITE,
          rev,
          { operations: ids.map(touching), inverse: [], terms: [], author: "nobody", label, key: null },
          at(rev),
          transaction,
        ),
      );
    await add(7001, ["quay"], "first");
    await add(7002, ["quay", "wheel"], "both");
    await add(7003, ["quay"], "taken back");
    await add(7004, ["wheel"], "wheel alone");
    await inTransaction((transaction) => setChangeState(SITE, 7003, "undone", transaction));
    expect((await changesOf(SITE, "quay", 10, POOL)).map(({ label }) => label)).toEqual(["both", "first"]);
    expect((await changesOf(SITE, "wheel", 1, POOL)).map(({ label }) => label)).toEqual(["wheel alone"]);
    // whoever made them may be gone since
    expect((await changesOf(SITE, "quay", 1, POOL))[0]?.name).toBe("");
    expect(await changesOf("observatory", "quay", 10, POOL)).toEqual([]);
    const last = await lastChanges(SITE, POOL);
    expect(last.get("quay")).toEqual({ label: "both", at: at(7002).toISOString() });
    expect(last.get("wheel")?.label).toBe("wheel alone");
  });
});

describe("documents that were read before", () => {
  it("stay the same objects from draft to edition to edition; what changed is read anew", async () => {
    const before = await loadDraft(SITE, POOL);
    const [first, second] = [
      new Map([...before, ...designOfMenus({ k1: "One", k2: "Two", k3: "Two" })]),
      new Map([...before, ...designOfMenus({ k1: "One", k2: "Other", k3: "Two" })]),
    ];
    await inTransaction((transaction) => saveDesign(SITE, before, first, 50, transaction));
    const draft = await loadDraft(SITE, POOL);
    const seq = await inTransaction((transaction) => createEdition(edition(at(900)), draft, transaction));
    const live = await loadEdition(SITE, seq, POOL);
    expect(live).toEqual(draft);
    for (const [id, document] of live) expect(document).toBe(draft.get(id));
    await inTransaction((transaction) => saveDesign(SITE, first, second, 51, transaction));
    const next = await loadDraft(SITE, POOL);
    expect(next.get("k1")).toBe(draft.get("k1"));
    expect(next.get("k2")?.body).toMatchObject({ name: "Other" });
    // of the same body, but documents of their own
    expect([live.get("k2")?.id, live.get("k3")?.id]).toEqual(["k2", "k3"]);
    expect(await loadEdition(SITE, seq, POOL)).toEqual(live);
    await inTransaction((transaction) => saveDesign(SITE, second, before, 52, transaction));
    expect(await loadDraft(SITE, POOL)).toEqual(before);
  });
});

describe("a stored document this version cannot read", () => {
  it("is said with its place, and is nobody's design", async () => {
    const [menu] = await selectRows<{ id: string; body: unknown }>(
      "SELECT id, body FROM document WHERE site = 'tide-mill' AND kind = 'menu' ORDER BY id LIMIT 1",
      {},
      POOL,
    );
    const put = (body: unknown) =>
      runStatement(
        "UPDATE document SET body = CAST(:body AS jsonb), hash = md5(:body) WHERE site = 'tide-mill' AND id = :id",
        { id: menu?.id, body: JSON.stringify(body) },
        POOL,
      );
    await put({ schema: 99 });
    const failed = await loadDraft("tide-mill", POOL).catch((error: unknown) => error);
    expect(failed).toMatchObject({
      name: "UnreadableDocument",
      issues: [{ code: "document.unreadable", path: [menu?.id], params: { kind: "menu" } }],
    });
    await put(menu?.body);
    expect((await loadDraft("tide-mill", POOL)).has(menu?.id ?? "")).toBe(true);
  });
});
