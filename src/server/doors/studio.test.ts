import { zipSync } from "fflate";
import { afterEach, describe, expect, it, vi } from "vitest";
import { requestFor, Studio, signInAs } from "../../../test/studio";
import { setNodeOperation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { POOL, runStatement, selectRows } from "../../data/database";
import { mayDo, ROLES } from "../access/roles";
import { answerSite } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";
import { PERMISSIONS } from "./permissions";
import { type UseCaseName, useCases } from "./registry";
import { deleteSession, postSession } from "./session-requests";

const owner = async (site = "observatory") => new Studio(await signInAs("owner"), site);
const live = async (path: string, site = "observatory") =>
  answerSite(site, new URL(path, publicOrigin(site)));
const textAt = async (path: string, site?: string) => String((await live(path, site)).body);
const partNamed = async (studio: Studio, name: string) => {
  const found = (await studio.get("parts")).rows.find((row) => row.name === name);
  if (!found) throw new Error(`test: expected a part named ${name}, got none`);
  return found;
};
/** Everything of the draft, to see that nothing changed. */
const draftBodies = () =>
  selectRows<{ id: string; hash: string }>("SELECT site, id, hash FROM document ORDER BY site, id", {}, POOL);
const renameTo = (id: string, value: string, was: string) => ({
  operations: [{ op: "set", id, path: ["name"], value, was }],
});

describe("sign-in", () => {
  afterEach(() => runStatement("DELETE FROM attempt", {}, POOL));
  it("opens a session that ends on the server", async () => {
    const cookie = await signInAs("owner");
    expect((await new Studio(cookie).send("aboutSite", {})).status).toBe(200);
    await deleteSession(requestFor("/api/session", {}, { cookie }));
    expect((await new Studio(cookie).send("aboutSite", {})).status).toBe(401);
  });
  it("keeps only a hash of the session and of the password", async () => {
    const cookie = await signInAs("owner");
    const id = cookie.split("=")[1] as string;
    const rows = await selectRows<{ idHash: string }>('SELECT id_hash AS "idHash" FROM session', {}, POOL);
    expect(rows.some((row) => row.idHash === id)).toBe(false);
    const [account] = await selectRows<{ hash: string }>(
      "SELECT password_hash AS hash FROM account",
      {},
      POOL,
    );
    expect(account?.hash).toMatch(/^\$argon2id\$/);
  });
  it("does not tell a wrong address from a wrong password", async () => {
    const answer = async (email: string, password: string) =>
      (await (await postSession(requestFor("/api/session", { email, password }))).json()) as object;
    expect(await answer("keeper@graylatch.example", "wrong")).toEqual(
      await answer("nobody@graylatch.example", "wrong"),
    );
  });
  it("stops after eight tries, for that account only", async () => {
    const attempt = (email: string, password: string) =>
      postSession(requestFor("/api/session", { email, password }));
    for (let number = 0; number < 8; number += 1)
      expect((await attempt("viewer@graylatch.example", "wrong")).status).toBe(422);
    expect((await attempt("viewer@graylatch.example", "brass star lamp")).status).toBe(429);
    expect((await attempt("editor@graylatch.example", "brass star lamp")).status).toBe(200);
  });
  it("refuses an expired session with a clear answer", async () => {
    const cookie = await signInAs("builder");
    await runStatement("UPDATE session SET expires_at = now() - interval '1 minute'", {}, POOL);
    const { status, outcome } = await new Studio(cookie).send("change", renameTo("x", "y", "z"));
    expect(status).toBe(401);
    expect(outcome).toMatchObject({ ok: false, issues: [{ code: "session.none" }] });
  });
  it.each([
    {},
    { email: "keeper@graylatch.example" },
    { email: "no address", password: "x" },
    { email: 7, password: [] },
  ])("names the missing fields of %j", async (body) => {
    const response = await postSession(requestFor("/api/session", body));
    expect(response.status).toBe(400);
    expect(await response.json()).toMatchObject({
      ok: false,
      issues: expect.arrayContaining([
        { code: "input.invalid", path: [expect.any(String)], params: expect.anything() },
      ]),
    });
  });
});

describe("the door", () => {
  it("refuses other origins and other sites", async () => {
    const studio = await owner();
    const before = await draftBodies();
    for (const headers of [
      { origin: "http://evil.example" },
      { "sec-fetch-site": "cross-site" },
      { "sec-fetch-site": "same-site" },
    ]) {
      const { status, outcome } = await studio.send("undo", {}, headers as never);
      expect(status).toBe(403);
      expect(outcome).toMatchObject({ issues: [{ code: "origin.foreign" }] });
    }
    expect(await draftBodies()).toEqual(before);
  });
  it("answers for every use-case and every role exactly as the permission table says", async () => {
    for (const role of ROLES) {
      const cookie = await signInAs(role);
      for (const name of Object.keys(useCases) as UseCaseName[]) {
        // an input that fits nothing: the door is all that is asked
        const { outcome } = await new Studio(cookie).send(name, null);
        const denied = !outcome.ok && outcome.issues[0]?.code === "permission.none";
        expect(denied, `${role} ${name}`).toBe(!mayDo(role, PERMISSIONS[name]));
      }
    }
  });
  it("keeps two sites apart", async () => {
    const cookie = await signInAs("owner");
    const { id } = await partNamed(new Studio(cookie), "Day header");
    const other = new Studio(cookie, "tide-mill");
    expect(await other.refused("part", { part: id })).toMatchObject([{ code: "part.unknown" }]);
    expect(await other.refused("change", renameTo(id, "Stolen", "Day header"))).toMatchObject([
      { code: "change.documentGone" },
    ]);
    await runStatement(
      "DELETE FROM membership WHERE site = 'tide-mill' AND account = (SELECT id FROM account WHERE email = 'viewer@graylatch.example')",
      {},
      POOL,
    );
    const stranger = new Studio(await signInAs("viewer"), "tide-mill");
    expect((await stranger.send("aboutSite", {})).status).toBe(404);
    expect((await new Studio(cookie, "nowhere").send("aboutSite", {})).status).toBe(404);
  });
  it("says clearly what is wrong with a call", async () => {
    const studio = await owner();
    expect((await studio.send("explode", {})).status).toBe(404);
    expect((await studio.send("constructor", {})).status).toBe(404);
    expect((await studio.send("explain", "{")).outcome).toMatchObject({
      issues: [{ code: "input.notJson" }],
    });
    expect(await studio.refused("explain", { slot: "roof", page: "search" })).toMatchObject([
      { code: "input.invalid", path: ["slot"] },
    ]);
    expect(await studio.refused("explain", { slot: "header", page: "entry:gone" })).toMatchObject([
      { code: "page.unknown" },
    ]);
    expect(await studio.refused("page", { page: "" })).toMatchObject([{ code: "page.unknown" }]);
  });
});

describe("changing the draft", () => {
  it("saves, undoes and redoes, each named", async () => {
    const studio = await owner();
    const { id } = await partNamed(studio, "Day header");
    const saved = await studio.get("change", renameTo(id, "Morning header", "Day header"));
    expect(saved.label).toBe("rename header 1 to “Morning header”");
    expect((await studio.get("aboutSite")).undo).toBe(saved.label);
    await studio.get("undo");
    expect((await studio.get("part", { part: id })).body.name).toBe("Day header");
    expect((await studio.get("aboutSite")).redo).toBe(saved.label);
    await studio.get("redo");
    expect((await studio.get("part", { part: id })).body.name).toBe("Morning header");
    await studio.get("undo");
  });
  it("merges changes of different fields, refuses where they meet, and loses nothing", async () => {
    const [mine, theirs] = [await owner(), new Studio(await signInAs("builder"))];
    const { id } = await partNamed(mine, "Quiet bar".replace("Quiet bar", "One quiet bar"));
    await mine.get("change", renameTo(id, "Mine", "One quiet bar"));
    await theirs.get("change", { operations: [{ op: "set", id, path: ["on"], value: false, was: true }] });
    expect(await theirs.refused("change", renameTo(id, "Theirs", "One quiet bar"))).toMatchObject([
      { code: "change.clash" },
    ]);
    expect((await mine.get("part", { part: id })).body).toMatchObject({ name: "Mine", on: false });
    // my undo leaves their change alone
    await mine.get("undo");
    expect((await mine.get("part", { part: id })).body).toMatchObject({ name: "One quiet bar", on: false });
    await theirs.get("undo");
  });
  it("makes a change once, however often it is sent, and knows for whom it has it", async () => {
    const [mine, theirs] = [await owner(), new Studio(await signInAs("builder"))];
    const { id } = await partNamed(mine, "Day header");
    const { undo: before } = await mine.get("aboutSite");
    const renaming = { ...renameTo(id, "Morning header", "Day header"), key: "change-of-mine-1" };
    const keys = [renaming.key, "change-of-mine-2"];
    const first = await mine.get("change", renaming);
    const { rev, label, documents } = first;
    expect(await mine.get("change", renaming)).toMatchObject({ rev, label, documents });
    expect(first.documents[id]).toMatchObject({ name: "Morning header" });
    expect(await mine.get("newest", { document: id, keys })).toMatchObject({
      body: { name: "Morning header" },
      arrived: [renaming.key],
    });
    // another's change may be called the same; one that says something else is not taken for it
    expect((await theirs.get("newest", { document: id, keys })).arrived).toEqual([]);
    const other = { ...renameTo(id, "Noon header", "Morning header"), key: renaming.key };
    expect(await mine.refused("change", other)).toMatchObject([{ code: "change.clash" }]);
    await theirs.get("change", other);
    await theirs.get("undo");
    await mine.get("undo");
    expect((await mine.get("aboutSite")).undo).toBe(before);
    expect(await mine.get("newest", { document: "gone", keys: [] })).toEqual({ body: null, arrived: [] });
  });
  it("takes a change of one key that comes twice at the same time for one", async () => {
    const studio = await owner();
    const { id } = await partNamed(studio, "Day header");
    const renaming = { ...renameTo(id, "Evening header", "Day header"), key: "change-at-once" };
    const answers = await Promise.all([1, 2, 3].map(() => studio.get("change", renaming)));
    expect(new Set(answers.map(({ rev }) => rev)).size).toBe(1);
    await studio.get("undo");
    expect((await studio.get("part", { part: id })).body.name).toBe("Day header");
  });
  it("refuses an undo of what somebody changed since", async () => {
    const [mine, theirs] = [await owner(), new Studio(await signInAs("builder"))];
    const { id } = await partNamed(mine, "Night header");
    await mine.get("change", renameTo(id, "A", "Night header"));
    await theirs.get("change", renameTo(id, "B", "A"));
    expect(await mine.refused("undo", {})).toMatchObject([{ code: "undo.clash" }, { code: "change.clash" }]);
    expect((await mine.get("part", { part: id })).body.name).toBe("B");
    await theirs.get("undo");
    await mine.get("undo");
  });
  it("refuses a line that names a term the site does not have", async () => {
    const studio = await owner();
    const { id } = await partNamed(studio, "Day header");
    const before = await draftBodies();
    const { placement } = (await studio.get("part", { part: id })).body;
    const conditions = [{ clauses: [{ facet: "term", values: ["no-such-term"] }] }];
    const issues = await studio.refused("change", {
      operations: [
        { op: "set", id, path: ["placement", "conditions"], value: conditions, was: placement.conditions },
      ],
    });
    expect(issues).toMatchObject([
      { code: "placement.missing", params: { facet: "term", value: "no-such-term" } },
    ]);
    expect(await draftBodies()).toEqual(before);
  });
  it("duplicates without its lines, or with them and paused", async () => {
    const studio = await owner();
    const { id } = await partNamed(studio, "Day header");
    const bare = await studio.get("duplicatePart", { part: id, withPlacement: false });
    expect((await studio.get("part", { part: bare.part })).body).toMatchObject({
      name: "Day header, copy",
      on: true,
      placement: { conditions: [] },
      number: 5,
    });
    const whole = await studio.get("duplicatePart", { part: id, withPlacement: true });
    expect((await studio.get("part", { part: whole.part })).body).toMatchObject({
      on: false,
      placement: { conditions: [{ clauses: [] }] },
    });
    await studio.get("undo");
    await studio.get("undo");
    expect((await studio.get("parts")).rows).toHaveLength(21);
  });
  it("lets an editor choose for a page, and nothing more", async () => {
    const editor = new Studio(await signInAs("editor"));
    await editor.get("choosePage", { pages: ["search"], slot: "footer", choice: "nothing" });
    expect(
      (await editor.get("page", { page: "search" })).slots.find((slot) => slot.slot === "footer")?.chosen,
    ).toBe("nothing");
    expect(
      await editor.refused("choosePage", { pages: ["search"], slot: "footer", choice: { part: "gone" } }),
    ).toMatchObject([{ code: "part.unknown" }]);
    // a footer is no header, whoever asks
    const [footer] = (await editor.get("parts")).rows.filter(({ slot }) => slot === "footer");
    const other = { pages: ["search"], slot: "header", choice: { part: footer?.id } };
    expect(await editor.refused("choosePage", other)).toMatchObject([
      { code: "choice.otherSlot", params: { slot: "header" } },
    ]);
    await editor.get("undo");
    const issues = await editor.refused("createPart", {
      slot: "footer",
      name: "x",
      start: null,
      placement: { conditions: [] },
    });
    expect(issues).toMatchObject([{ code: "permission.none" }]);
  });
});

describe("publishing", () => {
  it("shows visitors the old or the new, and can be taken back and restored", async () => {
    const studio = await owner();
    const { id } = await partNamed(studio, "Day header");
    const { body } = await studio.get("part", { part: id });
    const tagline = body.bands[0]?.cells[0]?.blocks[0];
    expect(tagline?.kind).toBe("tagline");
    const band = body.bands[0]?.id;
    await studio.get("change", {
      operations: [{ op: "removeNode", id, parent: "", index: 0, node: body.bands[0] }],
    });
    expect(await textAt("/about/")).toContain(`n-${band}`);
    const review = await studio.get("review");
    expect(review.changes).toMatchObject([{ part: { slot: "header" }, what: "no thin band" }]);
    expect(review.impact.pages).toBe((await studio.get("aboutSite")).draft.pages);
    const { seq } = await studio.get("publish", { note: "Without the thin band" });
    expect(await studio.get("editionChanges", { seq })).toMatchObject({
      base: 1,
      changes: [{ id, name: "header 1", part: { slot: "header", number: 1 }, what: "no thin band" }],
    });
    const first = await studio.get("editionChanges", { seq: 1 });
    expect(first.base).toBeNull();
    expect(first.changes.find((change) => change.id === id)?.what).toBe("new");
    // going back to the first one is looked at before it is live
    const back = await studio.get("restoreImpact", { seq: 1 });
    expect(back.changes.map(({ id: changed }) => changed)).toContain(id);
    expect(back.impact.pages).toBeGreaterThan(0);
    expect((await studio.get("restoreImpact", { seq })).changes).toEqual([]);
    expect(await studio.refused("restoreImpact", { seq: 999 })).toMatchObject([{ code: "edition.unknown" }]);
    expect(await studio.refused("editionChanges", { seq: 999 })).toMatchObject([{ code: "edition.unknown" }]);
    expect(await textAt("/about/")).not.toContain(`n-${band}`);
    expect(await studio.refused("publish", {})).toMatchObject([{ code: "publish.nothing" }]);
    await studio.get("takeBack");
    expect(await textAt("/about/")).toContain(`n-${band}`);
    // the draft keeps the work
    expect((await studio.get("review")).changes).toHaveLength(1);
    expect(await studio.refused("takeBack", {})).toMatchObject([{ code: "takeBack.late" }]);
    await studio.get("restore", { seq });
    expect(await textAt("/about/")).not.toContain(`n-${band}`);
    expect(await studio.refused("restore", { seq: 999 })).toMatchObject([{ code: "edition.unknown" }]);
    await studio.get("restore", { seq: 1 });
    await studio.get("undo");
    expect((await studio.get("aboutSite")).draft.changes).toBe(0);
  });
  it("publishes what was looked at, not what came since", async () => {
    const studio = await owner();
    const { id } = await partNamed(studio, "Day header");
    await studio.get("change", renameTo(id, "First name", "Day header"));
    const looked = await studio.get("review");
    await studio.get("change", renameTo(id, "Second name", "First name"));
    const { current } = await studio.get("editions");
    expect(await studio.refused("publish", { reviewed: looked.rev })).toMatchObject([
      { code: "publish.moved" },
    ]);
    expect((await studio.get("editions")).current).toBe(current);
    const { rev } = await studio.get("review");
    expect((await studio.get("publish", { reviewed: rev })).seq).toBeGreaterThan(current ?? 0);
    await studio.get("takeBack");
    await studio.get("undo");
    await studio.get("undo");
  });
  it("goes live at its time, and nothing else until then; it can be put off", async () => {
    const studio = await owner();
    const { id } = await partNamed(studio, "Day header");
    const { body } = await studio.get("part", { part: id });
    const band = body.bands[0]?.id;
    await studio.get("change", {
      operations: [{ op: "removeNode", id, parent: "", index: 0, node: body.bands[0] }],
    });
    const soon = (ms: number) => new Date(Date.now() + ms).toISOString();
    expect(await studio.refused("publish", { at: soon(-1) })).toMatchObject([{ code: "publish.past" }]);
    expect(await studio.refused("publish", { at: soon(400 * 86_400_000) })).toMatchObject([
      { code: "publish.far" },
    ]);
    const { current } = await studio.get("editions");
    const later = await studio.get("publish", { at: soon(86_400_000), note: "Tomorrow" });
    expect(await textAt("/about/")).toContain(`n-${band}`);
    const waits = await studio.get("review");
    expect(waits.waiting?.seq).toBe(later.seq);
    expect(waits.changes).toMatchObject([{ id, isPlanned: true }]);
    // seen as on the day it is there
    const explained = await studio.get("coverage", { state: "live", at: soon(2 * 86_400_000) });
    expect(explained).toBeDefined();
    for (const [name, input] of [
      ["publish", {}],
      ["takeBack", {}],
      ["restore", { seq: 1 }],
    ] as const)
      expect(await studio.refused(name, input)).toMatchObject([
        { code: "publish.waits", params: { seq: later.seq } },
      ]);
    expect((await studio.get("aboutSite")).mayTakeBack).toBe(false);
    expect(await studio.refused("putOff", { seq: current })).toMatchObject([{ code: "edition.notWaiting" }]);
    await studio.get("putOff", { seq: later.seq });
    expect(await studio.refused("putOff", { seq: later.seq })).toMatchObject([
      { code: "edition.notWaiting" },
    ]);
    expect((await studio.get("review")).waiting).toBeNull();
    expect((await studio.get("editions")).editions[0]).toMatchObject({ seq: later.seq, state: "putOff" });

    // a machine that stalls may be there too late for a time that is near, or look when it has come
    const publishWithin = async (ahead: number): Promise<{ seq: number; at: string }> => {
      const at = soon(ahead);
      const { outcome } = await studio.send("publish", { at });
      return outcome.ok ? { ...(outcome.value as { seq: number }), at } : publishWithin(4 * ahead);
    };
    const next = await publishWithin(2500);
    expect(next.seq).toBe(later.seq + 1);
    const early = await textAt("/about/");
    if (Date.now() < Date.parse(next.at)) expect(early).toContain(`n-${band}`);
    await vi.waitFor(async () => expect(await textAt("/about/")).not.toContain(`n-${band}`), {
      timeout: 100_000,
      interval: 200,
    });
    expect((await studio.get("editions")).current).toBe(next.seq);
    expect((await studio.get("review")).changes).toEqual([]);
    await studio.get("takeBack");
    expect(await textAt("/about/")).toContain(`n-${band}`);
    await studio.get("undo");
    expect((await studio.get("aboutSite")).draft.changes).toBe(0);
  });
  it("publishes some of the changes with what they need; the others stay in the draft", async () => {
    const studio = await owner();
    const header = await partNamed(studio, "Day header");
    const footer = await partNamed(studio, "Footer in columns");
    await studio.get("change", renameTo(footer.id, "Columns", "Footer in columns"));
    const { id: menu } = await studio.get("createMenu", { name: "Second", from: "empty" });
    const { body } = await studio.get("part", { part: header.id });
    const node = body.bands
      .flatMap(({ cells }) => cells.flatMap(({ blocks }) => blocks))
      .find(({ kind }) => kind === "menu");
    const shows = setNodeOperation(body as Part, header.id, node?.id ?? "", ["settings", "menu"], menu);
    await studio.get("change", { operations: [shows] });
    const before = (await studio.get("editions")).current;
    const only = [header.id];
    const review = await studio.get("review", { only });
    expect(review.changes.map(({ id, isTaken, neededBy }) => [id, isTaken, neededBy]).sort()).toEqual(
      [
        [header.id, true, null],
        [footer.id, false, null],
        [menu, true, "header 1"],
      ].sort(),
    );
    expect(review.impact.pages).toBeLessThanOrEqual((await studio.get("review")).impact.pages);
    expect(await studio.refused("publish", { only: [] })).toMatchObject([{ code: "publish.nothing" }]);
    expect(await studio.refused("publish", { only: ["gone"] })).toMatchObject([{ code: "publish.nothing" }]);
    expect((await studio.get("editions")).current).toBe(before);
    await studio.get("publish", { only, reviewed: review.rev });
    const rest = await studio.get("review");
    expect(rest.changes.map(({ id }) => id)).toEqual([footer.id]);
    const { parts } = await studio.get("aboutSite");
    expect(parts[header.id]?.state).toBe("published");
    await studio.get("takeBack");
    for (let times = 0; times < 3; times += 1) await studio.get("undo");
    expect((await studio.get("aboutSite")).draft.changes).toBe(0);
  });
  it("refuses while an exception points at something that is gone", async () => {
    const studio = await owner();
    const { id } = await partNamed(studio, "Plain".replace("Plain", "Title and breadcrumbs"));
    const { placement } = (await studio.get("part", { part: id })).body;
    const [term] = await selectRows<{ id: string }>(
      "SELECT id FROM term WHERE site = 'observatory' AND slug = 'weather'",
      {},
      POOL,
    );
    const exceptions = [{ clauses: [{ facet: "term", values: [term?.id] }] }];
    await studio.get("change", {
      operations: [
        { op: "set", id, path: ["placement", "exceptions"], value: exceptions, was: placement.exceptions },
      ],
    });
    await runStatement("DELETE FROM entry_term WHERE term = :id", { id: term?.id }, POOL);
    await runStatement("DELETE FROM term WHERE id = :id", { id: term?.id }, POOL);
    await runStatement("UPDATE site SET content_rev = content_rev + 1", {}, POOL);
    expect(await studio.refused("publish", {})).toMatchObject([{ code: "publish.broken" }]);
    expect((await studio.get("findings")).counts["broken"]).toBe(1);
    await studio.get("undo");
  });
});

describe("use another here", () => {
  it("offers a line first for several pages, then their own choices, each with its impact", async () => {
    const studio = await owner();
    const night = await partNamed(studio, "Night header");
    const { groups } = await studio.get("coverage");
    const pick = (name: string) => `group:${groups.find((group) => group.name === name)?.id}`;
    const notes = [pick("Sky notes")];
    const { ways } = await studio.get("offer", {
      slot: "header",
      pages: notes,
      wanted: { use: "part", part: night.id },
    });
    // three notes are for members, whose header is narrower than "Sky notes": only a line that names the notes wins there
    expect(ways.map((way) => way.way)).toEqual(["line", "thisPageOnly"]);
    expect(ways[0]?.lines[0]).toMatch(/ or \d+ more$/);
    expect(ways[0]?.impact.groups.reduce((sum, group) => sum + group.pages, 0)).toBe(30);
    const prints = [pick("Prints")];
    const both = await studio.get("offer", {
      slot: "header",
      pages: prints,
      wanted: { use: "part", part: night.id },
    });
    expect(both.ways.map((way) => way.way)).toEqual(["line", "thisPageOnly"]);
    expect(both.ways[0]?.lines).toEqual(["Prints"]);
    await studio.get("change", { operations: both.ways[0]?.operations });
    const after = await studio.get("coverage");
    const group = after.groups.find(({ name }) => name === "Prints");
    expect(group?.slots.header.shares).toEqual([{ part: night.id, how: "rule", pages: group?.pages }]);
    await studio.get("undo");
  });
});

describe("packs between sites", () => {
  const answersFor = (outcome: unknown) => {
    const { plan } = (
      outcome as { value: { plan: { needs: { id: string; match: string | null; parts: string[] }[] } } }
    ).value;
    return {
      needs: Object.fromEntries(
        plan.needs
          .filter((need) => need.match === null && need.parts.length > 0)
          .map((need) => [need.id, { do: "leaveOut" }]),
      ),
    };
  };
  it("carries a header and a footer over, in one step that undoes exactly", async () => {
    const cookie = await signInAs("owner");
    const [from, to] = [new Studio(cookie), new Studio(cookie, "tide-mill")];
    const parts = [
      (await partNamed(from, "Day header")).id,
      (await partNamed(from, "One quiet bar")).id,
      (await partNamed(from, "Night header")).id,
    ];
    const bytes = await from.pack(parts);
    expect(await from.pack(parts)).not.toEqual(new Uint8Array());
    const before = await draftBodies();
    const plan = await to.sendFile("packPlan", bytes);
    expect(plan).toMatchObject({ ok: true });
    expect(await to.sendFile("packImport", bytes)).toMatchObject({
      ok: false,
      issues: [{ code: "import.unanswered" }],
    });
    expect(await draftBodies()).toEqual(before);
    const done = await to.sendFile("packImport", bytes, answersFor(plan));
    expect(done).toMatchObject({ ok: true, value: { label: "import of “Parts”" } });
    const rows = (await to.get("parts")).rows;
    expect(rows.find((row) => row.name === "Day header")).toMatchObject({
      state: "new",
      shows: (await to.get("aboutSite")).pageCount,
      slot: "header",
      number: 1,
    });
    expect(rows.find((row) => row.name === "Night header")?.state).toBe("paused");
    await to.get("publish", {});
    expect(await textAt("/", "tide-mill")).toContain("Ground by the moon");
    expect(await textAt("/", "tide-mill")).toContain('href="/how-it-works/"');
    await to.get("undo");
    expect((await to.get("parts")).rows.map((row) => row.name)).toEqual(["Page", "List", "Not found"]);
    await to.get("publish", {});
    const after = await draftBodies();
    expect(after).toEqual(before);
  });
  it("says clearly what is wrong with a file, and changes nothing", async () => {
    const studio = await owner("tide-mill");
    const whole = await new Studio(studio.cookie).pack([
      (await partNamed(new Studio(studio.cookie), "Night header")).id,
    ]);
    const before = await draftBodies();
    const outside = zipSync({ "../outside.json": new Uint8Array([1]) });
    const bomb = zipSync({ "pack.json": new Uint8Array(30_000_000) }, { level: 9 });
    const zipped = zipSync({ "pack.json": new Uint8Array(50) });
    /** Bytes at an offset of a local header, and of the central one, which has two bytes more before (APPNOTE 4.3.7, 4.3.12). */
    const withBytes = (zip: Uint8Array, offset: number, bytes: readonly number[]) => {
      const changed = Buffer.from(zip);
      changed.set(bytes, offset);
      changed.set(bytes, changed.indexOf("PK\x01\x02", 0, "latin1") + offset + 2);
      return changed;
    };
    const cases: [Uint8Array, string][] = [
      [new TextEncoder().encode("not a zip at all"), "pack.notZip"],
      [whole.subarray(0, whole.length - 400), "pack.cut"],
      [whole.subarray(0, 60), "pack.cut"],
      [withBytes(zipped, 6, [1, 0]), "pack.otherZip"],
      [withBytes(zipped, 8, [99, 0]), "pack.otherZip"],
      [outside, "pack.leavesArchive"],
      [bomb, "pack.ratio"],
      [zipSync({ "a.json": new Uint8Array([1]) }), "pack.fileMissing"],
      [new Uint8Array(), "pack.notZip"],
    ];
    for (const [bytes, code] of cases)
      for (const name of ["packPlan", "packImport"] as const)
        expect(await studio.sendFile(name, bytes), code).toMatchObject({ ok: false, issues: [{ code }] });
    expect(await draftBodies()).toEqual(before);
    expect((await studio.send("packPlan", new FormData())).status).toBe(400);
  });
  it("refuses a pack whose picture is none", async () => {
    const studio = await owner();
    const { createHash } = await import("node:crypto");
    const json = (value: unknown) => new TextEncoder().encode(JSON.stringify(value));
    const fake = new TextEncoder().encode("<svg onload='x()'/>");
    const sha = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
    const files: Record<string, Uint8Array> = {
      "needs.json": json({ schema: 1, needs: [] }),
      "media/x.jpg": fake,
      "media/media.json": json({
        schema: 1,
        pictures: [
          {
            key: "x",
            origin: "77777777-7777-4777-8777-777777777777",
            file: "media/x.jpg",
            type: "image/jpeg",
            name: "X",
            alt: "",
            credit: "",
            focal: { x: 50, y: 50 },
          },
        ],
      }),
    };
    const manifest = {
      schema: 1,
      name: "Fake",
      version: "1.0.0",
      created: "now",
      counts: { parts: 0, menus: 0, pictures: 1 },
      files: Object.fromEntries(Object.entries(files).map(([path, bytes]) => [path, sha(bytes)])),
    };
    const before = await draftBodies();
    expect(
      await studio.sendFile("packImport", zipSync({ "pack.json": json(manifest), ...files })),
    ).toMatchObject({
      ok: false,
      issues: [{ code: "pack.picture", path: ["media/x.jpg"], params: { why: "picture.unreadable" } }],
    });
    expect(await draftBodies()).toEqual(before);
  });
});
