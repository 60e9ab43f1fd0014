import { usedFamilies } from "../core/draw/fonts";
import { FAMILIES } from "../core/measure/families";
import { filesOf, Shaper } from "../core/measure/shaper";
import type { StyleValues } from "../core/model/house-style";

/** The fonts a worker measures with, fetched from the studio once each. */
const fonts = new Map<string, Uint8Array>();
const fetching = new Map<string, Promise<void>>();
// fetched beside: a worker that waits for it while it starts would miss its first messages
const shaper = (async () => new Shaper(await import("harfbuzzjs"), fonts))();

const fetchFont = async (site: string, file: string): Promise<void> => {
  const answer = await fetch(`/api/studio/${site}/font/${file}`);
  // a font that cannot be had is measured as if it lacked every letter; the next drawing asks again
  if (answer.ok) fonts.set(file, new Uint8Array(await answer.arrayBuffer()));
  else fetching.delete(file);
};

const fetched = (site: string, file: string): Promise<void> => {
  const known = fetching.get(file);
  if (known) return known;
  const font = fetchFont(site, file).catch(() => void fetching.delete(file));
  fetching.set(file, font);
  return font;
};

/** The shaper, with the fonts of a style at hand: at once where they are there already. */
export const shaperFor = async (
  site: string,
  style: Pick<StyleValues, "fonts" | "ownFonts" | "type" | "textStyles">,
): Promise<Shaper> => {
  const missing = usedFamilies(style)
    .flatMap((family) => filesOf(family, style.ownFonts))
    .filter(({ file }) => !fonts.has(file));
  if (missing.length > 0) await Promise.all(missing.map(({ file }) => fetched(site, file)));
  return shaper;
};

/** Fetches what families are measured with before one of them is chosen. */
export const warmFonts = async (site: string, style: Pick<StyleValues, "ownFonts">): Promise<void> => {
  for (const family of [...Object.keys(FAMILIES), ...style.ownFonts.map((font) => font.family)]) {
    await Promise.all(filesOf(family, style.ownFonts).map(({ file }) => fetched(site, file)));
    // the first text is measured now, which opens the file
    const setting = { family, weight: 400, size: 16, spacing: 0, upper: false };
    (await shaper).width("n", setting, style.ownFonts);
  }
};
