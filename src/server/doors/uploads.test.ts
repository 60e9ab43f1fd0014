import { readFileSync } from "node:fs";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import wawoff2 from "wawoff2";
import { Studio, signInAs } from "../../../test/studio";
import { FAMILY_METRICS } from "../../core/measure/family-metrics";
import type { Issue } from "../../core/model/issue";
import { bindOperation } from "../../core/style/typed-in";
import { POOL, selectRows } from "../../data/database";
import { closeDecoders } from "../files/decoding";
import { cleanDrawing } from "../files/drawing-file";
import type { SiteFile } from "../files/kept-bytes";
import { sharedFile } from "../hosts/shared-files";
import { answerSite } from "../hosts/site-handler";
import { publicOrigin, studioOrigin } from "../http/host-names";
import { giveUpPictureJob, nameFromFile, runPictureJob } from "../jobs/picture-job";
import { installQueue } from "../jobs/queue";
import { shaperFor, unpackedFont } from "../site/shaping";
import { answerUpload } from "./upload-requests";

beforeAll(installQueue);
afterAll(closeDecoders);

/** The bytes of a small file that is served. */
const bytesOf = ({ file }: { file?: SiteFile }): Buffer =>
  Buffer.from(file?.read(0, file.size - 1) as Uint8Array);

const studio = async (role: "owner" | "editor" | "viewer" = "owner") => new Studio(await signInAs(role));
const drawn = (width: number, height: number, colour = "#446688") =>
  sharp({ create: { width, height, channels: 3, background: colour } });

type Sent = { ok: true; value: { id: string } } | { ok: false; issues: readonly Issue[] };
const send = async (
  who: Studio,
  bytes: Uint8Array,
  query: Record<string, string> = {},
  headers: Record<string, string> = {},
): Promise<{ status: number; sent: Sent }> => {
  const response = await answerUpload(
    new Request(`${studioOrigin()}/api/studio/observatory/upload?${new URLSearchParams(query)}`, {
      method: "POST",
      body: bytes as BodyInit,
      headers: { origin: studioOrigin(), cookie: who.cookie, ...headers },
    }),
    "observatory",
  );
  return { status: response.status, sent: (await response.json()) as Sent };
};
/** Sent, and the job done as the job process would. */
const take = async (who: Studio, bytes: Uint8Array, query: Record<string, string> = {}) => {
  const { sent } = await send(who, bytes, query);
  if (!sent.ok) throw new Error(JSON.stringify(sent.issues));
  await runPictureJob({ site: "observatory", upload: sent.value.id });
  const { uploads } = await who.get("uploads");
  const upload = uploads.find(({ id }) => id === sent.value.id);
  if (!upload) throw new Error("test: expected the upload, got none");
  return upload;
};
const everything = () =>
  selectRows("SELECT id, hash FROM document WHERE site = 'observatory' ORDER BY id", {}, POOL);

