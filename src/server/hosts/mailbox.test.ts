import { afterEach, describe, expect, it, vi } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import type { Part } from "../../core/design/part";
import { blocksOf } from "../../core/design/tree";
import { POOL, runStatement } from "../../data/database";
import { publicOrigin } from "../http/host-names";
import { answerSignUp } from "./sign-up-handler";

const ORIGIN = publicOrigin("observatory");
const post = (
  block: string,
  form: Record<string, string> | string,
  headers: Record<string, string> = {},
  from = "home",
): ReturnType<typeof answerSignUp> => {
  const body = Buffer.from(typeof form === "string" ? form : new URLSearchParams(form).toString());
  const request = {
    headers: { origin: ORIGIN, referer: `${ORIGIN}/visit/?a=1`, ...headers },
    async *[Symbol.asyncIterator]() {
      yield body;
    },
  };
  return answerSignUp("observatory", block, request as never, from);
};
const setUp = async () => {
  const who = new Studio(await signInAs("owner"));
  const row = (await who.get("parts")).rows.find(({ name }) => name === "Footer in columns");
  const { body } = await who.get("part", { part: row?.id ?? "" });
  const block = blocksOf(body as Part).find(({ kind }) => kind === "signUp");
  if (!block) throw new Error("test: expected a sign-up form in the footer, got none");
  return { who, block: block.id };
};
const agreed = { address: "reader@example.org", consent: "yes" };

describe("a sign-up form", () => {
  afterEach(() => void vi.useRealTimers());

  it("keeps an address once, leads back to where it says so, and is read and forgotten in the studio", async () => {
    const { who, block } = await setUp();
    const answer = await post(block, agreed);
    expect([answer.status, answer.headers?.["Location"]]).toEqual([303, `/visit/?a=1#sent-${block}`]);
    await post(block, agreed);
    const { signUps } = await who.get("signUps");
    expect(signUps).toEqual([
      {
        list: "Sky letter",
        address: "reader@example.org",
        consent: "I may be written to once a month.",
        at: expect.any(String),
      },
    ]);
    await who.get("dropSignUp", { list: "Sky letter", address: "reader@example.org" });
    expect((await who.get("signUps")).signUps).toEqual([]);
  });
  it.each([
    ["no address", { consent: "yes" }, "wrong"],
    ["an address that is none", { ...agreed, address: "reader@" }, "wrong"],
    ["no agreement", { address: "reader@example.org" }, "wrong"],
    ["a field only machines fill", { ...agreed, website: "http://spam.example" }, "sent"],
  ])("keeps nothing with %s, and says %s", async (_, form, said) => {
    const { who, block } = await setUp();
    const answer = await post(block, form, { accept: "application/json" });
    expect(JSON.parse(String(answer.body))).toEqual({ said });
    expect((await who.get("signUps")).signUps).toEqual([]);
  });
  it("takes nothing for a form visitors do not see, from another site, or that is too long", async () => {
    const { who, block } = await setUp();
    expect((await post("no-such-form", agreed)).headers?.["Location"]).toContain("#failed-");
    expect((await post(block, agreed, { origin: "http://evil.example" })).status).toBe(403);
    expect((await post(block, `address=${"x".repeat(9000)}`)).status).toBe(413);
    expect((await post(block, agreed, { referer: "http://evil.example/x" })).headers?.["Location"]).toBe(
      `/#sent-${block}`,
    );
    await who.get("dropSignUp", { list: "Sky letter", address: "reader@example.org" });
  });
  it("takes a few from one address and some hundred from all, however many come at once, and then goes on slowly", async () => {
    const { who, block } = await setUp();
    await runStatement("DELETE FROM attempt", {}, POOL);
    // the clock stands still: how long it takes to ask so often is another matter
    const began = Date.now();
    vi.useFakeTimers({ toFake: ["Date"], now: began });
    const many = (count: number, from: (at: number) => string, name: string) =>
      Promise.all(
        Array.from({ length: count }, async (_, at) => {
          const form = { address: `${name}${at}@example.org`, consent: "yes" };
          const answer = await post(block, form, { accept: "application/json" }, from(at));
          return answer.status;
        }),
      );
    const count = (statuses: readonly number[]) => statuses.filter((status) => status === 200).length;
    expect(count(await many(40, () => "one house", "house"))).toBe(20);
    expect(count(await many(450, (at) => `street ${at}`, "street"))).toBe(280);
    // one comes free every twelve seconds, not all of them after an hour
    vi.setSystemTime(began + 13_000);
    expect(count(await many(5, (at) => `later ${at}`, "later"))).toBe(1);
    expect((await who.get("signUps")).signUps).toHaveLength(301);
    await runStatement("DELETE FROM sign_up", {}, POOL);
    await runStatement("DELETE FROM attempt", {}, POOL);
  });
  it("is not read by those who only look", async () => {
    const viewer = new Studio(await signInAs("viewer"));
    expect((await viewer.refused("signUps", {}))[0]?.code).toMatch(/^permission/);
  });
});
