import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { usedFamilies } from "../../core/draw/fonts";
import { FAMILIES } from "../../core/measure/families";
import { filesOf, Shaper } from "../../core/measure/shaper";
import type { StyleValues } from "../../core/model/house-style";
import { POOL } from "../../data/database";
import { loadFile } from "../../data/file-repository";
import { decode } from "../files/decoding";
import { withScratch } from "../files/scratch";
import { fetchFile } from "../files/site-files";
import { unpackWoff2 } from "../files/woff2";

/** Fonts unpacked for measuring, and the one shaper of this process that measures with them. */

const root = process.cwd();

/** Where the file of a family that ships lies; undefined if it is none. */
export const shippedFontPath = (file: string): string | undefined => paths.get(file);
const paths: ReadonlyMap<string, string> = new Map(
  Object.values(FAMILIES).flatMap(({ folder, files }) =>
    files.map(
      ({ file }) => [file, join(root, "node_modules/@fontsource-variable", folder, "files", file)] as const,
    ),
  ),
);

const unpacked = new Map<string, Uint8Array>();
const loading = new Map<string, Promise<Uint8Array | null>>();

/** A font's file unpacked (sfnt): one that ships by its name, one of the site's own by its content hash. Null if there is none. */
export const unpackedFont = (site: string, file: string): Promise<Uint8Array | null> => {
  // a font of one site is not there for another, even where its name is known
  const key = shippedFontPath(file) ? file : `${site} ${file}`;
  const known = loading.get(key);
  if (known) return known;
  const load = unpack(site, file);
  loading.set(key, load);
  // what is not there now may come
  void load.then((bytes) => bytes ?? loading.delete(key)).catch(() => loading.delete(key));
  return load;
};

const unpack = async (site: string, file: string): Promise<Uint8Array | null> => {
  const shipped = shippedFontPath(file);
  const bytes = shipped ? await unpackWoff2(await readFile(shipped)) : await unpackedOwn(site, file);
  if (bytes) unpacked.set(file, bytes);
  return bytes;
};

/** A font of the site's own. It was unpacked when it came in; one that is older is unpacked now, in the decoder's process. */
const unpackedOwn = async (site: string, file: string): Promise<Uint8Array | null> => {
  const kept = await loadFile(site, file, "unpacked", POOL);
  if (kept) return kept.bytes;
  return withScratch(async (folder) => {
    const path = join(folder, "font");
    if (!(await fetchFile(site, file, "font", path))) return null;
    const read = await decode("font", { path, folder });
    return read.ok ? readFile(read.value.unpacked) : null;
  });
};

const theShaper = (async () => new Shaper(await import("harfbuzzjs"), unpacked))();

/** The shaper, with the fonts of a style at hand. */
export const shaperFor = async (
  site: string,
  style: Pick<StyleValues, "fonts" | "ownFonts" | "type" | "textStyles">,
): Promise<Shaper> => {
  const files = usedFamilies(style).flatMap((family) => filesOf(family, style.ownFonts));
  await Promise.all(files.map(({ file }) => unpackedFont(site, file)));
  return theShaper;
};

/** One without any font: where it matters only whether two drawings differ. */
export const fontlessShaper = (async () => new Shaper(await import("harfbuzzjs"), new Map()))();
