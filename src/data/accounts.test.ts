import { describe, expect, it } from "vitest";
import { runSeed, seeded } from "../../test/seeded";
import {
  addMembership,
  createAccount,
  createSession,
  endSession,
  findAccountByEmail,
  findMembership,
  findSessionAccount,
} from "./account-repository";
import { attempt, forgetAttempts, giveBack, sweepAttempts } from "./attempt-repository";
import { POOL, runStatement, selectRows } from "./database";
import { dropDraftLink, findDraftLink, listDraftLinks, saveDraftLink } from "./draft-link-repository";
import { dropFilter, listFilters, saveFilter } from "./filter-repository";
import { dropSignUp, listSignUps, saveSignUp } from "./mailbox-repository";
import { findPointing, savePointing } from "./pointing-repository";
import { createToken, dropToken, findTokenAccount, listTokens } from "./token-repository";
import {
  createVisitor,
  createVisitorSession,
  dropVisitor,
  endVisitorSession,
  endVisitorSessions,
  findSessionVisitor,
  findVisitorByEmail,
  listVisitors,
  updateVisitor,
} from "./visitor-repository";

/** Accounts, sessions and tokens in the store: who is let in, until when, and where. */

const [SITE, OTHER] = ["observatory", "tide-mill"];
const NOON = new Date("2031-05-01T12:00:00.000Z");
const later = (minutes: number): Date => new Date(NOON.getTime() + minutes * 60_000);
const account = (id: string) => ({ id, email: `${id}@graylatch.example`, name: id, passwordHash: "scrypt" });

const session = (idHash: string, now: Date, idleSince = later(-1000)) =>
  findSessionAccount(idHash, { now, idleSince }, POOL);

describe("sessions of the studio", () => {
  it("are over when nobody used them for as long as is said; using them begins that anew", async () => {
    await createAccount(account("idla"), POOL);
    const open = (idHash: string) =>
      createSession({ idHash, account: "idla", expiresAt: later(9000), usedAt: NOON }, POOL);
    await open("idle");
    await open("busy");
    expect(await session("idle", later(500), later(-1))).not.toBeNull();
    expect(await session("busy", later(500), later(-1))).not.toBeNull();
    // used at 500: good while one looks back no further than that
    expect(await session("busy", later(900), later(499))).not.toBeNull();
    await open("left");
    expect(await session("left", later(900), later(0))).toBeNull();
  });
  it("hold until they end, to the moment, and no longer than their account", async () => {
    await createAccount(account("noor"), POOL);
    await createSession({ idHash: "one", account: "noor", expiresAt: later(60), usedAt: NOON }, POOL);
    await createSession({ idHash: "two", account: "noor", expiresAt: later(60), usedAt: NOON }, POOL);
    expect((await session("one", later(59)))?.email).toBe("noor@graylatch.example");
    expect(await session("one", later(60))).toBeNull();
    expect(await session("unknown", NOON)).toBeNull();
    await endSession("one", POOL);
    expect(await session("one", NOON)).toBeNull();
    expect(await session("two", NOON)).not.toBeNull();
    await runStatement("DELETE FROM account WHERE id = 'noor'", {}, POOL);
    expect(await session("two", NOON)).toBeNull();
  });
  it("are for one account an address", async () => {
    await createAccount(account("sten"), POOL);
    await expect(
      createAccount({ ...account("sten2"), email: "sten@graylatch.example" }, POOL),
    ).rejects.toThrow();
    expect((await findAccountByEmail("sten@graylatch.example", POOL))?.id).toBe("sten");
  });
  it("give a role a site, the newest one, and none that is no role", async () => {
    await createAccount(account("edda"), POOL);
    expect(await findMembership(SITE, "edda", POOL)).toBeNull();
    await addMembership({ site: SITE, account: "edda", role: "viewer" }, POOL);
    await addMembership({ site: SITE, account: "edda", role: "builder" }, POOL);
    expect((await findMembership(SITE, "edda", POOL))?.role).toBe("builder");
    expect(await findMembership(OTHER, "edda", POOL)).toBeNull();
    await expect(
      addMembership({ site: OTHER, account: "edda", role: "king" as "owner" }, POOL),
    ).rejects.toThrow();
  });
});

