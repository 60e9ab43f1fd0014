import { z } from "zod";
import { AudienceRule } from "./placement";
import { ColourValue, NamedStyle, responsive, TEXT_STYLES, WIDTHS } from "./values";

/** What every block has whatever its kind: an id, and how it looks beside what its kind says. */

export const NodeId = z.string().regex(/^[a-z0-9-]{1,60}$/);

/** Who sees a block or a band; empty: everyone. */
export const SeenBy = AudienceRule.or(z.literal("")).default("");

const side = z.number().int().min(0).max(400).default(0);
/** Distances inside the four edges of a block, px. */
export const Sides = z.object({ top: side, right: side, bottom: side, left: side });
export type Sides = z.infer<typeof Sides>;

/** How a block looks beside what its kind says. Empty means: as the house style has it. */
export const Look = z.object({
  colour: ColourValue.or(z.literal("")).default(""),
  background: ColourValue.or(z.literal("")).default(""),
  align: z.enum(["", "start", "centre", "end"]).default(""),
  /** A text style of the house style; empty: that of its kind. */
  type: z
    .enum(["", ...TEXT_STYLES, "footerMenu"])
    .or(NamedStyle)
    .default(""),
  /** Of kinds that take it: px at 16 px text, and percent of that; 0 is as the text style has it. Older looks have neither. */
  size: responsive(z.number().int().min(0).max(200)).default({ wide: 0 }),
  lineHeight: responsive(z.number().int().min(0).max(300)).default({ wide: 0 }),
  padding: Sides.prefault({}),
  /** px */
  borderWidth: z.number().int().min(0).max(40).default(0),
  /** Empty: the colour of lines. */
  borderColour: ColourValue.or(z.literal("")).default(""),
  /** px; -1 is as its kind has it. */
  radius: z.number().int().min(-1).max(400).default(-1),
  /** The shadow of the house style. */
  shadow: z.boolean().default(false),
  hideOn: z.array(z.enum(WIDTHS)).max(3).default([]),
  seenBy: SeenBy,
  /** In a band that stays at the top: there always, only while it is stuck, or not then. Older looks have none. */
  whenStuck: z.enum(["", "only", "not"]).default(""),
});
export type Look = z.infer<typeof Look>;

/** A block of any kind, where only what all have is asked for. */
export interface AnyBlock {
  readonly id: string;
  readonly kind: string;
  readonly settings: Readonly<Record<string, unknown>>;
  readonly look: Look;
  readonly blocks?: readonly AnyBlock[];
}
