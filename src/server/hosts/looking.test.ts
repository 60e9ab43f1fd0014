import { createHash, randomUUID } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { zipSync } from "fflate";
import sharp from "sharp";
import { afterAll, describe, expect, it } from "vitest";
import { shaper } from "../../../test/shaper";
import { Studio, signInAs } from "../../../test/studio";
import { setNodeOperation } from "../../core/design/operations";
import { blocksOf } from "../../core/design/tree";
import { beginningOf } from "../../core/model/rich-text";
import { renderPage } from "../../core/render/page";
import { ENGLISH } from "../../messages/visitor-words";
import { renderPicture as renderFile } from "../files/picture-file";
import { unzip as unzipFile } from "../files/unzip";
import { publicOrigin } from "../http/host-names";
import { answerSite } from "./site-handler";

const studio = async () => new Studio(await signInAs("viewer"));
const idOf = async (who: Studio, name: string) => {
  const found = (await who.get("parts")).rows.find((row) => row.name === name);
  if (!found) throw new Error(`test: expected a part named ${name}, got none`);
  return found.id;
};
const identityOf = async (who: Studio, path: string) => {
  const { rows } = await who.get("rows", { group: null, from: 0, count: 500 });
  const row = rows.find((each) => each.path === path);
  if (!row) throw new Error(`test: expected a page at ${path}, got none`);
  return row.identity;
};

