import { z } from "zod";
import { BLOCK_KINDS, BLOCKS, type BlockKind, holdsBlocks, type SettingsOf } from "../blocks";
import { MOST_SLIDES } from "../blocks/hero-settings";
import { Choice } from "../model/choices";
import { Texture } from "../model/house-style";
import { Look, NodeId, SeenBy } from "../model/look";
import { Placement } from "../model/placement";
import { Slot } from "../model/slot";
import { ColourValue, responsive, WIDTHS, type Width } from "../model/values";
import { Video } from "../model/video";
import { SideColumn } from "./side-column";

/** A part: bands, cells, blocks. Position follows from order, alignment, distances and shares; there are no coordinates. */

/** A block of one kind. Only some kinds have blocks inside. */
export interface BlockOf<K extends BlockKind> {
  readonly id: string;
  readonly kind: K;
  readonly settings: SettingsOf<K>;
  readonly look: Look;
  readonly blocks?: readonly Block[];
}
/** The smallest thing placed. */
export type Block = { [K in BlockKind]: BlockOf<K> }[BlockKind];

const blockSchemas = BLOCK_KINDS.map((kind) =>
  z.object({
    id: NodeId,
    kind: z.literal(kind),
    settings: BLOCKS[kind].settings,
    look: Look.prefault({}),
    ...(holdsBlocks(kind)
      ? {
          blocks: z
            .array(z.lazy(() => Block))
            .max(100)
            .refine((blocks) => blocks.filter((each) => each.kind === "slide").length <= MOST_SLIDES, {
              message: "hero.tooManySlides",
            })
            .default([]),
        }
      : {}),
  }),
);
export const Block: z.ZodType<Block> = z.lazy(
  () => z.discriminatedUnion("kind", blockSchemas as never) as unknown as z.ZodType<Block>,
);

const narrowerShare = z.number().int().min(-1).max(12).default(-1);

export const Cell = z.object({
  id: NodeId,
  /** Share of the band's width in twelfths; 0 takes what its content needs. */
  share: z.number().int().min(0).max(12).default(0),
  /** Another share on narrower screens; -1 is as on wider ones. */
  shareOn: z.object({ middle: narrowerShare, small: narrowerShare }).prefault({}),
  /** Up and down; empty is as the band has it. */
  alignBlock: z.enum(["", "start", "centre", "end"]).default(""),
  /** Where it stands among the cells on small screens; 0 is as it is written, before those with a number. */
  orderSmall: z.number().int().min(0).max(12).default(0),
  align: z.enum(["start", "centre", "end", "between"]).default("start"),
  direction: z.enum(["row", "column"]).default("row"),
  gap: z.number().int().min(0).max(200).default(16),
  blocks: z.array(Block).max(100).default([]),
});
export type Cell = Omit<z.infer<typeof Cell>, "blocks"> & { readonly blocks: readonly Block[] };

/** The share of a cell on screens of a width. */
export const shareAt = ({ share, shareOn }: Pick<Cell, "share" | "shareOn">, width: Width): number => {
  const told = { wide: [], middle: [shareOn?.middle], small: [shareOn?.small, shareOn?.middle] }[width];
  return told.find((each) => each !== undefined && each >= 0) ?? share;
};

/**
 * The places of cells on small screens, from 0, in the order they are written in; null where all stand as they are
 * written. A cell that asks for a place gets it, the first that asks before others; the rest fill what is left.
 */
export const placesOnSmall = (cells: readonly Pick<Cell, "orderSmall">[]): readonly number[] | null => {
  if (cells.every(({ orderSmall }) => orderSmall === 0)) return null;
  const asking = cells
    .map(({ orderSmall }, at) => ({ at, place: orderSmall - 1 }))
    .filter(({ place }) => place >= 0)
    .sort((a, b) => a.place - b.place || a.at - b.at);
  const sequence = cells.map((_, at) => at).filter((at) => cells[at]?.orderSmall === 0);
  for (const { at, place } of asking) sequence.splice(place, 0, at);
  return cells.map((_, at) => sequence.indexOf(at));
};

/** What is laid on the ground of a band. More pictures and a video are where the picture is. */
export const BACKGROUND_LAYERS = ["picture", "texture", "overlay"] as const;
export type BackgroundLayer = (typeof BACKGROUND_LAYERS)[number];

