import { describe, expect, it } from "vitest";
import { requestFor } from "../../../test/studio";
import { createAccount } from "../../data/account-repository";
import { POOL, selectRows } from "../../data/database";
import { deleteSession, postSession } from "../doors/session-requests";
import { CALLER_HEADER } from "../http/callers";
import { accountOf, hashPassword, readCookie, SESSION_COOKIE, sessionCookie, signIn } from "./sessions";
import { signVisitorIn } from "./visitors";

const NOON = new Date("2031-05-01T12:00:00.000Z");
const later = (minutes: number): Date => new Date(NOON.getTime() + minutes * 60_000);
const RIGHT = "three owls at dusk";

/** An account of its own for each test, and tries at its password. */
const person = async (name: string) => {
  const email = `${name}@graylatch.example`;
  await createAccount({ id: name, email, name, passwordHash: await hashPassword(RIGHT) }, POOL);
  const attempt = async (password: string, now = NOON, from = `home of ${name}`) => {
    const outcome = await signIn(email, password, from, now);
    return outcome.ok ? "in" : outcome.issues[0]?.code;
  };
  return { email, attempt };
};
const cookieOf = (id: string): string => sessionCookie(id).split(";")[0] as string;

describe("signing in", () => {
  it("opens a session that holds for two weeks of use and four days without; of it and of the password only hashes are kept", async () => {
    const { email } = await person("alva");
    const outcome = await signIn(email.toUpperCase(), RIGHT, "home", NOON);
    if (!outcome.ok) throw new Error("test: expected to be signed in");
    const cookies = `theme=dark; ${cookieOf(outcome.value.sessionId)}`;
    for (let day = 3; day < 14; day += 3)
      expect((await accountOf(cookies, later(day * 24 * 60)))?.id).toBe("alva");
    expect((await accountOf(cookies, later(14 * 24 * 60 - 1)))?.id).toBe("alva");
    expect(await accountOf(cookies, later(14 * 24 * 60))).toBeNull();
    const idle = await signIn(email, RIGHT, "home", NOON);
    if (!idle.ok) throw new Error("test: expected to be signed in");
    expect(await accountOf(cookieOf(idle.value.sessionId), later(4 * 24 * 60))).toBeNull();
    expect(await accountOf("theme=dark", NOON)).toBeNull();
    expect(await accountOf(null, NOON)).toBeNull();
    const kept = JSON.stringify([
      await selectRows("SELECT * FROM session WHERE account = 'alva'", {}, POOL),
      await selectRows("SELECT * FROM account WHERE id = 'alva'", {}, POOL),
    ]);
    expect(kept).not.toContain(outcome.value.sessionId);
    expect(kept).not.toContain(RIGHT);
    expect(kept).toContain("$argon2id$");
  });
  it("says no more of an unknown address than of a wrong password", async () => {
    const { attempt } = await person("birk");
    expect(await attempt("two owls")).toBe("signIn.wrong");
    const unknown = await signIn("nobody@graylatch.example", RIGHT, "home", NOON);
    expect(unknown.ok ? "in" : unknown.issues[0]?.code).toBe("signIn.wrong");
  });
  it("goes on slowly after eight failures from one address; who comes from elsewhere is let in, and a success forgets them", async () => {
    const { attempt } = await person("cleo");
    for (let times = 0; times < 7; times += 1) expect(await attempt("wrong")).toBe("signIn.wrong");
    expect(await attempt(RIGHT)).toBe("in");
    for (let times = 0; times < 8; times += 1) expect(await attempt("wrong")).toBe("signIn.wrong");
    expect(await attempt(RIGHT)).toBe("signIn.tooMany");
    // whoever guesses keeps nobody out but themselves
    expect(await attempt(RIGHT, NOON, "another place")).toBe("in");
    expect(await attempt("wrong", later(2))).toBe("signIn.wrong");
    expect(await attempt(RIGHT, later(3))).toBe("signIn.tooMany");
    // what is not even tried does not make it longer
    expect(await attempt(RIGHT, later(4))).toBe("in");
  });
  it("counts tries that come at the same time as it does those that follow one another", async () => {
    const { attempt } = await person("dora");
    const said = await Promise.all(Array.from({ length: 20 }, () => attempt("wrong")));
    expect(said.filter((each) => each === "signIn.wrong")).toHaveLength(8);
    expect(said.filter((each) => each === "signIn.tooMany")).toHaveLength(12);
  });
  it("counts by where tries come from too, over many accounts at once, before anything is looked up", async () => {
    const said = await Promise.all(
      Array.from({ length: 300 }, async (_, number) => {
        const outcome = await signIn(`guess${number}@graylatch.example`, "guess", "one place", NOON);
        return outcome.ok ? "in" : outcome.issues[0]?.code;
      }),
    );
    expect(said.filter((each) => each === "signIn.wrong")).toHaveLength(40);
    const { attempt } = await person("egil");
    expect(await attempt(RIGHT, NOON, "one place")).toBe("signIn.tooMany");
    expect(await attempt(RIGHT, NOON, "home")).toBe("in");
  });
  it("slows down and refuses nobody where one account is tried from everywhere", async () => {
    const { attempt } = await person("frid");
    const said = await Promise.all(
      Array.from({ length: 70 }, (_, number) => attempt("wrong", NOON, `place ${number}`)),
    );
    expect(new Set(said)).toEqual(new Set(["signIn.wrong"]));
    expect(await attempt(RIGHT, NOON, "home of frid")).toBe("in");
  });
  it("is its own door: what is tried elsewhere from the same address does not count here", async () => {
    const { attempt } = await person("gerd");
    for (let times = 0; times < 45; times += 1)
      await signVisitorIn(
        "observatory",
        { email: `a${times}@b.example`, password: "x", from: "a house" },
        NOON,
      );
    expect(await attempt(RIGHT, NOON, "a house")).toBe("in");
  });
  it("says when to try again", async () => {
    const { email } = await person("hild");
    const post = () =>
      postSession(requestFor("/api/session", { email, password: "wrong" }, { [CALLER_HEADER]: "a corner" }));
    for (let times = 0; times < 8; times += 1) expect((await post()).status).toBe(422);
    const stopped = await post();
    expect(stopped.status).toBe(429);
    const wait = Number(stopped.headers.get("retry-after"));
    expect(wait).toBeGreaterThan(60);
    expect(wait).toBeLessThanOrEqual(113);
  });
});

