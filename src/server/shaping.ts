import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { FAMILIES } from "../core/layout/families";
import type { FamilyMetrics } from "../core/layout/family-metrics";
import { filesOf, Shaper } from "../core/layout/shaper";
import type { StyleValues } from "../core/model/house-style";
import { usedFamilies } from "../core/render/fonts";
import { POOL } from "../data/database";
import { loadFile } from "../data/file-repository";
import { unpackWoff2 } from "./woff2";

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
  const packed = shipped ? await readFile(shipped) : (await loadFile(site, file, "font", POOL))?.bytes;
  if (!packed) return null;
  const bytes = await unpackWoff2(packed);
  unpacked.set(file, bytes);
  return bytes;
};

const theShaper = (async () => new Shaper(await import("harfbuzzjs"), unpacked))();

/** The shaper, with the fonts of a style at hand. */
export const shaperFor = async (
  site: string,
  style: Pick<StyleValues, "fonts" | "ownFonts">,
): Promise<Shaper> => {
  const files = usedFamilies(style).flatMap((family) => filesOf(family, style.ownFonts));
  await Promise.all(files.map(({ file }) => unpackedFont(site, file)));
  return theShaper;
};

/** How large the letters of an uploaded font are; undefined if it has not the letters that are measured. */
export const metricsOf = async (packed: Uint8Array): Promise<FamilyMetrics | undefined> => {
  const file = "uploaded";
  const shaper = new Shaper(await import("harfbuzzjs"), new Map([[file, await unpackWoff2(packed)]]));
  try {
    return shaper.metrics(file, [{ family: file, file }]) ?? undefined;
  } catch {
    // its tables are not what they say: then nothing stands in for it but the fonts of the system
    return undefined;
  }
};
