import { z } from "zod";
import { AudienceRule } from "./placement";
import { Outline, Target, WIDTHS, type Width } from "./values";

/** Menus: trees of links with labels, three levels deep. */

/** What a panel shows beside the items below one: a picture with words, and entries of a kind or a term, newest first. */
export const Promotion = z.object({
  picture: z.string().default(""),
  text: z.string().max(300).default(""),
  target: Target.nullable().default(null),
  kind: z.string().default(""),
  term: z.string().default(""),
  /** How many entries; 0 none. */
  count: z.number().int().min(0).max(8).default(0),
});
export type Promotion = z.infer<typeof Promotion>;

export interface MenuItem {
  readonly id: string;
  readonly label: string;
  /** A sign before the label: its name, and its outline, so that drawing needs no icon package. */
  readonly sign?: { readonly name: string; readonly outline: string };
  readonly target: Target | null;
  /** Stands out from the others, as a button does. Menus of older editions do not know it. */
  readonly highlight?: boolean;
  /** Its words stand there without a link, also with nothing below them. */
  readonly plain?: boolean;
  /** Widths of screens it is not shown on. */
  readonly hideOn?: readonly Width[];
  /** Who sees it; everyone without. */
  readonly seenBy?: AudienceRule | "";
  /** Its link opens a tab of its own, which is said to who hears the page. */
  readonly newTab?: boolean;
  /** Kept with the item itself: another label changes nothing of it. */
  readonly promotion?: Promotion;
  readonly items: readonly MenuItem[];
}
export const MenuItem: z.ZodType<MenuItem> = z.lazy(() =>
  z.object({
    id: z.string().regex(/^[a-z0-9-]{1,60}$/),
    label: z.string().min(1).max(200),
    sign: z.object({ name: z.string().min(1).max(80), outline: Outline.min(1) }).optional(),
    target: Target.nullable(),
    highlight: z.boolean().optional(),
    plain: z.boolean().optional(),
    hideOn: z.array(z.enum(WIDTHS)).max(3).optional(),
    seenBy: AudienceRule.or(z.literal("")).optional(),
    newTab: z.boolean().optional(),
    promotion: Promotion.optional(),
    items: z.array(MenuItem).max(200),
  }),
);

const LEVELS = 3;

/** A JSON Schema of what holds items of so many levels. */
const withLevels = (levels: number): object => ({
  properties: { items: levels === 0 ? { maxItems: 0 } : { items: withLevels(levels - 1) } },
});

const depthOf = (items: readonly MenuItem[]): number =>
  items.reduce((deepest, item) => Math.max(deepest, 1 + depthOf(item.items)), 0);

export const Menu = z
  .object({
    schema: z.literal(1),
    name: z.string().min(1).max(120),
    origin: z.string().uuid(),
    items: z.array(MenuItem).max(200),
  })
  .refine((menu) => depthOf(menu.items) <= LEVELS, { message: "menu.depth", path: ["items"] })
  // the same for who reads the published schemas
  .meta({ allOf: [withLevels(LEVELS)] });
export type Menu = z.infer<typeof Menu>;