export const BandBackground = z.object({
  colour: ColourValue.or(z.literal("")).default(""),
  /** The colour runs into this one; degrees as of the overlay. */
  colourTo: ColourValue.or(z.literal("")).default(""),
  colourAngle: z.number().int().min(0).max(359).default(180),
  /** A picture by id, or the picture of the page's entry. */
  picture: z.string().default(""),
  pageOwnPicture: z.boolean().default(false),
  /**
   * It fills the band, its point of interest in view; or all of it is seen, on the colour; or it is as wide as the
   * band, and what of it is higher than the band is cut.
   */
  pictureFit: z.enum(["fills", "whole", "across"]).default("fills"),
  /** It goes slower than the page while the band leaves the screen. */
  slower: z.boolean().default(false),
  /** More pictures that follow the first one, each for so many seconds; on a page's own picture they do not follow. */
  slides: z.array(z.string()).max(12).default([]),
  /** Plays over the picture, which is what is seen before and in its place. */
  video: Video.nullable().default(null),
  slideSeconds: z.number().int().min(2).max(60).default(6),
  /** How much of the colour lies over the picture, in percent. */
  overlay: z.number().int().min(0).max(100).default(0),
  /** The colour over the picture; empty: the band's own. With a second one it is a gradient. */
  overlayColour: ColourValue.or(z.literal("")).default(""),
  overlayTo: ColourValue.or(z.literal("")).default(""),
  /** Degrees: 0 upwards, 90 to the right. */
  overlayAngle: z.number().int().min(0).max(359).default(180),
  texture: Texture.default("none"),
  /** Percent. */
  textureStrength: z.number().int().min(1).max(100).default(12),
  /** How the layers lie on the ground, the lowest first: each is there once. */
  order: z
    .array(z.enum(BACKGROUND_LAYERS))
    .length(BACKGROUND_LAYERS.length)
    .refine((order) => new Set(order).size === BACKGROUND_LAYERS.length, { message: "layers.twice" })
    .meta({ uniqueItems: true })
    .default([...BACKGROUND_LAYERS]),
});
export type BandBackground = z.infer<typeof BandBackground>;

/** How far a layer lies above the picture; below 0 for one under it. Bands of older editions have no order of their own. */
export const layerAbovePicture = (
  { order = [...BACKGROUND_LAYERS] }: Pick<BandBackground, "order">,
  layer: BackgroundLayer,
): number => order.indexOf(layer) - order.indexOf("picture");

/** What of a title bar is there: all of it, its words without ground and lines, or nothing. */
export const BAR_SHOWS = ["all", "words", "nothing"] as const;
/** Where the first cell of a title bar begins; the others stand on the other side, or below it in the middle. */
export const LEADS = ["asWritten", "start", "centre", "end"] as const;

export const Band = z.object({
  id: NodeId,
  name: z.string().max(80).default(""),
  /** Of a title bar. Those of older editions are all there, as they are written. */
  shows: z.enum(BAR_SHOWS).default("all"),
  leads: z.enum(LEADS).default("asWritten"),
  /** Its words fade while the band leaves the screen. */
  fades: z.boolean().default(false),
  /** As wide as the content on a ground as wide as the screen; all of it as wide as the screen; all of it as the content. */
  width: z.enum(["content", "full", "boxed"]).default("content"),
  /** px; 0 is as high as its content. */
  height: responsive(z.number().int().min(0).max(2000)).default({ wide: 0 }),
  /** At least so much of the height of the screen, percent. */
  screenHeight: responsive(z.number().int().min(0).max(100)).default({ wide: 0 }),
  /** Whether it grows with what it holds, or is exactly so high where it has a height. Bands of older editions grow. */
  heightIs: z.enum(["least", "exactly"]).default("least"),
  paddingBlock: responsive(z.number().int().min(0).max(400)).default({ wide: 16 }),
  gap: z.number().int().min(0).max(400).default(24),
  colour: ColourValue.or(z.literal("")).default(""),
  background: BandBackground.prefault({}),
  alignBlock: z.enum(["start", "centre", "end"]).default("centre"),
  /** Cells stand below each other on small screens. */
  stackOnSmall: z.boolean().default(false),
  sticky: z.boolean().default(false),
  /** A sticky band is there always, or comes back when one scrolls up. On touch screens it is let go. */
  stickyWhen: z.enum(["always", "scrollingUp"]).default("always"),
  /** One as wide as the content becomes as wide as the screen once one has scrolled. */
  stickyGrows: z.boolean().default(false),
  /** How much lower a sticky band is while it is stuck: its padding, its height and its logos, percent. Older ones stay as they are. */
  stuckSmaller: z.number().int().min(0).max(80).default(0),
  /** Widths on which a sticky band is let go. */
  stickyNotOn: z.array(z.enum(WIDTHS)).max(3).default([]),
  /** The last band of a header, laid over the picture that follows it; where none follows it is as it is elsewhere. */
  overPicture: z
    .object({
      on: z.boolean().default(false),
      /** Text over the picture. */
      colour: ColourValue.or(z.literal("")).default(""),
      /** How much of its own ground is there at rest, percent; and how far the picture under it is blurred, px. */
      veil: z.number().int().min(0).max(100).default(0),
      blur: z.number().int().min(0).max(40).default(0),
    })
    .prefault({}),
  /** px it lies over what stands above or below it. */
  overlap: z.number().int().min(0).max(400).default(0),
  overlapSide: z.enum(["above", "below"]).default("above"),
  hideOn: z.array(z.enum(WIDTHS)).max(3).default([]),
  seenBy: SeenBy,
  cells: z.array(Cell).min(1).max(12),
});
export type Band = Omit<z.infer<typeof Band>, "cells"> & { readonly cells: readonly Cell[] };