describe("the door", () => {
  const post = (body: unknown, headers: Record<string, string> = {}) =>
    postSession(requestFor("/api/session", body, headers));
  it("gives a cookie no script and no other site sees, and takes it back", async () => {
    await person("finn");
    const answer = await post({ email: "finn@graylatch.example", password: RIGHT });
    const set = answer.headers.get("set-cookie") ?? "";
    expect(set).toMatch(
      /^__Host-gray-latch=[\w-]{43}; Path=\/; Max-Age=1209600; HttpOnly; Secure; SameSite=Lax$/,
    );
    const cookie = set.split(";")[0] as string;
    expect((await accountOf(cookie, new Date()))?.id).toBe("finn");
    const out = await deleteSession(requestFor("/api/session", {}, { cookie }));
    expect(out.headers.get("set-cookie")).toMatch(/^__Host-gray-latch=; Path=\/; Max-Age=0/);
    // the session is over, whatever a browser keeps
    expect(await accountOf(cookie, new Date())).toBeNull();
  });
  it.each([
    ["no address", { password: RIGHT }, "email"],
    ["something that is no address", { email: "finn", password: RIGHT }, "email"],
    ["no password", { email: "finn@graylatch.example", password: "" }, "password"],
    [
      "a password of a whole book",
      { email: "finn@graylatch.example", password: "x".repeat(301) },
      "password",
    ],
  ])("refuses %s, naming the field", async (_, body, field) => {
    const answer = await post(body);
    const outcome = (await answer.json()) as { ok: boolean; issues: { path: string[] }[] };
    expect(outcome.ok).toBe(false);
    expect(outcome.issues[0]?.path).toEqual([field]);
    expect(answer.headers.get("set-cookie")).toBeNull();
  });
  it("refuses what is no JSON, and what comes from elsewhere", async () => {
    const issueOf = async (answer: Response) =>
      ((await answer.json()) as { issues: { code: string }[] }).issues[0]?.code;
    expect(await issueOf(await post("{nearly"))).toBe("input.notJson");
    const foreign = await post(
      { email: "finn@graylatch.example", password: RIGHT },
      { origin: "http://evil.example" },
    );
    expect([foreign.status, await issueOf(foreign)]).toEqual([403, "origin.foreign"]);
  });
});

describe("cookies", () => {
  it("are read by their whole name, with whatever stands in them", () => {
    expect(readCookie(`x${SESSION_COOKIE}=no; ${SESSION_COOKIE}=a=b==; other=1`, SESSION_COOKIE)).toBe(
      "a=b==",
    );
    expect(readCookie("", SESSION_COOKIE)).toBeNull();
    expect(readCookie(`${SESSION_COOKIE}x=1`, SESSION_COOKIE)).toBeNull();
  });
});
