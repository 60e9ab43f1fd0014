import { randomUUID } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { zipSync } from "fflate";
import sharp from "sharp";
import { afterAll, afterEach, describe, expect, it } from "vitest";
import { closeDecoders, decode } from "./decoding";
import { isDrawable } from "./drawing-cost";

const folder = mkdtempSync(join(tmpdir(), "gray-latch-decoding-"));
afterAll(async () => {
  await closeDecoders();
  rmSync(folder, { recursive: true });
});
const onDisk = (bytes: Uint8Array | string): string => {
  const path = join(folder, randomUUID());
  writeFileSync(path, bytes);
  return path;
};
const codeOf = (outcome: { ok: boolean; issues?: readonly { code: string }[] }) =>
  outcome.ok ? "ok" : outcome.issues?.[0]?.code;
const svg = (inside: string, size = 'width="90" height="60"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inside}</svg>`;

describe("what a drawing may hold", () => {
  const uses = (levels: number, each: number) =>
    Array.from(
      { length: levels },
      (_, level) => `<g id="l${level + 1}">${`<use href="#l${level}"/>`.repeat(each)}</g>`,
    ).join("");
  const patterns = (levels: number) =>
    Array.from(
      { length: levels },
      (_, level) =>
        `<pattern id="p${level + 1}" width="1" height="1">${`<rect width="1" height="1" fill="url(#p${level})"/>`.repeat(6)}</pattern>`,
    ).join("");
  it.each([
    ["a thousand shapes", '<path d="M0 0L9 9"/>'.repeat(1000), true],
    ["some words", "<text>Sallow Creek Tide Mill, since 1843</text>", true],
    [
      "a gradient many shapes wear",
      `<linearGradient id="g"/>${'<rect fill="url(#g)" width="1" height="1"/>'.repeat(5000)}`,
      true,
    ],
    [
      "a symbol used often",
      `<symbol id="s"><path d="M0 0"/></symbol>${'<use href="#s"/>'.repeat(2000)}`,
      true,
    ],
    ["5 000 letters", `<text>${"x".repeat(5000)}</text>`, false],
    [
      "letters used again and again",
      `<text id="t">${"x".repeat(100)}</text>${'<use href="#t"/>'.repeat(50)}`,
      false,
    ],
    ["copies of copies", `<rect id="l0"/>${uses(9, 10)}<use href="#l9"/>`, false],
    [
      "patterns in patterns",
      `<rect id="p0"/>${patterns(12)}<rect fill="url(#p12)" width="9" height="9"/>`,
      false,
    ],
    ["something that is in itself", '<g id="a"><use href="#a"/></g>', false],
    ["two that are in each other", '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>', false],
    ["groups in groups", "<g>".repeat(70) + "</g>".repeat(70), false],
    [
      "a dear mask every shape wears by a rule",
      `<style>rect{mask:url(#m)}</style><mask id="m">${"<path/>".repeat(500)}</mask>${"<rect/>".repeat(600)}`,
      false,
    ],
  ])("%s: %s", (_, inside, expected) => {
    expect(isDrawable(svg(inside))).toBe(expected);
  });
  it("is told where it is looked at, in no time, with the reason", async () => {
    const path = onDisk(svg(`<text>${"x".repeat(10_000)}</text>`));
    expect(codeOf(await decode("pictureHead", { path }))).toBe("picture.intricate");
    expect(codeOf(await decode("picture", { path, folder }))).toBe("picture.intricate");
    const huge = onDisk(svg("<rect/>", 'width="90000" height="9"'));
    expect(codeOf(await decode("pictureHead", { path: huge }))).toBe("picture.tooLarge");
  });
  it("is looked at small, however large it says it is, and is what it was", async () => {
    const path = onDisk(
      svg('<rect width="20000" height="10000" fill="#204060"/>', 'width="20000" height="10000"'),
    );
    const made = await decode("picture", { path, folder });
    if (!made.ok) throw new Error("test: expected the drawing to be taken");
    expect(made.value.facts).toMatchObject({ width: 20_000, height: 10_000, type: "image/svg+xml" });
    // WCAG 2.2 relative luminance of #204060 is 0.0476: about 24 % of the grey scale
    expect(made.value.facts.lightness).toBeGreaterThan(20);
    expect(made.value.facts.lightness).toBeLessThan(28);
    expect(readFileSync(made.value.files[0]?.path ?? "", "utf8")).toContain('width="20000"');
  });
});

describe("decoding", () => {
  afterEach(async () => {
    delete process.env["DECODE_SECONDS"];
    delete process.env["DECODE_MEGABYTES"];
    await closeDecoders();
  });
  it("is ended when it takes longer than is given, and the next goes on", async () => {
    process.env["DECODE_SECONDS"] = "0.15";
    const noise = await sharp({
      create: {
        width: 4000,
        height: 4000,
        channels: 3,
        background: "#888",
        noise: { type: "gaussian", mean: 120, sigma: 50 },
      },
    })
      .png({ compressionLevel: 0 })
      .toBuffer();
    const path = onDisk(noise);
    expect(codeOf(await decode("picture", { path, folder, better: ["avif"] }))).toBe("file.tooDear");
    process.env["DECODE_SECONDS"] = "60";
    const small = onDisk(
      await sharp({ create: { width: 9, height: 9, channels: 3, background: "#888" } })
        .png()
        .toBuffer(),
    );
    expect(codeOf(await decode("picture", { path: small, folder }))).toBe("ok");
  });
  it("is ended when it takes more memory than is given, and the process that asked goes on", async () => {
    process.env["DECODE_MEGABYTES"] = "160";
    const large = await sharp({ create: { width: 9000, height: 9000, channels: 4, background: "#8888" } })
      .png({ compressionLevel: 1 })
      .toBuffer();
    expect(codeOf(await decode("picture", { path: onDisk(large), folder }))).toBe("file.tooDear");
  });
  it("that gives up in a way nobody foresaw is not said to take too much", async () => {
    const path = join(folder, "not-there");
    for (const task of ["pack", "picture", "font"] as const)
      expect(codeOf(await decode(task, { path, folder })), task).toBe("file.unreadable");
  });
  it("is not said to be broken where our own disk is full", async () => {
    // every write to it is refused for want of room (Linux full(4))
    symlinkSync("/dev/full", join(folder, "font.ttf"));
    const path = resolve("node_modules/@fontsource-variable/lora/files/lora-latin-wght-normal.woff2");
    expect(codeOf(await decode("font", { path, folder }))).toBe("disk.full");
  });
  it("knows nothing of the database", async () => {
    const { TASKS } = await import("./decoder-tasks");
    expect(Object.keys(TASKS).sort()).toEqual([
      "captions",
      "film",
      "font",
      "map",
      "pack",
      "picture",
      "pictureHead",
      "pixels",
      "video",
    ]);
    const sources = [
      "captions-file",
      "decoder-main",
      "decoder-tasks",
      "drawing-cost",
      "drawing-file",
      "font-file",
      "map-drawing",
      "pack-file",
      "picture-file",
      "unzip",
      "video-file",
      "woff2",
    ];
    for (const name of sources)
      expect(readFileSync(`src/server/files/${name}.ts`, "utf8"), name).not.toMatch(/from "[./]*data\//);
  });
  it("reads a pack to the disk, and refuses one whose names are doubled", async () => {
    const bytes = zipSync({ "a.txt": new Uint8Array([1]), "b.txt": new Uint8Array([2]) }, { level: 0 });
    // the name of the second entry made that of the first, in both of its heads
    const twice = Buffer.from(bytes);
    for (let at = twice.indexOf("b.txt"); at !== -1; at = twice.indexOf("b.txt", at + 1))
      twice.write("a.txt", at);
    expect(codeOf(await decode("pack", { path: onDisk(twice), folder }))).toBe("pack.fileTwice");
    expect(codeOf(await decode("pack", { path: onDisk(bytes), folder }))).toBe("pack.fileMissing");
  });
});