describe("a picture that is sent", () => {
  it("becomes a picture with renditions, is undone as a whole, and can be taken out", async () => {
    const who = await studio();
    const before = await everything();
    const upload = await take(who, await drawn(1200, 800).jpeg().toBuffer(), { name: "low_sun-03.JPG" });
    expect(upload).toMatchObject({ state: "done", issue: null });
    const made = await who.get("picture", { picture: upload.picture });
    expect(made.body).toMatchObject({
      name: "Low sun 03",
      type: "image/jpeg",
      width: 1200,
      height: 800,
      renditions: [480, 960, 1200],
      formats: ["avif", "webp", "jpeg"],
      focal: { x: 50, y: 50 },
    });
    expect(made.findings.map(({ code }) => code)).toEqual(["unused"]);
    for (const format of ["avif", "webp", "jpeg"]) {
      const file = await sharedFile("observatory", `/_media/${made.body.file}-480.${format}`);
      expect(file?.headers?.["Content-Type"]).toBe(`image/${format}`);
      expect((await sharp(file ? bytesOf(file) : undefined).metadata()).width).toBe(480);
    }
    // the original is kept, and never served
    expect(await sharedFile("observatory", `/_media/${made.body.file}`)).toBeNull();
    expect(await sharedFile("observatory", `/_media/${made.body.file}-original.webp`)).toBeNull();
    await who.get("undo");
    expect(await everything()).toEqual(before);
    await who.get("redo");
    await who.get("removePicture", { picture: upload.picture });
    expect(await everything()).toEqual(before);
    await who.get("putUploadsAway");
    expect((await who.get("uploads")).uploads).toEqual([]);
  });
  it("in the place of another keeps its words and its point; older editions keep theirs", async () => {
    const who = await studio();
    const { pictures } = await who.get("pictures");
    const ridge = pictures.find(({ name }) => name === "Ridge at night");
    const old = (await who.get("picture", { picture: ridge?.id })).body;
    const upload = await take(who, await drawn(900, 900).png().toBuffer(), { replaces: ridge?.id ?? "" });
    expect(upload).toMatchObject({ state: "done", picture: ridge?.id });
    const now = (await who.get("picture", { picture: ridge?.id })).body;
    expect(now).toMatchObject({
      name: old.name,
      alt: old.alt,
      focal: old.focal,
      width: 900,
      type: "image/png",
    });
    expect(now.file).not.toBe(old.file);
    const front = await answerSite("observatory", new URL("/", publicOrigin("observatory")));
    expect(String(front.body)).toContain(old.file);
    await who.get("undo");
    expect((await who.get("picture", { picture: ridge?.id })).body).toEqual(old);
  });
  it("is done once, however often the job runs, and not after the sender lost the site", async () => {
    const who = await studio();
    const { sent } = await send(who, await drawn(40, 30).png().toBuffer(), { name: "dot.png" });
    if (!sent.ok) throw new Error("test: expected it to be taken");
    const job = { site: "observatory", upload: sent.value.id };
    await runPictureJob(job);
    const after = await everything();
    await runPictureJob(job);
    await runPictureJob({ site: "observatory", upload: "nobody" });
    expect(await everything()).toEqual(after);
    await who.get("undo");
  });
  it("says so when the job gave up", async () => {
    const who = await studio();
    const { sent } = await send(who, await drawn(41, 30).png().toBuffer(), { name: "dot.png" });
    if (!sent.ok) throw new Error("test: expected it to be taken");
    await giveUpPictureJob({ site: "observatory", upload: sent.value.id });
    const { uploads } = await who.get("uploads");
    expect(uploads.find(({ id }) => id === sent.value.id)).toMatchObject({
      state: "failed",
      issue: { code: "picture.gaveUp" },
    });
  });
  it("in a place that is used is not taken out", async () => {
    const who = await studio();
    const { pictures } = await who.get("pictures");
    const used = pictures.find(({ places }) => places > 1);
    const [problem] = await who.refused("removePicture", { picture: used?.id });
    expect(problem).toMatchObject({ code: "picture.inUse", params: { count: used?.places } });
  });
  it("names of files become names of pictures", () => {
    expect(nameFromFile("ridge_at-night.JPG")).toBe("Ridge at night");
    expect(nameFromFile(".png")).toBe("Picture");
  });
});

/** A PNG whose head declares a size nobody can hold (PNG 3rd edition §11.2.1: IHDR). */
const bomb = (): Uint8Array => {
  const bytes = new Uint8Array(60);
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
  const view = new DataView(bytes.buffer);
  view.setUint32(16, 100_000);
  view.setUint32(20, 100_000);
  bytes.set([8, 2, 0, 0, 0], 24);
  return bytes;
};

