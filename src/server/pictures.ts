import { createHash } from "node:crypto";
import sharp from "sharp";
import type { Picture } from "../core/model/design";
import { fail, issue, type Outcome, succeed } from "../core/model/issue";
import type { Transaction } from "../data/database";
import { loadFile, saveFile } from "../data/file-repository";

/** Widths of the renditions, px. The uncropped picture each time: moving the focal point makes no files. */
const LADDER = [480, 960, 1600, 2560];
const MOST_PIXELS = 50_000_000;
const TYPES = { jpeg: "image/jpeg", png: "image/png", webp: "image/webp" } as const;

/** What decoding tells of a picture's file. */
export type PictureFile = Pick<Picture, "file" | "type" | "width" | "height" | "lightness" | "renditions">;

interface Rendered {
  readonly facts: PictureFile;
  readonly files: readonly { readonly variant: string; readonly type: string; readonly bytes: Buffer }[];
}

interface Decoded {
  readonly type: PictureFile["type"];
  readonly data: Buffer;
  readonly width: number;
  readonly height: number;
}

/** The picture upright and without metadata, or null for bytes that are no whole picture: whatever the decoder says of them. */
const decode = async (bytes: Uint8Array): Promise<Decoded | null> => {
  try {
    const source = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: "error" });
    const type = TYPES[(await source.metadata()).format as keyof typeof TYPES];
    if (!type) return null;
    const { data, info } = await source.rotate().toColourspace("srgb").toBuffer({ resolveWithObject: true });
    return { type, data, width: info.width, height: info.height };
  } catch {
    return null;
  }
};

/** Decodes a picture and makes the ladder of renditions. */
export const renderPicture = async (bytes: Uint8Array): Promise<Outcome<Rendered>> => {
  const decoded = await decode(bytes);
  if (!decoded) return fail(issue("pack.picture"));
  const { type, data, width, height } = decoded;
  const widths = [...LADDER.filter((each) => each < width), Math.min(width, LADDER.at(-1) as number)];
  const files = [];
  for (const each of widths) {
    const rendition = await sharp(data).resize({ width: each }).webp({ quality: 80, effort: 2 }).toBuffer();
    files.push({ variant: `${each}.webp`, type: "image/webp", bytes: rendition });
  }
  const stats = await sharp(data).resize({ width: 64 }).greyscale().stats();
  const lightness = Math.round(((stats.channels[0]?.mean ?? 128) / 255) * 1000) / 10;
  const file = createHash("sha256").update(bytes).digest("hex");
  return succeed({ facts: { file, type, width, height, lightness, renditions: widths }, files });
};

/** Takes a picture over into a site: the original is kept, only re-encoded renditions are ever served. */
export const takePicture = async (
  site: string,
  bytes: Uint8Array,
  transaction: Transaction,
): Promise<Outcome<PictureFile>> => {
  const rendered = await renderPicture(bytes);
  if (!rendered.ok) return rendered;
  const { facts, files } = rendered.value;
  await saveFile(site, { hash: facts.file, variant: "original", type: facts.type, bytes }, transaction);
  for (const file of files) await saveFile(site, { hash: facts.file, ...file }, transaction);
  return succeed(facts);
};

/** A picture in little, as r, g, b bytes in a row: enough to tell its colours. The same bytes each time. */
export const picturePixels = async (site: string, picture: Picture): Promise<Uint8Array> =>
  sharp(await originalBytes(site, picture.file))
    .rotate()
    .toColourspace("srgb")
    .flatten({ background: "#ffffff" })
    .resize({ width: 96, height: 96, fit: "inside", kernel: "nearest" })
    .removeAlpha()
    .raw()
    .toBuffer();

/** The original bytes of a picture's file. Throws if they are not there. */
export const originalBytes = async (site: string, file: string): Promise<Buffer> => {
  const found = await loadFile(site, file, "original");
  if (!found) throw new Error(`picture: expected the original of ${file}, got none`);
  return found.bytes;
};
