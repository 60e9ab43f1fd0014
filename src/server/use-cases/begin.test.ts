import { describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { documentsOf } from "../../core/design/design";
import type { Traits } from "../../core/starting/traits";
import { deleteSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { loadDraft } from "../../data/design-repository";

const traits = (more: Partial<Traits>): Traits => ({
  slot: "header",
  form: "line",
  ground: "surface",
  second: "text",
  room: "even",
  sign: "middle",
  align: "end",
  extra: "none",
  rule: false,
  width: "content",
  stays: "no",
  ...more,
});
const frame = { header: traits({}), footer: traits({ slot: "footer", form: "bar" }) };
const owner = async (site = "tide-mill") => new Studio(await signInAs("owner"), site);

describe("a new site", () => {
  it("is made of a name, an address and its first pages; begun, published, and taken back to nothing", async () => {
    const made = await (await owner()).get("createSite", {
      name: "Harrow Lane Allotments",
      address: "harrow-lane",
      pages: ["Plots", "Öffnungszeiten", "Finding us"],
    });
    expect(made).toEqual({ site: "harrow-lane", pages: 4 });
    const who = await owner("harrow-lane");
    const beginning = await who.get("beginning");
    expect(beginning.hasParts).toBe(false);
    expect(beginning.menu.map(({ label }) => label)).toEqual(
      expect.arrayContaining(["Plots", "Öffnungszeiten", "Finding us"]),
    );
    const menu = beginning.menu.flatMap(({ target }) =>
      target && "identity" in target ? [target.identity] : [],
    );
    const answers = {
      name: "Harrow Lane",
      tagline: "Forty plots",
      logo: "",
      colour: "#4a6b2f",
      ground: "light",
      menu,
      frame,
    };
    await who.get("begin", answers);
    const design = await loadDraft("harrow-lane", POOL);
    expect(documentsOf(design, "part").map(({ body }) => body.slot)).toEqual(
      expect.arrayContaining(["header", "titleBar", "layout", "footer"]),
    );
    expect(documentsOf(design, "menu").map(({ body }) => body.items.length)).toEqual([menu.length]);
    expect((await who.get("findings", { state: "draft" })).total).toBe(0);
    const { findings } = await who.get("lookFindings", { state: "draft" });
    expect(findings).toEqual([]);
    // a second time there is something already
    expect((await who.refused("begin", answers))[0]?.code).toBe("begin.hasParts");
    await who.get("undo");
    expect(documentsOf(await loadDraft("harrow-lane", POOL), "part")).toEqual([]);
    expect((await who.get("beginning")).profile.name).toBe("Harrow Lane Allotments");
    // a frame whose front page begins with a hero: it has the page's title, and stands there alone
    const hero = traits({ slot: "titleBar", form: "hero", ground: "text", align: "start" });
    await who.get("begin", { ...answers, frame: { ...frame, hero } });
    const bars = documentsOf(await loadDraft("harrow-lane", POOL), "part").filter(
      ({ body }) => body.slot === "titleBar",
    );
    expect(bars.map(({ body }) => body.name).sort()).toEqual(["Front hero", "Title and breadcrumbs"]);
    expect((await who.get("findings", { state: "draft" })).total).toBe(0);
    expect((await who.get("lookFindings", { state: "draft" })).findings).toEqual([]);
    await who.get("undo");
    await deleteSite("harrow-lane");
  });
  it.each([
    ["an address with capitals", { address: "Harrow" }, "site.address"],
    ["an address that could be a preview's", { address: "mill--preview" }, "site.address"],
    ["an address that is taken", { address: "observatory" }, "site.taken"],
    ["a page without a letter", { pages: ["…"] }, "site.pageName"],
    ["two pages of one address", { pages: ["Visit", "visit!"] }, "site.pageTwice"],
    ["a page in a reserved place", { pages: ["Search"] }, "path.reserved"],
  ])("is refused in words, and nothing is left of it: %s", async (_, more, code) => {
    const who = await owner();
    const issues = await who.refused("createSite", { name: "A", address: "a-new-site", pages: [], ...more });
    expect(issues[0]?.code).toBe(code);
    expect((await new Studio(who.cookie, "a-new-site").refused("aboutSite", {}))[0]?.code).toBe(
      "site.unknown",
    );
  });
  it("is made by those who may publish only", async () => {
    const editor = new Studio(await signInAs("editor"), "tide-mill");
    const issues = await editor.refused("createSite", { name: "A", address: "a-new-site", pages: [] });
    expect(issues[0]?.code).toBe("permission.none");
  });
});

describe("a part from traits", () => {
  it("is laid out anew from the site's own material; for another slot it is refused", async () => {
    const who = await owner();
    const placement = { conditions: [], exceptions: [], audience: null, window: null, over: false };
    const made = await who.get("createPart", { slot: "header", start: frame.header, placement });
    const { body } = await who.get("part", { part: made.part });
    expect(JSON.stringify(body)).toContain('"kind":"menu"');
    const issues = await who.refused("createPart", { slot: "footer", start: frame.header, placement });
    expect(issues[0]?.code).toBe("start.otherSlot");
    await who.get("undo");
  });
});