describe("what is no picture", () => {
  const words = new TextEncoder();
  const cases: readonly [string, () => Promise<Uint8Array> | Uint8Array, RegExp][] = [
    ["words", () => words.encode("not a picture"), /^picture\.unreadable$/],
    ["nothing", () => new Uint8Array(), /^picture\.unreadable$/],
    ["100 000 × 100 000 pixels declared", bomb, /^picture\.(tooLarge|unreadable)$/],
    [
      "a drawing with entities that grow",
      () => words.encode('<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg width="9" height="9">&a;</svg>'),
      /^picture\.unreadable$/,
    ],
    [
      "a moving picture of another kind",
      () => words.encode("GIF89a....................."),
      /^picture\.unreadable$/,
    ],
  ];
  it.each(cases)("%s is refused at the door, and nothing is kept", async (_name, make, code) => {
    const who = await studio();
    const before = await everything();
    const { status, sent } = await send(who, await make());
    expect(status).toBe(422);
    expect(sent.ok || sent.issues[0]?.code).toMatch(code);
    expect(await everything()).toEqual(before);
  });
  it("a picture cut short is refused by the job with the reason", async () => {
    const who = await studio();
    const before = await everything();
    const whole = await drawn(900, 900, "#123456").jpeg().toBuffer();
    const upload = await take(who, whole.subarray(0, whole.length * 0.6));
    expect(upload).toMatchObject({ state: "failed", issue: { code: "picture.unreadable" }, picture: null });
    expect(await everything()).toEqual(before);
  });
  it("a large drawing is cleaned, or it is said at the door why not", async () => {
    const who = await studio();
    const before = await everything();
    const shapes = '<path d="M0 0L9 9" fill="#123456"/>'.repeat(3000);
    const sizeless = await send(who, words.encode(`<svg xmlns="http://www.w3.org/2000/svg">${shapes}</svg>`));
    expect(sizeless.sent).toMatchObject({ ok: false, issues: [{ code: "picture.unreadable" }] });
    expect(await everything()).toEqual(before);
    const whole = await take(
      who,
      words.encode(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${shapes}</svg>`),
    );
    expect(whole).toMatchObject({ state: "done", issue: null });
    await who.get("undo");
  });
  it("more than 64 MB is not read, and those who may not design may not send", async () => {
    const who = await studio();
    const tooBig = await send(who, new Uint8Array(9), {}, { "content-length": String(65 * 1024 * 1024) });
    expect(tooBig.sent.ok || tooBig.sent.issues[0]?.code).toBe("picture.tooBig");
    const viewer = await send(await studio("viewer"), await drawn(9, 9).png().toBuffer());
    expect(viewer.status).toBe(403);
  });
});

describe("a drawing", () => {
  const hostile = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20" onload="alert(1)">
    <script>alert(2)</script><style>@import url(https://bad.example/x.css);</style>
    <a href="javascript:alert(3)"><rect width="9" height="9" fill="url(https://bad.example/p.svg#a)" onclick="alert(4)"/></a>
    <image href="https://bad.example/i.png" width="9" height="9"/><foreignObject><iframe src="https://bad.example"/></foreignObject>
    <use href="https://bad.example/u.svg#a"/><use href="#b"/><linearGradient id="b"/><path d="M0 0L9 9" fill="url(#b)"/>
    <animate attributeName="href" to="javascript:alert(5)"/><set attributeName="onload" to="alert(6)"/></svg>`;
  it("keeps what is drawn and loses what runs or reaches out", () => {
    const cleaned = cleanDrawing(new TextEncoder().encode(hostile));
    const clean = cleaned.ok ? cleaned.value : null;
    expect(clean).toMatchObject({ width: 40, height: 20 });
    expect(clean?.text).not.toMatch(
      /script|alert|bad\.example|onload|onclick|foreignObject|<image|@import|animate|<set/i,
    );
    expect(clean?.text).toContain('href="#b"');
    expect(clean?.text).toContain('fill="url(#b)"');
    expect(clean?.text).toContain("linearGradient");
  });
  const svg = (inside: string) => {
    const cleaned = cleanDrawing(
      new TextEncoder().encode(
        `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9">${inside}</svg>`,
      ),
    );
    return cleaned.ok ? cleaned.value.text : undefined;
  };
  it("keeps the colours drawing programs write as styles", async () => {
    const text = svg(
      '<style>.a{fill:#ff0000}</style><rect class="a" width="9" height="4"/><rect y="4" width="9" height="5" style="fill:#00ff00;stroke:none"/>',
    );
    const { data, info } = await sharp(Buffer.from(text ?? ""))
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const at = (x: number, y: number) => [
      ...data.subarray((y * info.width + x) * 3, (y * info.width + x) * 3 + 3),
    ];
    expect([at(4, 1), at(4, 7)]).toEqual([
      [255, 0, 0],
      [0, 255, 0],
    ]);
  });
  it.each([
    ["an import", "<style>@import 'https://bad.example/x.css';</style>"],
    ["a font from elsewhere", "<style>@font-face{font-family:x;src:url(https://bad.example/f)}</style>"],
    ["a picture from elsewhere", "<style>rect{fill:url(https://bad.example/p)}</style>"],
    ["an address spelled with escapes", '<rect width="9" height="9" fill="u\\72l(https://bad.example/p)"/>'],
    ["an address in a style", '<rect width="9" height="9" style="fill:url(https://bad.example/p)"/>'],
    [
      "a set of pictures",
      '<rect width="9" height="9" style="fill:image-set(&quot;https://bad.example/p&quot; 1x)"/>',
    ],
    ["markup hidden in a style", "<style>&lt;/style&gt;&lt;script&gt;alert(1)&lt;/script&gt;</style>"],
    ["a script by another name", "<style><![CDATA[</style><script>alert(1)</script>]]></style>"],
  ])("loses %s", (_name, inside) => {
    expect(svg(inside) ?? "").not.toMatch(/bad\.example|alert|script/);
  });
  it("is served as it was cleaned, in a sandbox, and shown as an image", async () => {
    const who = await studio();
    const upload = await take(who, new TextEncoder().encode(hostile), { name: "sign.svg" });
    const { body } = await who.get("picture", { picture: upload.picture });
    expect(body).toMatchObject({ type: "image/svg+xml", width: 40, height: 20, renditions: [] });
    const file = await sharedFile("observatory", `/_media/${body.file}.svg`);
    expect(file?.headers?.["Content-Security-Policy"]).toMatch(/^sandbox; default-src 'none'/);
    expect(String(file && bytesOf(file))).not.toContain("alert");
    await who.get("undo");
  });
});

/** A shipped font under another name: the family's letters swapped in its name table. */
const renamed = async (from: string, to: string): Promise<Uint8Array> => {
  const source = readFileSync("node_modules/@fontsource-variable/lora/files/lora-latin-wght-normal.woff2");
  const font = Buffer.from(await wawoff2.decompress(source));
  const swap = (text: string) => Buffer.from(text, "utf16le").swap16();
  for (let at = font.indexOf(swap(from)); at !== -1; at = font.indexOf(swap(from), at + 1))
    swap(to).copy(font, at);
  return Buffer.from(await wawoff2.compress(font));
};

describe("a font of one's own", () => {
  const sendFont = async (who: Studio, bytes: Uint8Array, licence: string) => {
    const form = new FormData();
    form.set("file", new Blob([bytes as BlobPart]));
    form.set("answers", JSON.stringify({ licence }));
    return (await who.send("addFont", form)).outcome;
  };
  it("is read, offered, used and served", async () => {
    const who = await studio();
    const bytes = await renamed("Lora", "Ridg");
    const added = await sendFont(who, bytes, "OFL 1.1");
    expect(added.ok).toBe(true);
    const { body } = await who.get("style");
    const [own] = body.ownFonts;
    expect(own).toMatchObject({ licence: "OFL 1.1", weights: [400, 700], metrics: FAMILY_METRICS["Lora"] });
    expect(own?.family.startsWith("Ridg")).toBe(true);
    const file = await sharedFile("observatory", `/_fonts/own/${own?.file}.woff2`);
    expect(Buffer.compare(file ? bytesOf(file) : Buffer.alloc(0), Buffer.from(bytes))).toBe(0);
    // known to the shaper, as wide as the font it is another name of; not there for another site
    const hash = own?.file ?? "";
    const shaper = await shaperFor("observatory", {
      ...body,
      fonts: { text: own?.family ?? "", headings: "Lora", third: "" },
    });
    const setting = { weight: 500, size: 18, spacing: 0, upper: false };
    const width = shaper.width("Open nights", { ...setting, family: own?.family ?? "" }, body.ownFonts);
    expect(width).toBeGreaterThan(50);
    expect(width).toBe(shaper.width("Open nights", { ...setting, family: "Lora" }));
    expect(await unpackedFont("tide-mill", hash)).toBeNull();
    expect((await unpackedFont("observatory", hash))?.length).toBeGreaterThan(10_000);
    await who.get("undo");
    expect((await who.get("style")).body.ownFonts).toEqual([]);
  });
  const woff2 = new Uint8Array(64);
  woff2.set([0x77, 0x4f, 0x46, 0x32]);
  const huge = new Uint8Array(woff2);
  new DataView(huge.buffer).setUint32(16, 900_000_000);
  it.each([
    [
      "words",
      new TextEncoder().encode("not a font at all, whatever its name may say of it"),
      "font.notWoff2",
    ],
    ["a head without a body", woff2, "font.broken"],
    ["one that would unpack to 900 MB", huge, "font.tooBig"],
    ["one of 4 MB", new Uint8Array(4_000_000), "font.tooBig"],
  ])("is refused when it is %s", async (_name, bytes, code) => {
    const who = await studio();
    const outcome = await sendFont(who, bytes, "mine");
    expect(outcome.ok || outcome.issues[0]?.code).toBe(code);
  });
  it("needs a word on its licence, and is not one that ships", async () => {
    const who = await studio();
    const shipped = readFileSync("node_modules/@fontsource-variable/lora/files/lora-latin-wght-normal.woff2");
    const codes = [];
    for (const [bytes, licence] of [
      [shipped, " "],
      [shipped, "OFL"],
    ] as const) {
      const outcome = await sendFont(who, bytes, licence);
      codes.push(outcome.ok ? "" : outcome.issues[0]?.code);
    }
    expect(codes[0]).toBe("font.licence");
    // the package's own name may carry the word Variable; then it is another family than ours
    expect(["font.ships", ""]).toContain(codes[1]);
    if (codes[1] === "") await who.get("undo");
  });
});

describe("the house style over the wire", () => {
  it("goes out as tokens and comes back with nothing changed; a broken file changes nothing", async () => {
    const who = await studio();
    const before = await everything();
    const { text } = await who.get("tokensFile");
    expect((await who.get("tokensPlan", { text })).isOurs).toBe(true);
    const [notJson] = await who.refused("tokensPlan", { text: "{" });
    expect(notJson?.code).toBe("tokens.notJson");
    const [alias] = await who.refused("tokensImport", {
      text: JSON.stringify({ a: { $type: "color", $value: "{nowhere}" } }),
    });
    expect(alias?.code).toBe("tokens.alias");
    expect(await everything()).toEqual(before);
  });
  it("a file from outside is taken with chosen roles, and undone in one step", async () => {
    const who = await studio();
    const before = (await who.get("style")).body;
    const text = JSON.stringify({
      brand: { $type: "color", primary: { $value: { colorSpace: "srgb", components: [0, 0.3, 0.5] } } },
      odd: { $type: "number", $value: 3 },
    });
    await who.get("tokensImport", { text, roles: { accent: "brand-primary" } });
    const now = (await who.get("style")).body;
    expect(now.roles.accent).toBe("brand-primary");
    expect(now.palette.find(({ id }) => id === "brand-primary")?.value).toBe("#004d80");
    expect(now.kept).toEqual({ odd: { $type: "number", $value: 3 } });
    await who.get("undo");
    expect((await who.get("style")).body).toEqual(before);
  });
  it.each([
    ["an impossible colour", ["palette", 0, "value"], "mauve-ish"],
    ["a role that names no colour", ["roles", "accent"], "nothing"],
    ["edges the wrong way round", ["measures", "edgeMiddle"], 1000],
    ["a size of nothing", ["type", "h1", "size"], 0],
  ])("%s is refused, and nothing changes", async (_name, path, value) => {
    const who = await studio();
    const { body } = await who.get("style");
    const was = path.reduce<unknown>((now, step) => (now as Record<string, unknown>)[step], body);
    const issues = await who.refused("change", {
      operations: [{ op: "set", id: "style", path, value, was }],
    });
    expect(issues.length).toBeGreaterThan(0);
    expect((await who.get("style")).body).toEqual(body);
  });
  it("says which colours a picture speaks with, the same each time", async () => {
    const who = await studio();
    const { pictures } = await who.get("pictures");
    const id = pictures.find(({ name }) => name === "Sun")?.id;
    const once = await who.get("pictureColours", { picture: id });
    expect(once.colours.length).toBeGreaterThan(0);
    expect(await who.get("pictureColours", { picture: id })).toEqual(once);
    expect((await who.refused("pictureColours", { picture: "gone" }))[0]?.code).toBe("picture.unknown");
  });
  it("notices colours and words of pictures that need a look, in the ledger and for scripts, until they are seen to", async () => {
    const who = await studio();
    const codes = async () => (await who.get("lookFindings")).findings.map(({ code }) => code);
    const { typedIn, body } = await who.get("style");
    const before = await codes();
    expect(before).toContain("typedIn");
    expect(before).not.toContain("faint");
    const at = body.palette.findIndex(({ id }) => id === body.roles.mutedText);
    const { pictures } = await who.get("pictures");
    const shown = pictures.find(({ name }) => name === "Sun")?.id ?? "";
    const { alt } = (await who.get("picture", { picture: shown })).body;
    await who.get("change", {
      operations: [
        {
          op: "set",
          id: "style",
          path: ["palette", at, "value"],
          value: "#c0c0c0",
          was: body.palette[at]?.value,
        },
        { op: "set", id: shown, path: ["alt"], value: "", was: alt },
        ...typedIn.map(bindOperation),
      ],
    });
    const { findings } = await who.get("lookFindings");
    expect(findings.map(({ code }) => code)).not.toContain("typedIn");
    expect(findings).toContainEqual(expect.objectContaining({ code: "pictures", problem: "noWords" }));
    expect(findings).toContainEqual(
      expect.objectContaining({ code: "faint", colours: { text: "muted text", ground: "surface" } }),
    );
    await who.get("undo");
    expect(await codes()).toEqual(before);
  });
  it("finds icons by name, those that begin with it first", async () => {
    const who = await studio();
    const { icons } = await who.get("icons", { query: "rss" });
    expect(icons[0]?.title.toLowerCase()).toBe("rss");
    expect(icons[0]?.outline).toMatch(/^[Mm]/);
  });
});
