import { createHash, randomUUID } from "node:crypto";
import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import sharp, { type Sharp } from "sharp";
import { grainOf } from "../../core/colour/grain";
import { greyOf } from "../../core/colour/tones";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { type Picture, type PictureFile, TONES_ACROSS } from "../../core/model/picture";
import { cleanDrawing } from "./drawing-file";

/** Widths of the renditions, px. The uncropped picture each time: moving the focal point makes no files. */
const LADDER = [480, 960, 1600, 2560];
/** More than any camera makes; a file that declares more is refused before a pixel is read. */
const MOST_PIXELS = 120_000_000;
const LONGEST_SIDE = 30_000;

type PictureType = Picture["type"];
type Format = Picture["formats"][number];
const TYPES: Readonly<Record<string, PictureType>> = {
  jpeg: "image/jpeg",
  png: "image/png",
  webp: "image/webp",
  heif: "image/avif",
};

/** A file made from another, on the disk. */
export interface MadeFile {
  readonly variant: string;
  readonly type: string;
  readonly path: string;
}
export interface Rendered {
  readonly facts: PictureFile;
  readonly files: readonly MadeFile[];
}

/** Only these kinds are decoded at all, whatever else the decoder knows (names of libvips's loaders). */
const LOADERS = ["Jpeg", "Png", "Webp", "Heif", "Svg"].map((kind) => `VipsForeignLoad${kind}`);
sharp.block({ operation: ["VipsForeignLoad"] });
sharp.unblock({ operation: LOADERS });

const looksLikeSvg = (bytes: Uint8Array): boolean =>
  /^\s*(<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(new TextDecoder().decode(bytes.subarray(0, 400)));

const read = (bytes: Uint8Array) =>
  sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "error" }).rotate().toColourspace("srgb");

/** What can be told in no time: the type of the picture, or why it is none. */
export const pictureHead = async ({ path }: { readonly path: string }): Promise<Outcome<PictureType>> => {
  const head = await inspectPicture(await readFile(path));
  return head.ok ? succeed(head.value.type) : head;
};

/** What a picture's head says of it, without decoding: quick enough for the door. */
const inspectPicture = async (
  bytes: Uint8Array,
): Promise<Outcome<{ readonly type: PictureType; readonly width: number; readonly height: number }>> => {
  if (looksLikeSvg(bytes)) {
    const svg = cleanDrawing(bytes);
    return svg.ok
      ? succeed({ type: "image/svg+xml", width: svg.value.width, height: svg.value.height })
      : svg;
  }
  try {
    const { format, compression, autoOrient } = await sharp(bytes, { limitInputPixels: false }).metadata();
    const type = TYPES[format ?? ""];
    if (!type || (format === "heif" && compression !== "av1")) return fail(issue("picture.unreadable"));
    const { width, height } = autoOrient;
    if (width * height > MOST_PIXELS || Math.max(width, height) > LONGEST_SIDE)
      return fail(issue("picture.tooLarge", [], { width, height }));
    return succeed({ type, width, height });
  } catch {
    // whatever the decoder says of bytes that are no picture
    return fail(issue("picture.unreadable"));
  }
};

const ENCODERS: Readonly<Record<Format, (base: Sharp) => Sharp>> = {
  avif: (base) => base.avif({ quality: 55, effort: 2 }),
  webp: (base) => base.webp({ quality: 80, effort: 2 }),
  jpeg: (base) => base.flatten({ background: "#ffffff" }).jpeg({ quality: 80 }),
  png: (base) => base.png({ compressionLevel: 6 }),
};

/** The kind every reader knows, beside the better ones: the original's own, or the one that can hold what it holds. */
const commonFormat = (type: PictureType, isSeeThrough: boolean): Format =>
  type === "image/png" || isSeeThrough ? "png" : "jpeg";

const MOST_TONES = 96;
/** Wider than this no pattern of a picture is seen on most screens, px. */
const GRAIN_ACROSS = 1280;

/** Pixels as relative luminance (WCAG 2.2), told as sRGB greys. */
const greysOf = async (image: Sharp): Promise<{ greys: Uint8Array; width: number; height: number }> => {
  const { data, info } = await image
    .toColourspace("srgb")
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height, channels } = info;
  const greys = new Uint8Array(width * height);
  const [toGreen, toBlue] = channels < 3 ? [0, 0] : [1, 2];
  for (let at = 0; at < greys.length; at += 1) {
    const from = at * channels;
    greys[at] = greyOf(data[from] as number, data[from + toGreen] as number, data[from + toBlue] as number);
  }
  return { greys, width, height };
};

/** How light a picture is where, as `Picture` keeps it, and what lies within those samples. */
const tonesOf = async (
  base: () => Sharp,
  { width, height }: { width: number; height: number },
): Promise<Pick<PictureFile, "tones" | "grain">> => {
  const lines = Math.max(1, Math.min(MOST_TONES, Math.round((TONES_ACROSS * height) / width)));
  const onWhite = () => base().flatten({ background: "#ffffff" });
  const { greys } = await greysOf(onWhite().resize({ width: TONES_ACROSS, height: lines, fit: "fill" }));
  const fine = await greysOf(onWhite().resize({ width: GRAIN_ACROSS, withoutEnlargement: true }));
  return {
    tones: Buffer.from(greys).toString("base64"),
    grain: Buffer.from(grainOf(fine, TONES_ACROSS, lines)).toString("base64"),
  };
};