describe("looking at a site", () => {
  it("draws in a preview what visitors get, but for the marks", async () => {
    const who = await studio();
    for (const path of ["/", "/visit/eclipse-weekend/", "/notes/", "/prints/ridge-at-night/"]) {
      const data = await who.get("previewPage", { page: await identityOf(who, path) });
      const { body } = await answerSite("observatory", new URL(publicOrigin("observatory") + path));
      expect(String(body)).toContain(renderPage(data as never, ENGLISH, { shaper }).body);
    }
  });
  it("draws an edited part in its slot, even where another wins", async () => {
    const who = await studio();
    const night = await idOf(who, "Night header");
    const { body } = await who.get("part", { part: night });
    const page = await identityOf(who, "/about/");
    const data = await who.get("previewPage", {
      page,
      shown: { id: night, part: { ...body, name: "Edited" } },
    });
    expect(data.slots.header).toMatchObject({ id: night, part: { name: "Edited" } });
    expect(data.slots.footer?.part.name).toBe("Footer in columns");
    expect((await who.get("part", { part: night })).body.name).toBe("Night header");
  });
  it("finds parts and pages by words, by path and by a pasted address", async () => {
    const who = await studio();
    const found = async (query: string) => (await who.get("goTo", { query })).found.map((each) => each.title);
    expect(await found("header night")).toContain("Night header");
    expect((await found("/visit/eclipse-weekend/"))[0]).toBe("Eclipse weekend");
    expect((await found("http://observatory.localhost:4180/visit/eclipse-weekend?x=1#top"))[0]).toBe(
      "Eclipse weekend",
    );
    expect(await found("copper")).toEqual(["A copper moon"]);
    expect(await found("   ")).toEqual([]);
    expect(await found("no such thing")).toEqual([]);
  });
  it("counts where a part would show before its lines are saved", async () => {
    const who = await studio();
    const part = await idOf(who, "Members’ footer");
    const now = await who.get("reach", { part });
    expect(now).toMatchObject({ asks: 0, shows: 0 });
    const everywhere = await who.get("reach", { part, placement: { conditions: [{ clauses: [] }] } });
    expect(everywhere).toMatchObject({ asks: everywhere.pages, shows: 0, before: 0 });
    expect(everywhere.tied.map((tie) => tie.part)).toEqual([await idOf(who, "Footer in columns")]);
    const over = await who.get("reach", { part, placement: { conditions: [{ clauses: [] }], over: true } });
    // all but the page that chose another for itself
    expect(over.shows).toBe(over.pages - 1);
    expect(await who.get("reach", { part })).toMatchObject({ asks: 0 });
  });
  it("chooses pages to look at that differ, from those the part shows on", async () => {
    const who = await studio();
    const { pages, showsNowhere } = await who.get("previewPages", { part: await idOf(who, "Day header") });
    expect(showsNowhere).toBe(false);
    expect(new Set(pages.map((page) => page.identity)).size).toBe(pages.length);
    expect(pages.map((page) => page.why)).toEqual(
      expect.arrayContaining(["first", "darkPicture", "brightPicture", "longestTitle"]),
    );
    expect((await who.get("previewPages", { part: await idOf(who, "Members’ footer") })).showsNowhere).toBe(
      true,
    );
  });
  it("says of each of them whether something of the part leads to a page that is gone", async () => {
    const who = new Studio(await signInAs("builder"));
    const part = await idOf(who, "Front hero");
    const { body } = await who.get("part", { part });
    const button = blocksOf(body).find(({ kind }) => kind === "button");
    if (button?.kind !== "button") throw new Error("test: expected a button in the front hero");
    const deadOn = async () => (await who.get("previewPages", { part })).pages.map(({ isDead }) => isDead);
    expect(await deadOn()).not.toContain(true);
    const gone = { identity: "entry:gone" };
    await who.get("change", {
      operations: [setNodeOperation(body, part, button.id, ["settings", "target"], gone)],
    });
    expect(await deadOn()).not.toContain(false);
    await who.get("undo");
    expect(await deadOn()).not.toContain(true);
  });
  it("says of each of them what hides words on it", async () => {
    const who = new Studio(await signInAs("builder"));
    const part = await idOf(who, "Title on a picture");
    const { body } = await who.get("part", { part });
    const hides = async () => (await who.get("previewPages", { part })).pages.map((page) => page.hides);
    expect(new Set(await hides())).toEqual(new Set([null]));
    const change = (path: readonly string[], value: unknown) =>
      who.get("change", {
        operations: [setNodeOperation(body, part, body.bands[0]?.id ?? "", path, value)],
      });
    await change(["overlap"], 150);
    expect(new Set(await hides())).toEqual(new Set(["covers"]));
    await who.get("undo");
    await change(["heightIs"], "exactly");
    await change(["height"], { wide: 40 });
    expect(new Set(await hides())).toEqual(new Set(["tooHigh"]));
    await who.get("undo");
    await who.get("undo");
  });
  it("sees the site as a member does", async () => {
    const who = await studio();
    const page = await identityOf(who, "/members/members-log/");
    const closed = await who.get("previewPage", { page });
    const open = await who.get("previewPage", { page, audience: "level:members" });
    expect([closed.mayRead, closed.body.length]).toEqual([false, 0]);
    expect(open.mayRead).toBe(true);
    expect(open.body.length).toBeGreaterThan(0);
  });
  it("gets the beginning of what is for members where the layout shows it, and nothing more", async () => {
    const who = await studio();
    const part = await idOf(who, "Sky note");
    const { body } = await who.get("part", { part });
    const shown = {
      id: part,
      part: {
        ...body,
        bands: body.bands.map((band) => ({
          ...band,
          cells: band.cells.map((cell) => ({
            ...cell,
            blocks: cell.blocks.map((block) =>
              block.kind === "body" ? { ...block, settings: { teaser: "beginning", paragraphs: 1 } } : block,
            ),
          })),
        })),
      },
    };
    for (const path of ["/members/members-log/", "/notes/the-sun-talking/"]) {
      const page = await identityOf(who, path);
      const whole = await who.get("previewPage", { page, audience: "level:members" });
      const begun = await who.get("previewPage", { page, shown } as never);
      expect(begun.mayRead).toBe(false);
      expect(begun.body).toEqual(beginningOf(whole.body, 1));
      // what is one paragraph has no beginning that is not all of it
      const paragraphs = whole.body.filter(({ type }) => type === "paragraph");
      expect(begun.body).toHaveLength(paragraphs.length < 2 ? 0 : 1);
    }
  });
  it("says what a pack would bring along and ask for", async () => {
    const who = await studio();
    const contents = await who.get("packContents", {
      parts: [await idOf(who, "Night header"), await idOf(who, "Members’ footer")],
    });
    expect(contents.menus.map((menu) => menu.name)).toEqual(["Main"]);
    expect(contents.pictures.map((picture) => picture.name)).toEqual(["Total eclipse"]);
    expect(contents.colours.map((colour) => colour.name)).toEqual(["Slate"]);
    expect(
      contents.needs
        .filter((need) => need.parts.length > 0)
        .map((need) => `${need.type} ${need.name}`)
        .sort(),
    ).toEqual(["entry Eclipse weekend", "entry Visit", "term Eclipses"]);
    expect(await who.refused("packContents", { parts: ["gone"] })).toMatchObject([{ code: "part.unknown" }]);
  });
  it("begins a new part here with a design, and offers it only where it wins", async () => {
    const who = await studio();
    const { ways } = await who.get("offer", {
      slot: "header",
      pages: [await identityOf(who, "/about/")],
      wanted: { use: "new" },
    });
    expect(ways).toHaveLength(1);
    const [created] = ways[0]?.operations ?? [];
    expect(created).toMatchObject({ op: "create", kind: "part" });
    expect(created?.op === "create" && (created.body as { bands: unknown[] }).bands.length).toBeGreaterThan(
      0,
    );
    expect(ways[0]?.impact.groups).toMatchObject([{ slot: "header", pages: 1 }]);
  });
});