describe("attempts at a door", () => {
  const limit = { most: 8, withinMs: 15 * 60_000 };
  const count = async (door: string, who: string, times: number, now = NOON) => {
    const waits = await Promise.all(Array.from({ length: times }, () => attempt(door, who, limit, now)));
    return waits.filter((wait) => wait === 0).length;
  };
  it("are as many as is said, however many come at once; then one more each time its share is over", async () => {
    expect(await count("at once", "one", 100)).toBe(8);
    expect(await count("at once", "another", 5)).toBe(5);
    expect(await count("another door", "one", 9)).toBe(8);
    const wait = await attempt("at once", "one", limit, NOON);
    expect(wait).toBe(112_500);
    expect(await count("at once", "one", 9, new Date(NOON.getTime() + wait - 1))).toBe(0);
    expect(await count("at once", "one", 9, new Date(NOON.getTime() + wait))).toBe(1);
    // what was refused made it no longer: after the whole time all of it is free again
    expect(await count("at once", "one", 20, later(15 + 112.5 / 60))).toBe(8);
  });
  it("agree with a list of them, whenever they come", async () => {
    const random = seeded(runSeed(41));
    let [free, at] = [0, 0];
    const share = limit.withinMs / limit.most;
    for (let times = 0; times < 150; times += 1) {
      at += random.below(3) === 0 ? random.below(400_000) : random.below(20_000);
      const mayPass = Math.max(free, at) + share <= at + limit.withinMs;
      if (mayPass) free = Math.max(free, at) + share;
      const wait = await attempt("model", "one", limit, new Date(NOON.getTime() + at));
      expect(wait === 0, `at ${at}`).toBe(mayPass);
    }
  });
  it("are given back, forgotten, and cleared away when they are over", async () => {
    expect(await count("back", "one", 9)).toBe(8);
    await giveBack("back", "one", limit);
    expect(await count("back", "one", 9)).toBe(1);
    await forgetAttempts("back", "one");
    expect(await count("back", "one", 9)).toBe(8);
    const rows = () => selectRows("SELECT 1 FROM attempt WHERE door = 'back'", {}, POOL);
    await sweepAttempts(later(14));
    expect(await rows()).toHaveLength(1);
    await sweepAttempts(later(16));
    expect(await rows()).toHaveLength(0);
  });
});

describe("tokens for scripts", () => {
  const token = (id: string, site: string) => ({
    id,
    site,
    account: "runa",
    name: id,
    hash: `hash of ${id}`,
    at: NOON,
  });
  it("act for who made them on one site; the use is noted once an hour; one can take back only one's own", async () => {
    await createAccount(account("runa"), POOL);
    await createAccount(account("odd"), POOL);
    for (const site of [SITE, OTHER]) await addMembership({ site, account: "runa", role: "editor" }, POOL);
    await createToken(token("nightly", SITE), POOL);
    await createToken(token("weekly", OTHER), POOL);
    expect(await findTokenAccount(SITE, "hash of nightly", later(5), POOL)).toMatchObject({ id: "runa" });
    expect(await findTokenAccount(OTHER, "hash of nightly", later(5), POOL)).toBeNull();
    const usedAt = async () => (await listTokens(SITE, "runa", POOL))[0]?.usedAt?.getTime();
    expect(await usedAt()).toBe(later(5).getTime());
    await findTokenAccount(SITE, "hash of nightly", later(30), POOL);
    expect(await usedAt()).toBe(later(5).getTime());
    await findTokenAccount(SITE, "hash of nightly", later(90), POOL);
    expect(await usedAt()).toBe(later(90).getTime());
    await dropToken(SITE, "odd", "nightly", POOL);
    await dropToken(OTHER, "runa", "nightly", POOL);
    expect((await listTokens(SITE, "runa", POOL)).map(({ name }) => name)).toEqual(["nightly"]);
    await dropToken(SITE, "runa", "nightly", POOL);
    expect(await findTokenAccount(SITE, "hash of nightly", later(91), POOL)).toBeNull();
    // who is no longer of a site has no tokens there
    await runStatement(
      "DELETE FROM membership WHERE site = :site AND account = 'runa'",
      { site: OTHER },
      POOL,
    );
    expect(await findTokenAccount(OTHER, "hash of weekly", later(91), POOL)).toBeNull();
  });
});

