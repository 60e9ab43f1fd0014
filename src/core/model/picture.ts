import { z } from "zod";

/** Pictures of a site as designs know them: the files are elsewhere. */

export const PICTURE_TYPES = [
  "image/jpeg",
  "image/png",
  "image/webp",
  "image/avif",
  "image/svg+xml",
] as const;

/** Samples of lightness in a line across a picture. */
export const TONES_ACROSS = 48;

/** A picture of the site: which file, what it says in words, where its point of interest lies (percent). */
export const Picture = z.object({
  schema: z.literal(1),
  name: z.string().min(1),
  origin: z.string().uuid(),
  file: z.string().regex(/^[0-9a-f]{64}$/),
  type: z.enum(PICTURE_TYPES),
  width: z.number().int().min(1),
  height: z.number().int().min(1),
  alt: z.string().max(500).default(""),
  credit: z.string().max(300).default(""),
  focal: z.object({ x: z.number().min(0).max(100), y: z.number().min(0).max(100) }),
  /** Mean lightness, 0 dark to 100 bright. */
  lightness: z.number().min(0).max(100).default(50),
  /** Widths of the renditions made of it, ascending, px. */
  renditions: z.array(z.number().int()).default([]),
  /** Kinds of file each rendition is there as, the best first, the most common last. A drawing has none: it is served as it is. */
  formats: z.array(z.enum(["avif", "webp", "jpeg", "png"])).default(["webp"]),
  /** How light it is where: lines of `TONES_ACROSS` bytes, sRGB grey, in base64. Empty for pictures of older versions. */
  tones: z.string().max(12_000).default(""),
  /** What such samples are made of, for fine patterns, in base64: see `colour/grain`. Older pictures have none. */
  grain: z.string().max(8000).optional(),
  /** What a drawing on see-through ground is drawn in, as an sRGB grey: the middle one. Null for a picture that fills its box; older pictures have none. */
  ink: z.number().int().min(0).max(255).nullable().optional(),
});
export type Picture = z.infer<typeof Picture>;

/** What decoding tells of the file of a picture; all else of it is said by people. */
export const FILE_FACTS = [
  "file",
  "type",
  "width",
  "height",
  "lightness",
  "renditions",
  "formats",
  "tones",
  "grain",
  "ink",
] as const;
export type PictureFile = Pick<Picture, (typeof FILE_FACTS)[number]>;
