import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import type { Part } from "../../core/design/part";
import { POOL, runStatement, selectRows } from "../../data/database";
import { answerAccountForm } from "../hosts/account-handler";
import { answerSite } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";

const ORIGIN = publicOrigin("observatory");
const RESTRICTED = "/members/members-log/";
const PASSWORD = "four quiet lamps";
const at = (path: string, cookie?: string, site = "observatory") =>
  answerSite(site, new URL(publicOrigin(site) + path), { headers: cookie ? { cookie } : {} });
const post = (
  pathname: string,
  form: Record<string, string> | string,
  headers: Record<string, string> = {},
  site = "observatory",
) => {
  const body = Buffer.from(typeof form === "string" ? form : new URLSearchParams(form).toString());
  return answerAccountForm(
    site,
    pathname,
    {
      headers: { origin: publicOrigin(site), ...headers },
      async *[Symbol.asyncIterator]() {
        yield body;
      },
    } as never,
    "192.0.2.7",
  );
};
const signIn = (email: string, password = PASSWORD, to = "/", site?: string) =>
  post("/_account/sign-in", { email, password, to }, {}, site);
const cookieOf = (answer: Awaited<ReturnType<typeof post>>): string =>
  (answer.headers?.["Set-Cookie"] ?? "").split(";")[0] as string;

let owner: Studio;
const add = async (email: string, level: string) =>
  (await owner.get("addVisitor", { name: "Nan Quill", email, level, password: PASSWORD })).id;

beforeEach(async () => {
  owner = new Studio(await signInAs("owner"));
});
afterEach(async () => {
  await runStatement("DELETE FROM attempt", {}, POOL);
  await runStatement("DELETE FROM visitor WHERE name = 'Nan Quill'", {}, POOL);
});

describe("a visitor", () => {
  it("signs in, reads what the membership is for, and signs out again", async () => {
    await add("nan@example.org", "members");
    const closed = await at(RESTRICTED);
    expect(closed.status).toBe(403);
    const answer = await signIn("NAN@example.org", PASSWORD, RESTRICTED);
    expect([answer.status, answer.headers?.["Location"]]).toEqual([303, RESTRICTED]);
    expect(answer.headers?.["Set-Cookie"]).toMatch(
      /^__Host-visitor=[\w-]{43}; Path=\/; Max-Age=1209600; HttpOnly; Secure; SameSite=Lax$/,
    );
    const cookie = cookieOf(answer);
    const open = await at(RESTRICTED, cookie);
    expect(open.status).toBe(200);
    expect(String(open.body)).not.toContain("This page is for members.");
    const away = await post("/_account/sign-out", { to: "/visit/" }, { cookie });
    expect([away.status, away.headers?.["Location"]]).toEqual([303, "/visit/"]);
    expect(away.headers?.["Set-Cookie"]).toContain("Max-Age=0");
    expect((await at(RESTRICTED, cookie)).status).toBe(403);
  });
  it("without the membership is told so, in the same frame", async () => {
    await add("nan@example.org", "");
    const answer = await at(RESTRICTED, cookieOf(await signIn("nan@example.org")));
    expect(answer.status).toBe(403);
    expect(answer.body).toContain("Your membership does not include it.");
    expect(answer.body).toContain('name="robots" content="noindex"');
    expect(answer.body).toContain('<header class="slot-header">');
  });
  it("gets answers that nobody else keeps; without a cookie they may be kept", async () => {
    await add("nan@example.org", "members");
    const mine = await at("/visit/", cookieOf(await signIn("nan@example.org")));
    expect(mine.headers).toMatchObject({
      "Cache-Control": "private, max-age=0, must-revalidate",
      Vary: "Cookie",
    });
    const others = await at("/visit/");
    expect(others.headers).toMatchObject({
      "Cache-Control": "public, max-age=0, must-revalidate",
      Vary: "Cookie",
    });
    expect(mine.headers?.["ETag"]).not.toBe(others.headers?.["ETag"]);
    expect(String(mine.body)).toContain(">Your account</a>");
    expect(String(others.body)).toContain(">Sign in</a>");
  });
  it("is nobody on another site, whatever cookie is sent there", async () => {
    await add("nan@example.org", "members");
    const cookie = cookieOf(await signIn("nan@example.org"));
    expect((await signIn("nan@example.org", PASSWORD, "/", "tide-mill")).status).not.toBe(303);
    const account = await at("/_account/", cookie, "tide-mill");
    expect(String(account.body)).not.toContain("nan@example.org");
  });
  it("sees who is signed in on the account page, and a form otherwise; the page is kept by nobody", async () => {
    await add("nan@example.org", "members");
    const form = await at("/_account/");
    expect(form.status).toBe(200);
    expect(form.headers?.["Cache-Control"]).toBe("private, no-store");
    expect(form.body).toContain('action="/_account/sign-in"');
    expect(form.body).toContain('content="noindex"');
    const account = await at("/_account/", cookieOf(await signIn("nan@example.org")));
    expect(account.body).toContain("<dd>nan@example.org</dd>");
    expect(account.body).toContain("<dd>Members</dd>");
    expect((await at("/_account")).headers?.["Location"]).toBe("/_account/");
  });
  it("finds the form on a page of the site: what is placed round it is there, and it stays whatever that is", async () => {
    const rows = (await owner.get("parts")).rows;
    const layout = rows.find((row) => row.slot === "layout" && row.name === "Archive in cards");
    await owner.get("choosePage", { pages: ["account"], slot: "layout", choice: { part: layout?.id ?? "" } });
    await owner.get("choosePage", { pages: ["account"], slot: "footer", choice: "nothing" });
    await owner.get("publish", { note: "" });
    const form = String((await at("/_account/")).body);
    expect(form).toContain("b-entryList");
    expect(form).not.toContain("<footer");
    expect(form.match(/name="password"/g)).toHaveLength(1);
    expect(form.match(/<h1/g)).toHaveLength(1);
    expect(form).toContain("<title>Sign in");
    await owner.get("undo", {});
    await owner.get("undo", {});
    await owner.get("publish", { note: "" });
  });
  it("whose level is gone from the site is signed in and no more", async () => {
    const id = await add("nan@example.org", "members");
    const cookie = cookieOf(await signIn("nan@example.org"));
    await runStatement("UPDATE visitor SET level = 'patrons' WHERE id = :id", { id }, POOL);
    expect((await at(RESTRICTED, cookie)).status).toBe(403);
    expect(String((await at("/", cookie)).status)).toBe("200");
  });
});