describe("tokens for looking at the live site", () => {
  it("hold for their half hour, on their site, as long as one belongs to it", async () => {
    await createAccount(account("ylva"), POOL);
    await addMembership({ site: SITE, account: "ylva", role: "editor" }, POOL);
    await savePointing({ hash: "look", site: SITE, account: "ylva", now: NOON, endsAt: later(30) }, POOL);
    expect(await findPointing("look", SITE, later(29), POOL)).toBe(true);
    expect(await findPointing("look", SITE, later(30), POOL)).toBe(false);
    expect(await findPointing("look", OTHER, later(1), POOL)).toBe(false);
    await runStatement("DELETE FROM membership WHERE account = 'ylva'", {}, POOL);
    expect(await findPointing("look", SITE, later(1), POOL)).toBe(false);
    await addMembership({ site: SITE, account: "ylva", role: "viewer" }, POOL);
    await savePointing(
      { hash: "later", site: SITE, account: "ylva", now: later(31), endsAt: later(61) },
      POOL,
    );
    expect(await selectRows("SELECT hash FROM pointing WHERE account = 'ylva'", {}, POOL)).toEqual([
      { hash: "later" },
    ]);
  });
});

describe("links to a draft", () => {
  it("hold for their days, on their site, as long as who made them belongs to it, and until they are taken back", async () => {
    await createAccount(account("sanna"), POOL);
    await addMembership({ site: SITE, account: "sanna", role: "builder" }, POOL);
    const link = (id: string, minutes: number) => ({
      id,
      hash: `hash of ${id}`,
      site: SITE,
      account: "sanna",
      name: `For ${id}`,
      now: NOON,
      endsAt: later(minutes),
    });
    await saveDraftLink(link("short", 30), POOL);
    await saveDraftLink(link("long", 300), POOL);
    expect(await findDraftLink("hash of short", SITE, later(29), POOL)).toEqual(later(30));
    expect(await findDraftLink("hash of short", SITE, later(30), POOL)).toBeNull();
    expect(await findDraftLink("hash of short", OTHER, later(1), POOL)).toBeNull();
    expect(await findDraftLink("hash of guess", SITE, later(1), POOL)).toBeNull();
    const named = async (minutes: number) =>
      (await listDraftLinks(SITE, later(minutes), POOL)).map(({ name }) => name).sort();
    expect(await named(1)).toEqual(["For long", "For short"]);
    expect(await named(31)).toEqual(["For long"]);
    expect((await listDraftLinks(SITE, later(31), POOL))[0]).toMatchObject({ author: "sanna", usedAt: null });
    await findDraftLink("hash of long", SITE, later(40), POOL);
    expect((await listDraftLinks(SITE, later(41), POOL))[0]?.usedAt).toEqual(later(40));
    await dropDraftLink(OTHER, "long", POOL);
    expect(await named(41)).toEqual(["For long"]);
    await runStatement("DELETE FROM membership WHERE account = 'sanna'", {}, POOL);
    expect(await findDraftLink("hash of long", SITE, later(42), POOL)).toBeNull();
    await addMembership({ site: SITE, account: "sanna", role: "builder" }, POOL);
    await dropDraftLink(SITE, "long", POOL);
    expect(await findDraftLink("hash of long", SITE, later(43), POOL)).toBeNull();
  });
});