/** Less of a picture than this is see-through by accident: rounded corners, a soft edge. */
const SEE_THROUGH = 0.1;

/** The grey most of a mark is drawn in: the middle one of its pixels, each counted by how opaque it is. */
const inkOf = async (base: () => Sharp): Promise<number | null> => {
  const { data, info } = await base()
    .ensureAlpha()
    .resize({ width: 128, withoutEnlargement: true })
    .toColourspace("srgb")
    .raw()
    .toBuffer({ resolveWithObject: true });
  if (info.channels !== 4) return null;
  const weights = new Float64Array(256);
  let opaque = 0;
  for (let at = 0; at < data.length; at += 4) {
    const [red = 0, green = 0, blue = 0, alpha = 0] = data.subarray(at, at + 4);
    weights[greyOf(red, green, blue)] = (weights[greyOf(red, green, blue)] as number) + alpha;
    opaque += alpha;
  }
  if (opaque === 0 || opaque / 255 > (1 - SEE_THROUGH) * info.width * info.height) return null;
  let below = 0;
  return weights.findIndex((weight) => {
    below += weight;
    return below >= opaque / 2;
  });
};

/** Mean lightness of what is seen, 0 to 100: the sRGB grey of its luminance. */
const lightnessOf = async (base: () => Sharp): Promise<number> => {
  // drawn first: the decoder's own statistics are of the file as it came, not of what is made of it
  const greys = await base()
    .flatten({ background: "#ffffff" })
    .resize({ width: 64 })
    .greyscale()
    .raw()
    .toBuffer();
  const mean = greys.reduce((sum, grey) => sum + grey, 0) / Math.max(1, greys.length);
  return Math.round((mean / 255) * 1000) / 10;
};

const renderDrawing = async (bytes: Uint8Array, file: string, keep: Keep): Promise<Outcome<Rendered>> => {
  const cleaned = cleanDrawing(bytes);
  if (!cleaned.ok) return cleaned;
  const svg = cleaned.value;
  const small = Buffer.from(svg.small);
  const facts = {
    file,
    type: "image/svg+xml" as const,
    width: svg.width,
    height: svg.height,
    lightness: await lightnessOf(() => sharp(small)),
    renditions: [],
    formats: [],
    ...(await tonesOf(() => sharp(small), svg)),
    ink: await inkOf(() => sharp(small)),
  };
  return succeed({ facts, files: [await keep("clean.svg", "image/svg+xml", Buffer.from(svg.text))] });
};

type Keep = (variant: string, type: string, bytes: Buffer) => Promise<MadeFile>;

/**
 * Decodes a picture and makes the ladder of renditions in the better kinds asked for and in the common one, upright, in
 * sRGB, without metadata. They are written into the folder.
 */
export const renderPicture = async ({
  path,
  folder,
  better = ["webp"],
}: {
  readonly path: string;
  readonly folder: string;
  readonly better?: readonly Format[];
}): Promise<Outcome<Rendered>> => {
  const bytes = await readFile(path);
  const keep: Keep = async (variant, type, made) => {
    const kept = join(folder, `${randomUUID()}.${variant}`);
    await writeFile(kept, made);
    return { variant, type, path: kept };
  };
  const head = await inspectPicture(bytes);
  if (!head.ok) return head;
  const { type, width, height } = head.value;
  const file = createHash("sha256").update(bytes).digest("hex");
  try {
    if (type === "image/svg+xml") return await renderDrawing(bytes, file, keep);
    const widest = Math.min(width, LADDER.at(-1) as number);
    // the one decoding: everything narrower is made from the widest
    const { data, info } = await read(bytes)
      .resize({ width: widest })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const base = () =>
      sharp(data, { raw: { width: info.width, height: info.height, channels: info.channels as 3 | 4 } });
    const widths = [...LADDER.filter((each) => each < widest), widest];
    const formats = [...better, commonFormat(type, info.channels === 4)];
    const files = [];
    for (const each of widths)
      for (const format of formats)
        files.push(
          await keep(
            `${each}.${format}`,
            `image/${format}`,
            await ENCODERS[format](base().resize({ width: each })).toBuffer(),
          ),
        );
    const lightness = await lightnessOf(base);
    const tones = await tonesOf(base, info);
    const ink = await inkOf(base);
    const facts = { file, type, width, height, lightness, renditions: widths, formats, ...tones, ink };
    return succeed({ facts, files });
  } catch (error) {
    // our own disk, not the picture
    if ((error as NodeJS.ErrnoException).syscall !== undefined) throw error;
    return fail(issue("picture.unreadable"));
  }
};

/** A picture in little, as r, g, b bytes in a row: enough to tell its colours. The same bytes each time. */
export const picturePixels = async ({ path }: { readonly path: string }): Promise<Outcome<Uint8Array>> => {
  const bytes = await readFile(path);
  const drawing = looksLikeSvg(bytes) ? cleanDrawing(bytes) : undefined;
  if (drawing && !drawing.ok) return drawing;
  try {
    return succeed(
      await read(drawing ? Buffer.from(drawing.value.small) : bytes)
        .flatten({ background: "#ffffff" })
        .resize({ width: 96, height: 96, fit: "inside", kernel: "nearest" })
        .removeAlpha()
        .raw()
        .toBuffer(),
    );
  } catch {
    return fail(issue("picture.unreadable"));
  }
};