describe("signing in", () => {
  it("keeps only hashes, and is over when its time has come", async () => {
    await add("nan@example.org", "members");
    const cookie = cookieOf(await signIn("nan@example.org"));
    const rows = await selectRows<{ hash: string }>("SELECT id_hash AS hash FROM visitor_session", {}, POOL);
    expect(rows.map(({ hash }) => hash)).not.toContain(cookie.split("=")[1]);
    const [visitor] = await selectRows<{ hash: string }>(
      "SELECT password_hash AS hash FROM visitor",
      {},
      POOL,
    );
    expect(visitor?.hash).toMatch(/^\$argon2id\$/);
    await runStatement("UPDATE visitor_session SET expires_at = now() - interval '1 second'", {}, POOL);
    expect((await at(RESTRICTED, cookie)).status).toBe(403);
  });
  it("does not tell a wrong address from a wrong password, and keeps what was typed but the password", async () => {
    await add("nan@example.org", "members");
    const wrong = await signIn("nan@example.org", "a guess or two");
    const unknown = await signIn("nun@example.org", "a guess or two");
    expect([wrong.status, unknown.status]).toEqual([422, 422]);
    expect(String(wrong.body).replaceAll("nan@", "nun@")).toBe(String(unknown.body));
    expect(wrong.body).toContain('value="nan@example.org"');
    expect(wrong.body).not.toContain("a guess or two");
    expect(wrong.headers?.["Set-Cookie"]).toBeUndefined();
  });
  it("stops after eight tries for that account on that site only", async () => {
    await add("nan@example.org", "members");
    for (let number = 0; number < 8; number += 1)
      expect((await signIn("nan@example.org", "a guess or two")).status).toBe(422);
    const stopped = await signIn("nan@example.org");
    expect(stopped.status).toBe(429);
    expect(stopped.body).toContain("Too many tries.");
    expect((await signIn("member@pellow-ridge.example", "brass star lamp")).status).toBe(303);
  });
  it.each([
    ["//evil.example/", `${ORIGIN}/evil.example/`],
    ["https://evil.example/", `${ORIGIN}/https://evil.example/`],
    ["/\\evil.example", `${ORIGIN}/evil.example`],
    ["/visit/\r\nSet-Cookie: a=b", `${ORIGIN}/visit/Set-Cookie:%20a=b`],
    ["/_account/sign-in", `${ORIGIN}/`],
    ["", `${ORIGIN}/`],
  ])("leads back to this site alone: %j", async (to, expected) => {
    await add("nan@example.org", "");
    const location = (await signIn("nan@example.org", PASSWORD, to)).headers?.["Location"] ?? "";
    expect(location).not.toMatch(/[\r\n]/);
    expect(new URL(location, ORIGIN).href).toBe(expected);
  });
  it("takes nothing from a page of another site, or a form that is too long", async () => {
    const given = { email: "nan@example.org", password: PASSWORD };
    const foreign: Record<string, string>[] = [
      { origin: "http://evil.example" },
      { "sec-fetch-site": "cross-site" },
      { "sec-fetch-site": "same-site" },
    ];
    for (const headers of foreign) expect((await post("/_account/sign-in", given, headers)).status).toBe(403);
    expect((await post("/_account/sign-out", {}, { origin: "http://evil.example" })).status).toBe(403);
    expect((await post("/_account/sign-in", `email=${"x".repeat(9000)}`)).status).toBe(413);
    expect((await post("/_account/sign-in", "")).status).toBe(422);
  });
});

