import { BLOCK_KINDS, type BlockKind, defaultSettings } from "./blocks";
import { type DesignDocument, Piece } from "./design";
import { upgradeStyle } from "./house-style";
import { Band, Cell, Look, Part } from "./part";
import { blocksOf } from "./tree";

const countOf = (value: object): number => Object.keys(value).length;
const FRESH_BAND = Band.parse({ id: "band", cells: [{ id: "cell" }] });
const BAND_FIELDS = countOf(FRESH_BAND);
const OVER_FIELDS = countOf(FRESH_BAND.overPicture);
const BACKGROUND_FIELDS = countOf(FRESH_BAND.background);
const CELL_FIELDS = countOf(Cell.parse({ id: "cell" }));
const LOOK_FIELDS = countOf(Look.parse({}));
const SETTINGS = Object.fromEntries(
  BLOCK_KINDS.map((kind) => [kind, countOf(defaultSettings(kind))]),
) as Record<BlockKind, number>;

/** Whether every node has all the fields this version knows: counted, since stored nodes have no others. */
const isWhole = (part: Pick<Part, "bands">): boolean =>
  part.bands.every(
    (band) =>
      countOf(band) >= BAND_FIELDS &&
      countOf(band.background) >= BACKGROUND_FIELDS &&
      countOf(band.overPicture) >= OVER_FIELDS &&
      band.cells.every((cell) => countOf(cell) >= CELL_FIELDS),
  ) &&
  blocksOf(part).every(
    ({ kind, settings, look }) => countOf(settings) >= SETTINGS[kind] && countOf(look) >= LOOK_FIELDS,
  );

/** Parts stored by an older version get the fields it did not know, as they are where nobody set them. */
const upgradePart = (part: Part): Part => {
  if (isWhole(part)) return part;
  const read = Part.safeParse(part);
  return read.success ? (read.data as Part) : part;
};

/** Documents of an older schema as the software knows them now: one pure step a kind and version, on reading. */
export const upgraded = (document: DesignDocument): DesignDocument => {
  if (document.kind === "style") return { ...document, body: upgradeStyle(document.body) };
  if (document.kind === "part") {
    const body = upgradePart(document.body);
    return body === document.body ? document : { ...document, body };
  }
  if (document.kind === "piece" && !isWhole(document.body)) {
    const read = Piece.safeParse(document.body);
    return read.success ? { ...document, body: read.data as Piece } : document;
  }
  return document;
};
