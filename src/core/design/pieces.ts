import { defaultSettings } from "../blocks";
import { type Design, documentsOf, findBody, type Piece } from "./design";
import type { Band, Block, Part } from "./part";
import { blocksOf } from "./tree";

/**
 * Shared pieces: blocks designed once and used by reference. Everything that draws, measures or checks a part asks for
 * it whole: each use is then a box that holds the blocks of the piece, under ids of its own, so that a piece may stand
 * on a page twice. A missing piece holds nothing; so does one inside itself.
 */
const PARTED = "--";

/** The id of a node as the part itself knows it: that of the use for what is inside a piece. */
export const outerId = (id: string): string => id.split(PARTED, 1)[0] as string;
/** The id of a node inside a piece, as the piece knows it. */
export const innerId = (id: string): string =>
  id.slice(id.lastIndexOf(PARTED) + (id.includes(PARTED) ? PARTED.length : 1));

export type FindPiece = (id: string) => Piece | undefined;

const usesPiece = (blocks: readonly Block[]): boolean =>
  blocks.some(({ kind, blocks: inside }) => kind === "piece" || usesPiece(inside ?? []));

const prefixed = (block: Block, by: string): Block => ({
  ...block,
  id: `${by}${PARTED}${block.id}`,
  ...(block.blocks ? { blocks: block.blocks.map((inner) => prefixed(inner, by)) } : {}),
});

const wholeBlocks = (
  blocks: readonly Block[],
  find: FindPiece,
  within: readonly string[],
): readonly Block[] => (usesPiece(blocks) ? blocks.map((block) => wholeBlock(block, find, within)) : blocks);

const wholeBlock = (block: Block, find: FindPiece, within: readonly string[]): Block => {
  if (block.kind !== "piece")
    return block.blocks ? { ...block, blocks: wholeBlocks(block.blocks, find, within) } : block;
  const { piece: id } = block.settings;
  const cell = within.includes(id) ? undefined : find(id)?.bands[0]?.cells[0];
  const inside = cell ? wholeBlocks(cell.blocks, find, [...within, id]) : [];
  return {
    id: block.id,
    kind: "group",
    look: block.look,
    settings: {
      ...defaultSettings("group"),
      direction: cell?.direction ?? "column",
      gap: cell?.gap ?? 0,
    },
    blocks: inside.map((inner) => prefixed(inner, block.id)),
  };
};

/** What a part comes to with its pieces in their places: no more blocks than this, no deeper. */
const MOST_BLOCKS = 5000;
const MOST_LEVELS = 40;

/**
 * The first part or piece that would come to more than is drawn, told without putting it together: pieces in pieces grow
 * with each level. Undefined if there is none. One inside itself is not looked at here: see `pieceInItself`.
 */
export const tooMuchWhole = (design: Design): string | undefined => {
  const known = new Map<string, readonly [number, number]>();
  const find = pieceIn(design);
  const measure = (blocks: readonly Block[], within: readonly string[]): readonly [number, number] => {
    let [count, depth] = [0, 0];
    for (const block of blocks) {
      const [inner, levels] =
        block.kind === "piece" ? ofPiece(block.settings.piece, within) : measure(block.blocks ?? [], within);
      count += 1 + inner;
      depth = Math.max(depth, 1 + levels);
    }
    return [count, depth];
  };
  const ofPiece = (id: string, within: readonly string[]): readonly [number, number] => {
    const before = known.get(id);
    if (before || within.includes(id)) return before ?? [0, 0];
    const bands = find(id)?.bands ?? [];
    const measured = ofBands(bands, [...within, id]);
    known.set(id, measured);
    return measured;
  };
  const ofBands = (bands: readonly Band[], within: readonly string[]): readonly [number, number] =>
    measure(
      bands.flatMap(({ cells }) => cells.flatMap(({ blocks }) => blocks)),
      within,
    );
  for (const kind of ["piece", "part"] as const)
    for (const { id, body } of documentsOf(design, kind)) {
      const [count, depth] = kind === "piece" ? ofPiece(id, []) : ofBands(body.bands, []);
      if (count > MOST_BLOCKS || depth > MOST_LEVELS) return id;
    }
  return undefined;
};

/** Bands with every piece in its place; the same object where none is used. */
export const wholeBands = (bands: readonly Band[], find: FindPiece): readonly Band[] => {
  if (!bands.some((band) => band.cells.some((cell) => usesPiece(cell.blocks)))) return bands;
  return bands.map((band) => ({
    ...band,
    cells: band.cells.map((cell) => ({ ...cell, blocks: wholeBlocks(cell.blocks, find, []) })),
  }));
};

export const wholePart = (part: Part, find: FindPiece): Part => {
  const bands = wholeBands(part.bands, find);
  return bands === part.bands ? part : { ...part, bands };
};

export const pieceIn =
  (design: Design): FindPiece =>
  (id) =>
    findBody(design, "piece", id);

const wholes = new WeakMap<Design, Design>();

/** A design whose parts are whole. The same object where no piece is used. */
export const wholeDesign = (design: Design): Design => {
  const known = wholes.get(design);
  if (known) return known;
  const find = pieceIn(design);
  const changed = documentsOf(design, "part").flatMap((document) => {
    const body = wholePart(document.body, find);
    return body === document.body ? [] : [{ ...document, body }];
  });
  const whole = changed.length === 0 ? design : new Map(design);
  for (const document of changed) (whole as Map<string, (typeof changed)[number]>).set(document.id, document);
  wholes.set(design, whole);
  return whole;
};

/** The pieces that bands use, those inside them included, each once. */
export const piecesUsed = (bands: readonly Band[], find: FindPiece): readonly string[] => {
  const found = new Set<string>();
  const visit = (all: Pick<Part, "bands">) => {
    for (const block of blocksOf(all as Part)) {
      if (block.kind !== "piece" || found.has(block.settings.piece)) continue;
      const piece = find(block.settings.piece);
      if (!piece) continue;
      found.add(block.settings.piece);
      visit(piece);
    }
  };
  visit({ bands });
  return [...found];
};

/** A piece that would hold itself, straight or through others; undefined if none does. */
export const pieceInItself = (design: Design): string | undefined =>
  documentsOf(design, "piece").find(({ id, body }) => piecesUsed(body.bands, pieceIn(design)).includes(id))
    ?.id;