describe("visitor accounts in the studio", () => {
  it("are listed without their passwords, changed and removed", async () => {
    const id = await add("Nan@Example.org", "");
    const find = async () => (await owner.get("visitors")).visitors.find((each) => each.id === id);
    expect(await find()).toEqual({
      id,
      name: "Nan Quill",
      email: "nan@example.org",
      level: "",
      made: expect.any(String),
    });
    await owner.get("changeVisitor", { id, level: "members" });
    expect(await find()).toMatchObject({ name: "Nan Quill", level: "members" });
    const cookie = cookieOf(await signIn("nan@example.org"));
    expect((await at(RESTRICTED, cookie)).status).toBe(200);
    await owner.get("removeVisitor", { id });
    expect(await find()).toBeUndefined();
    expect((await at(RESTRICTED, cookie)).status).toBe(403);
  });
  it("sign out everywhere when the password changes", async () => {
    const id = await add("nan@example.org", "members");
    const cookie = cookieOf(await signIn("nan@example.org"));
    await owner.get("changeVisitor", { id, password: "another quiet lamp" });
    expect((await at(RESTRICTED, cookie)).status).toBe(403);
    expect((await signIn("nan@example.org")).status).toBe(422);
    expect((await signIn("nan@example.org", "another quiet lamp")).status).toBe(303);
  });
  it.each([
    ["an address that has one", { email: "member@pellow-ridge.example" }, "visitor.exists"],
    ["no address", { email: "nan@" }, "input.invalid"],
    ["a short password", { password: "too short" }, "input.invalid"],
    ["a level the site does not have", { level: "patrons" }, "audience.unknown"],
    ["no name", { name: "  " }, "input.invalid"],
  ])("are not made with %s", async (_, wrong, code) => {
    const given = { name: "Nan Quill", email: "nan@example.org", level: "", password: PASSWORD, ...wrong };
    expect((await owner.refused("addVisitor", given))[0]?.code).toBe(code);
    expect(await selectRows("SELECT id FROM visitor WHERE name = 'Nan Quill'", {}, POOL)).toEqual([]);
  });
  it("that are gone are not changed, nor those of another site", async () => {
    const id = await add("nan@example.org", "");
    expect((await owner.refused("changeVisitor", { id: "gone", name: "X" }))[0]?.code).toBe(
      "visitor.unknown",
    );
    const mill = new Studio(await signInAs("owner"), "tide-mill");
    expect((await mill.refused("changeVisitor", { id, name: "X" }))[0]?.code).toBe("visitor.unknown");
    expect((await mill.refused("removeVisitor", { id }))[0]?.code).toBe("visitor.unknown");
    expect((await owner.get("visitors")).visitors.some((each) => each.id === id)).toBe(true);
  });
});

describe("what is for some visitors only", () => {
  it("is on the page for them, and not even in what a preview for others is made of", async () => {
    const row = (await owner.get("parts")).rows.find(({ name }) => name === "Day header");
    const id = row?.id ?? "";
    const { body } = await owner.get("part", { part: id });
    const node = (body as Part).bands[0]?.id ?? "";
    const change = { op: "setNode", id, node, path: ["seenBy"], value: "level:members", was: "" };
    await owner.get("change", { operations: [change] });
    const { pages } = await owner.get("previewPages", { part: id });
    const page = pages[0]?.identity ?? "";
    const bandsFor = async (audience: string) => {
      const data = await owner.get("previewPage", { page, audience, state: "draft" });
      return data.slots.header?.part.bands.map((band) => band.id) ?? [];
    };
    expect(await bandsFor("level:members")).toContain(node);
    expect(await bandsFor("signedIn")).not.toContain(node);
    expect(await bandsFor("signedOut")).toHaveLength((body as Part).bands.length - 1);
    await owner.get("undo", {});
    expect(await bandsFor("signedOut")).toContain(node);
  });
});
