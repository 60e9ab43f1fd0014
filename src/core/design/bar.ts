import { traitsOf } from "../blocks";
import { Look } from "../model/look";
import { type Band, BandBackground, type Block, type Part } from "./part";

/** What of a title bar is there: its bands may show all they hold, their words alone, or nothing. */

const BARE_GROUND = BandBackground.parse({});
const BARE_LOOK = Look.parse({});

const bareBlock = (block: Block): readonly Block[] => {
  const { bare } = traitsOf(block.kind);
  const settings = bare ? bare(block.settings) : block.settings;
  if (settings === null) return [];
  const { colour, background, borderWidth, borderColour, shadow } = BARE_LOOK;
  return [
    {
      ...block,
      settings,
      look: { ...block.look, colour, background, borderWidth, borderColour, shadow },
      ...(block.blocks ? { blocks: block.blocks.flatMap(bareBlock) } : {}),
    } as Block,
  ];
};

/** A band without ground and lines, as high as its words: they are written as texts of the page are. */
const bareBand = (band: Band): Band => ({
  ...band,
  colour: "",
  background: BARE_GROUND,
  height: { wide: 0 },
  screenHeight: { wide: 0 },
  heightIs: "least",
  overlap: 0,
  cells: band.cells.map((cell) => ({ ...cell, blocks: cell.blocks.flatMap(bareBlock) })),
});

const bareBands = new WeakMap<Band, Band>();

/** A band of a title bar as it is told to be there; null where it is not. The same object where all of it is. */
const bandAsShown = (band: Band): Band | null => {
  if (band.shows === "nothing") return null;
  if (band.shows !== "words") return band;
  const bare = bareBands.get(band) ?? bareBand(band);
  bareBands.set(band, bare);
  return bare;
};

/** The bands of a part that are there; the same list where all are, with all they hold. */
export const bandsAsShown = ({ slot, bands }: Pick<Part, "slot" | "bands">): readonly Band[] => {
  if (slot !== "titleBar") return bands;
  const shown = bands.flatMap((band) => bandAsShown(band) ?? []);
  return shown.length === bands.length && shown.every((band, at) => band === bands[at]) ? bands : shown;
};
