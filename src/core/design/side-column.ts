import { z } from "zod";

/** How the column of a side part stands on its page. */
export const SideColumn = z.object({
  at: z.enum(["left", "right"]).default("right"),
  /** px of what it holds, where it takes no share. */
  width: z.number().int().min(120).max(600).default(252),
  /** Percent of the width of the content; 0 is as wide as told in px. */
  share: z.number().int().min(0).max(50).default(0),
  /** Where it is below the first edge of widths, where nothing stands beside anything. */
  narrow: z.enum(["below", "above", "folded"]).default("below"),
  /** What unfolds it; empty: the words of the site's language. */
  foldWords: z.string().max(80).default(""),
  /** It stays in sight while the page is scrolled. */
  stays: z.boolean().default(false),
});
export type SideColumn = z.infer<typeof SideColumn>;

/** As side parts have it that do not say. */
export const USUAL_COLUMN: SideColumn = SideColumn.parse({});