describe("visitors of a site", () => {
  const visitor = (id: string, email: string) => ({
    id,
    email,
    name: id,
    level: "",
    passwordHash: "scrypt",
    createdAt: NOON,
  });
  it("have one account an address on each site, whoever is first", async () => {
    const tries = await Promise.all(
      Array.from({ length: 6 }, (_, at) => createVisitor(SITE, visitor(`v${at}`, "pia@sky.example"), POOL)),
    );
    expect(tries.filter(Boolean).length).toBe(1);
    expect(await createVisitor(OTHER, visitor("elsewhere", "pia@sky.example"), POOL)).toBe(true);
    const here = await findVisitorByEmail(SITE, "pia@sky.example", POOL);
    expect((await findVisitorByEmail(OTHER, "pia@sky.example", POOL))?.id).toBe("elsewhere");
    expect((await listVisitors(SITE, 100, POOL)).filter(({ email }) => email === "pia@sky.example")).toEqual([
      here,
    ]);
  });
  it("are signed in on their site alone, until they sign out, are sent out, or are removed", async () => {
    await createVisitor(SITE, visitor("ove", "ove@sky.example"), POOL);
    const open = (idHash: string, minutes = 60) =>
      createVisitorSession(
        { idHash, site: SITE, visitor: "ove", now: NOON, expiresAt: later(minutes) },
        POOL,
      );
    for (const name of ["phone", "desk", "library"]) await open(name);
    await open("short", 1);
    const who = (idHash: string, at = NOON, site = SITE as string) =>
      findSessionVisitor(site, idHash, { now: at, idleSince: later(-1000) }, POOL);
    expect((await who("phone"))?.id).toBe("ove");
    expect(await who("phone", NOON, OTHER)).toBeNull();
    expect(await who("short", later(1))).toBeNull();
    await updateVisitor(SITE, { id: "ove", name: "Ove", level: "members", passwordHash: "other" }, POOL);
    expect(await who("desk")).toMatchObject({ name: "Ove", level: "members", email: "ove@sky.example" });
    await endVisitorSession("phone", POOL);
    expect([await who("phone"), (await who("desk"))?.id]).toEqual([null, "ove"]);
    await endVisitorSessions(SITE, "ove", POOL);
    expect(await who("library")).toBeNull();
    await open("again");
    await dropVisitor(SITE, "ove", POOL);
    expect(await who("again")).toBeNull();
  });
});

describe("addresses left in forms", () => {
  it("are kept once a list, with what was agreed to first, the newest on top", async () => {
    const row = (list: string, address: string, minute: number, consent = "") => ({
      list,
      address,
      consent,
      at: later(minute),
    });
    await saveSignUp(OTHER, row("letter", "a@sky.example", 1, "Yes, write to me"), POOL);
    await saveSignUp(OTHER, row("letter", "a@sky.example", 2, "Anything"), POOL);
    await saveSignUp(OTHER, row("tides", "a@sky.example", 3), POOL);
    await saveSignUp(OTHER, row("letter", "b@sky.example", 3), POOL);
    expect(
      (await listSignUps(OTHER, 10, POOL)).map(({ list, address, consent }) => [list, address, consent]),
    ).toEqual([
      ["tides", "a@sky.example", ""],
      ["letter", "b@sky.example", ""],
      ["letter", "a@sky.example", "Yes, write to me"],
    ]);
    expect((await listSignUps(OTHER, 2, POOL)).length).toBe(2);
    await dropSignUp(OTHER, "letter", "a@sky.example", POOL);
    expect((await listSignUps(OTHER, 10, POOL)).map(({ list, address }) => `${list} ${address}`)).toEqual([
      "tides a@sky.example",
      "letter b@sky.example",
    ]);
  });
});

describe("filters that are kept", () => {
  it("are a person's own on a site; the same name is the same filter", async () => {
    await createAccount(account("tuva"), POOL);
    await createAccount(account("bo"), POOL);
    for (const [who, name, query] of [
      ["tuva", "Night", "kind:night"],
      ["tuva", "empty footers", "slot:footer"],
      ["bo", "Night", "under:/visit/"],
      ["tuva", "Night", "kind:night access:members"],
    ] as const)
      await saveFilter(SITE, who, { name, query }, POOL);
    expect(await listFilters(SITE, "tuva", POOL)).toEqual([
      { name: "empty footers", query: "slot:footer" },
      { name: "Night", query: "kind:night access:members" },
    ]);
    await dropFilter(SITE, "tuva", "Night", POOL);
    expect((await listFilters(SITE, "bo", POOL)).map(({ query }) => query)).toEqual(["under:/visit/"]);
    expect(await listFilters(OTHER, "tuva", POOL)).toEqual([]);
  });
});
