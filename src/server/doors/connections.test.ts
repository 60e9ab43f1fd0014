import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { closeDatabase } from "../../data/database";
import { answerVisitor } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";
import { forgetPages } from "../site/finished-pages";

/** With one connection, whoever holds it and asks for another waits for themselves. */
const before = { PGPOOL: process.env["PGPOOL"], PGWAIT_MS: process.env["PGWAIT_MS"] };
beforeAll(async () => {
  await closeDatabase();
  // what is asked is whether they wait for ever, not for how long on a busy machine
  Object.assign(process.env, { PGPOOL: "1", PGWAIT_MS: "120000" });
});
afterAll(async () => {
  await closeDatabase();
  for (const [name, value] of Object.entries(before))
    if (value === undefined) delete process.env[name];
    else process.env[name] = value;
});

const visit = async (path: string, cookie?: string) => {
  const url = new URL(publicOrigin("observatory") + path);
  return (await answerVisitor("observatory", url, { headers: cookie ? { cookie } : {} })).status;
};
const all = async (statuses: readonly Promise<number>[]) => [...new Set(await Promise.all(statuses))];
const sixteen = <T>(make: (at: number) => T): T[] => Array.from({ length: 16 }, (_, at) => make(at));

describe("one connection is enough", () => {
  it("for sixteen searches of strangers at once, and for the studio beside them", async () => {
    const studio = new Studio(await signInAs("owner"));
    const searches = sixteen((at) => visit(`/search/?q=moon+${"abcdefghijklmnop"[at]}`));
    expect((await studio.send("aboutSite", {})).status).toBe(200);
    expect(await all(searches)).toEqual([200]);
  });
  it("for sixteen requests with any visitor's cookie", async () => {
    expect(await all(sixteen((at) => visit("/visit/", `__Host-visitor=nobody${at}`)))).toEqual([200]);
  });
  it("for pages that were never drawn, pages that are not there, and pages that moved", async () => {
    forgetPages();
    const paths = [
      "/",
      "/notes/",
      "/visit/",
      "/visit",
      "/nowhere/",
      "/people/ida-brennick/",
      "/tags/beginners/",
    ];
    expect(await all(paths.map((path) => visit(path)))).toEqual(expect.arrayContaining([200, 308, 404]));
  });
  it("for twelve restores at once, each of which is made or refused, and none of which waits for ever", async () => {
    const studio = new Studio(await signInAs("owner"));
    const { editions } = await studio.get("editions");
    const seq = editions[0]?.seq;
    const statuses = await all(
      Array.from({ length: 12 }, async () => (await studio.send("restore", { seq })).status),
    );
    expect(statuses).toEqual([200]);
    expect((await studio.get("editions")).editions).toHaveLength(editions.length + 12);
  });
});
