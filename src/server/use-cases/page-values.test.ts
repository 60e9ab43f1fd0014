import { describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import type { Part } from "../../core/design/part";
import { blocksOf } from "../../core/design/tree";

const studio = async (role: "owner" | "editor" = "owner") => new Studio(await signInAs(role));
const PATH = ["settings", "text"];

/** The title bar of a page, its title block, and the page. */
const titled = async (who: Studio) => {
  const { found } = await who.get("goTo", { query: "/visit/" });
  const page = found.find(({ type }) => type === "page")?.id ?? "";
  const { slots } = await who.get("page", { page });
  const bar = slots.find(({ slot }) => slot === "titleBar");
  const part = bar?.part ?? "";
  const { body } = await who.get("part", { part });
  const title = blocksOf(body as Part).find(({ kind }) => kind === "title");
  if (!title) throw new Error("test: expected a title bar with a title on /visit/, got none");
  return { page, part, node: title.id };
};
const titleBarOf = async (who: Studio, page: string) =>
  (await who.get("page", { page })).slots.find(({ slot }) => slot === "titleBar");

describe("what single pages say", () => {
  it("opens the setting, says it, shows it, counts it, and takes all of it back", async () => {
    const who = await studio();
    const { page, part, node } = await titled(who);
    await who.get("openToPages", { part, node, path: PATH, page, value: "Come up the ridge" });
    const said = (await titleBarOf(who, page))?.settings.find((each) => each.node === node && each.open);
    expect([said?.value, said?.open?.source, said?.open?.name]).toEqual([
      "Come up the ridge",
      "page",
      "heading",
    ]);
    const data = await who.get("previewPage", { page });
    expect(JSON.stringify(data.slots.titleBar)).toContain("Come up the ridge");
    const { frame, review } = { frame: await who.get("aboutSite"), review: await who.get("review") };
    expect(frame.draft.pages).toBeGreaterThan(0);
    expect(review.impact.revalued).toBe(1);
    expect(review.changes.map(({ what }) => what)).toContain("chooses for itself");
    await who.get("sayOnPage", { page, slot: "titleBar", name: "heading", value: null });
    const back = (await titleBarOf(who, page))?.settings.find((each) => each.node === node && each.open);
    expect([back?.value, back?.open?.source]).toEqual(["", "part"]);
    await who.get("undo");
    await who.get("undo");
    expect((await who.get("aboutSite")).draft.changes).toBe(0);
  });
  it("is a finding when no part asks for it any more, and forgotten by one click", async () => {
    const who = await studio();
    const { page, part, node } = await titled(who);
    await who.get("openToPages", { part, node, path: PATH, page, value: "Come up" });
    const { body, id } = await who.get("part", { part });
    const { choices } = body as Part;
    await who.get("change", { operations: [{ op: "set", id, path: ["choices"], was: choices }] });
    const { findings } = await who.get("findings", { state: "draft" });
    const found = findings.find(({ code }) => code === "valueUnread");
    expect(found).toMatchObject({ page, slot: "titleBar", name: "heading" });
    const finding = { code: "valueUnread", page, slot: "titleBar", name: "heading" };
    const { mends } = await who.get("findingMends", { finding });
    expect(mends.map(({ is }) => is)).toEqual(["forget"]);
    await who.get("change", { operations: [...(mends[0]?.operations ?? [])] });
    expect((await who.get("findings", { state: "draft" })).counts["valueUnread"]).toBeUndefined();
    for (let step = 0; step < 3; step += 1) await who.get("undo");
  });
  it("is refused in words: a page that is not there, a name nobody opened, a value of the wrong type", async () => {
    const who = await studio();
    const { page, part, node } = await titled(who);
    const code = async (name: "sayOnPage" | "openToPages", input: object) =>
      (await who.refused(name, input))[0]?.code;
    const heading = { page, slot: "titleBar", name: "heading", value: "x" };
    expect(await code("sayOnPage", { ...heading, page: "entry:none" })).toBe("page.unknown");
    expect(await code("sayOnPage", heading)).toBe("choice.notOpen");
    expect(await code("openToPages", { part, node, path: ["id"] })).toBe("choice.notOpenable");
    expect(await code("openToPages", { part, node, path: PATH, page, value: true })).toBe("choice.wrongType");
    expect((await who.get("aboutSite")).draft.changes).toBe(0);
  });
  it("is for editors to say, not to open", async () => {
    const editor = await studio("editor");
    const { page, part, node } = await titled(editor);
    const issues = await editor.refused("openToPages", { part, node, path: PATH, page, value: "x" });
    expect(issues[0]?.code).toMatch(/permission|role/);
    const owner = await studio();
    await owner.get("openToPages", { part, node, path: PATH });
    await editor.get("sayOnPage", { page, slot: "titleBar", name: "heading", value: "By an editor" });
    expect((await titleBarOf(owner, page))?.settings.some(({ value }) => value === "By an editor")).toBe(
      true,
    );
    await editor.get("undo");
    await owner.get("undo");
  });
});