const folder = mkdtempSync(join(tmpdir(), "gray-latch-looking-"));
afterAll(() => rmSync(folder, { recursive: true }));
const onDisk = (bytes: Uint8Array): string => {
  const path = join(folder, randomUUID());
  writeFileSync(path, bytes);
  return path;
};
const renderPicture = (bytes: Uint8Array) => renderFile({ path: onDisk(bytes), folder });
const unzip = (bytes: Uint8Array) => unzipFile(onDisk(bytes), folder);

describe("pictures", () => {
  const drawn = (width: number, height: number, colour: string) =>
    sharp({ create: { width, height, channels: 3, background: colour } });
  it("are rendered in a ladder no wider than they are", async () => {
    const made = await renderPicture(await drawn(1200, 600, "#ffffff").png().toBuffer());
    expect(made.ok && made.value.facts).toMatchObject({
      type: "image/png",
      width: 1200,
      height: 600,
      lightness: 100,
      renditions: [480, 960, 1200],
    });
    const small = await renderPicture(await drawn(300, 300, "#000000").jpeg().toBuffer());
    expect(small.ok && small.value.facts).toMatchObject({ lightness: 0, renditions: [300] });
  });
  it("of a mark on see-through ground says what it is drawn in; of one that fills its box nothing", async () => {
    const mark = (fill: string, size: number) =>
      renderPicture(
        Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100"><rect width="${size}" height="${size}" fill="${fill}"/><circle cx="190" cy="90" r="6" fill="#ff0000"/></svg>`,
        ),
      );
    const inkOf = async (made: ReturnType<typeof mark>) => {
      const { ok, ...rest } = await made;
      if (!ok) throw new Error("test: expected a picture, got none");
      return (rest as { value: { facts: { ink?: number | null } } }).value.facts.ink;
    };
    // the greater part counts, not the red dot; soft edges may shift it by a shade
    expect(await inkOf(mark("#202020", 60))).toBeCloseTo(0x20, -1);
    expect(await inkOf(mark("#ffffff", 60))).toBe(255);
    expect(await inkOf(mark("#202020", 400))).toBeNull();
    const png = await sharp({
      create: { width: 200, height: 100, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
    })
      .composite([{ input: await drawn(80, 40, "#c8c8c8").png().toBuffer(), left: 20, top: 20 }])
      .png()
      .toBuffer();
    expect(await inkOf(renderPicture(png))).toBe(0xc8);
    expect(await inkOf(renderPicture(await drawn(300, 200, "#808080").jpeg().toBuffer()))).toBeNull();
  });
  it("are turned upright and lose their metadata", async () => {
    const sideways = await drawn(400, 200, "#808080")
      .withExif({ IFD0: { Copyright: "somebody" } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const made = await renderPicture(sideways);
    expect(made.ok && [made.value.facts.width, made.value.facts.height]).toEqual([200, 400]);
    const served = made.ok ? await sharp(made.value.files[0]?.path).metadata() : undefined;
    expect([served?.format, served?.exif]).toEqual(["webp", undefined]);
  });
  it.each([
    ["words", new TextEncoder().encode("not a picture")],
    ["a drawing without a size", new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>')],
    ["nothing", new Uint8Array()],
  ])("are refused when they are %s", async (_, bytes) => {
    expect(await renderPicture(bytes)).toMatchObject({ ok: false, issues: [{ code: "picture.unreadable" }] });
  });
  it("are refused when cut short", async () => {
    const whole = await drawn(800, 800, "#123456").png().toBuffer();
    expect(await renderPicture(whole.subarray(0, whole.length / 2))).toMatchObject({ ok: false });
  });
});

describe("unpacking", () => {
  it("gives every file as it was", async () => {
    const files = {
      "a.json": new Uint8Array([1, 2]),
      "deep/ä.bin": new Uint8Array(300_000).map((_, at) => Math.imul(at + 1, 2654435761) >>> 13),
    };
    const read = await unzip(zipSync(files));
    if (!read.ok) throw new Error("test: expected it to be unpacked");
    const { hashes, texts, paths } = read.value;
    for (const [path, bytes] of Object.entries(files)) {
      expect(hashes.get(path)).toBe(createHash("sha256").update(bytes).digest("hex"));
      const got = texts.get(path) ?? readFileSync(paths.get(path) ?? "");
      expect(Buffer.compare(Buffer.from(got), Buffer.from(bytes)), path).toBe(0);
    }
    expect([...hashes.keys()]).toEqual(Object.keys(files));
  });
  it("refuses absolute paths and too many files", async () => {
    expect(await unzip(zipSync({ "/etc/x": new Uint8Array([1]) }))).toMatchObject({
      issues: [{ code: "pack.leavesArchive" }],
    });
    const many = Object.fromEntries(Array.from({ length: 5002 }, (_, at) => [`${at}`, new Uint8Array()]));
    expect(await unzip(zipSync(many, { level: 0 }))).toMatchObject({ issues: [{ code: "pack.tooBig" }] });
  });
});
