import { describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import type { Part } from "../../core/design/part";
import { blocksOf } from "../../core/design/tree";
import { answerSaidCsv } from "../doors/studio-requests";
import { studioOrigin } from "../http/host-names";

const studio = async (role: "owner" | "editor" | "viewer" = "owner") => new Studio(await signInAs(role));

/** The first pages of a title bar, its band and the title in it; what pages may change of it is opened. */
const opened = async (who: Studio) => {
  const { parts } = await who.get("aboutSite");
  const [part = ""] = Object.entries(parts).find(([, each]) => each.name === "Title and breadcrumbs") ?? [];
  const { body } = await who.get("part", { part });
  const bar = body as Part;
  const band = bar.bands[0]?.id ?? "";
  const title = blocksOf(bar).find(({ kind }) => kind === "title")?.id ?? "";
  await who.get("openToPages", { part, node: title, path: ["settings", "text"] });
  await who.get("openToPages", { part, node: band, path: ["shows"] });
  const rows = async (input: object) => who.get("said", { setting: HEADING, ...input });
  return { part, band, title, rows };
};
const HEADING = { slot: "titleBar", name: "heading" } as const;
const undoAll = async (who: Studio, steps: number) => {
  for (let step = 0; step < steps; step += 1) await who.get("undo");
  expect((await who.get("aboutSite")).draft.changes).toBe(0);
};

describe("what pages say themselves", () => {
  it("is one list of all that differs: parts pages chose, and what they say", async () => {
    const who = await studio();
    const before = await who.get("said");
    // of the sample site: pages that chose a part
    expect(before.rows.every(({ name }) => name === null)).toBe(true);
    expect(before.rows.length).toBeGreaterThan(0);
    expect(before.rows.map(({ what }) => what)).toContain("Footer: which one shows");
    await opened(who);
    const { rows: read } = await who.get("said", { setting: HEADING });
    const page = read[0]?.identity ?? "";
    await who.get("sayOnPage", { page, ...HEADING, value: "Come up the ridge" });
    const after = await who.get("said", { text: "come ridge" });
    expect(after.rows).toMatchObject([
      { identity: page, what: "Title bar: title", words: "Come up the ridge", source: "page" },
    ]);
    expect(after.settings.find(({ name }) => name === "heading")?.pages).toBe(1);
    await undoAll(who, 3);
  });

  it("shows one setting on every page that could say it, and counts those that do", async () => {
    const who = await studio();
    const { part, rows } = await opened(who);
    const all = await rows({});
    const reach = await who.get("rows", {
      by: "kind",
      filter: { part },
      group: null,
      from: 0,
      count: 500,
    });
    const firstPages = new Set(reach.rows.map(({ identity }) => identity));
    expect(new Set(all.rows.map(({ identity }) => identity))).toEqual(firstPages);
    expect((await rows({ differing: true })).total).toBe(0);
    expect((await rows({ from: all.total - 1, count: 10 })).rows).toHaveLength(1);
    const some = await rows({ text: "visit" });
    expect(some.total).toBeLessThan(all.total);
    await undoAll(who, 2);
  });

  it("is said on many pages at once and taken back at once, each one change", async () => {
    const who = await studio();
    const { rows } = await opened(who);
    const five = (await rows({})).rows.slice(0, 5).map(({ identity }) => identity);
    const saved = await who.get("sayOnPages", { pages: five, ...HEADING, value: "Together" });
    expect(saved.label).not.toBe("");
    expect((await rows({ differing: true })).rows.map(({ identity }) => identity).sort()).toEqual(
      [...five].sort(),
    );
    const bars = { slot: "titleBar", name: "bar" } as const;
    await who.get("sayOnPages", { pages: five.slice(0, 2), ...bars, value: "words" });
    const data = await who.get("previewPage", { page: five[0] ?? "" });
    expect(data.slots.titleBar?.part.bands[0]?.background.colour).toBe("");
    const said = (await who.get("said", { text: "title bar" })).rows.filter(({ name }) => name !== null);
    expect(said).toHaveLength(7);
    await who.get("takeBackSaid", {
      said: said.map(({ identity: page, slot, name }) => ({ page, slot, name })),
    });
    expect((await rows({ differing: true })).total).toBe(0);
    await undoAll(who, 5);
  });

  it("leaves pages out on which no part reads it", async () => {
    const who = await studio();
    const { rows } = await opened(who);
    const reading = new Set((await rows({})).rows.map(({ identity }) => identity));
    const all = await who.get("rows", { by: "kind", filter: {}, group: null, from: 0, count: 500 });
    const other =
      all.rows.map(({ identity }): string => identity).find((each) => !reading.has(each as never)) ?? "";
    const saved = await who.get("sayOnPages", { pages: [other], ...HEADING, value: "Nobody reads it" });
    expect(saved.label).toBe("");
    await undoAll(who, 2);
  });

  it("is noticed where it makes words hard to read, with the page", async () => {
    const who = await studio();
    const { parts } = await who.get("aboutSite");
    const [part = ""] = Object.entries(parts).find(([, each]) => each.name === "Title on a picture") ?? [];
    const band = ((await who.get("part", { part })).body as Part).bands[0]?.id ?? "";
    await who.get("openToPages", { part, node: band, path: ["colour"] });
    const setting = { slot: "titleBar", name: "barText" } as const;
    const page = (await who.get("said", { setting })).rows[0];
    await who.get("sayOnPage", { page: page?.identity ?? "", ...setting, value: "#4a5560" });
    const { findings } = await who.get("lookFindings");
    expect(findings.filter(({ onPage }) => onPage !== undefined)).toMatchObject([
      { code: "overPicture", part, onPage: page?.identity, pageTitle: page?.title, mend: null },
    ]);
    await undoAll(who, 2);
  });

  it("comes as a file", async () => {
    const who = await studio();
    const { rows } = await opened(who);
    const page = (await rows({})).rows[0]?.identity ?? "";
    await who.get("sayOnPage", { page, ...HEADING, value: 'A "quoted", line' });
    const csv = async (query: string) => {
      const url = `${studioOrigin()}/api/studio/observatory/said.csv?${query}`;
      const headers = { cookie: who.cookie, "sec-fetch-site": "same-origin" };
      const answer = await answerSaidCsv(new Request(url, { headers }), "observatory");
      return { status: answer.status, text: await answer.text() };
    };
    const found = await csv("slot=titleBar&name=heading&differing=yes");
    const lines = found.text.trimEnd().split("\r\n");
    expect(lines[0]).toBe("Page,Path,Setting,Here,Everywhere,Says it");
    expect(lines).toHaveLength(2);
    expect(lines[1]).toContain('"A ""quoted"", line",none,this page only');
    expect((await csv("slot=odd&name=heading")).status).toBe(400);
    await undoAll(who, 3);
  });

  it("is refused in words: a value the setting cannot be, a page that is not there, who may only look", async () => {
    const who = await studio();
    const { rows } = await opened(who);
    const page = (await rows({})).rows[0]?.identity ?? "";
    const code = async (input: object) => (await who.refused("sayOnPages", input as never))[0]?.code;
    expect(await code({ pages: [page], slot: "titleBar", name: "bar", value: "sideways" })).toBe(
      "choice.wrongType",
    );
    expect(await code({ pages: [page], slot: "titleBar", name: "nobody", value: "x" })).toBe(
      "choice.notOpen",
    );
    expect(await code({ pages: ["entry:none"], ...HEADING, value: "x" })).toBe("page.unknown");
    const viewer = await studio("viewer");
    expect(await viewer.refused("sayOnPages", { pages: [page], ...HEADING, value: "x" })).toMatchObject([
      { code: "permission.none" },
    ]);
    await undoAll(who, 2);
  });
});