export const Part = z.object({
  schema: z.literal(1),
  slot: Slot,
  /** The number on the badge; never used again within its slot. */
  number: z.number().int().min(1),
  name: z.string().min(1).max(120),
  on: z.boolean(),
  binnedAt: z.string().nullable().default(null),
  /** Stays the same through packs, copies of packs and renames. */
  origin: z.string().uuid(),
  placement: Placement,
  bands: z.array(Band).max(40),
  /** Settings that pages may change. Parts of older editions have none. */
  choices: z.array(Choice).max(60).optional(),
  /** Of a side part. Those of older editions have none: it stands as usual. */
  column: SideColumn.optional(),
});
export type Part = Omit<z.infer<typeof Part>, "bands"> & { readonly bands: readonly Band[] };

/** Where a band stands in its part. */
export interface BandPlace {
  readonly slot: Slot;
  readonly isLast: boolean;
  /** It holds a hero or a map that reaches the edges of the screen, and nothing else. */
  readonly reachesEdges: boolean;
  readonly isSticky: boolean;
}
/** Where a band stands, or the band that a cell or a block is in. */
export const bandPlaceIn = ({ slot, bands }: Pick<Part, "slot" | "bands">, id: string): BandPlace => {
  const band = bands.find(
    (each) => each.id === id || each.cells.some((cell) => cell.id === id || has(cell.blocks, id)),
  );
  return {
    slot,
    isLast: band !== undefined && bands.at(-1) === band,
    reachesEdges: band !== undefined && reachesEdges(band),
    isSticky: band?.sticky ?? false,
  };
};
const has = (blocks: readonly Block[], id: string): boolean =>
  blocks.some((block) => block.id === id || has(block.blocks ?? [], id));
/** Only there a block can be there while its band is stuck, or not then. */
export const isInSticky = ({ isSticky }: BandPlace): boolean => isSticky;
/** Whether a band of full width holds a hero or a map and nothing else: then that reaches the edges of the screen. */
export const reachesEdges = ({ width, cells }: Pick<Band, "width" | "cells">): boolean =>
  width === "full" &&
  cells.length === 1 &&
  cells[0]?.blocks.length === 1 &&
  REACHING.has(cells[0].blocks[0]?.kind ?? "");
const REACHING: ReadonlySet<string> = new Set(["hero", "map"]);
export const isTitleBar = ({ slot }: BandPlace): boolean => slot === "titleBar";
/** Only there a band lies over what follows. */
export const endsHeader = ({ slot, isLast }: BandPlace): boolean => slot === "header" && isLast;
/** A band stays at the top as long as what it stands in is in sight: a header's is the page. */
export const canStay = ({ slot, isLast }: BandPlace): boolean =>
  slot === "header" || ((slot === "layout" || slot === "side") && !isLast);

/** Whether the cells of a band stand below one another at a width. */
export const isStacked = (band: Band, width: Width): boolean =>
  band.leads === "centre" || (band.stackOnSmall && width === "small");

/** A part that stands for "nothing here, on purpose". */
export const isNothing = (part: Part): boolean => part.bands.length === 0;
