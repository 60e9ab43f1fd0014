import { z } from "zod";
import { defaultSettings } from "../../core/blocks";
import { idsShown } from "../../core/blocks/shown";
import { type Design, documentsOf, findBody } from "../../core/design/design";
import type { Operation } from "../../core/design/operations";
import { Band, type Block, Cell } from "../../core/design/part";
import { pieceIn, wholeBands } from "../../core/design/pieces";
import { blocksOf, findPlace, getPlace, type NodePlace, withFreshIds } from "../../core/design/tree";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { Look } from "../../core/model/look";
import { lockSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { draftDesign } from "../site/designs";
import { allOrNothing, commitChange, type Saved } from "./design-changes";
import { defineUseCase, type SiteContext } from "./use-case";
import { designAt } from "./view-input";

interface PieceUse {
  /** The part or piece it stands in. */
  readonly document: string;
  readonly node: string;
}

/** Every block that uses a piece, in parts that are not in the bin and in other pieces. */
const usesOf = (design: Design, piece: string): readonly PieceUse[] =>
  [...documentsOf(design, "part"), ...documentsOf(design, "piece")].flatMap(({ id, body }) =>
    "binnedAt" in body && body.binnedAt !== null
      ? []
      : blocksOf(body).flatMap((block) =>
          idsShown(block, "piece").includes(piece) ? [{ document: id, node: block.id }] : [],
        ),
  );

/** All shared pieces, with where each is used. */
export const pieces = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const { design } = await designAt(context, "draft", POOL);
    return succeed({
      pieces: documentsOf(design, "piece")
        .map(({ id, body }) => ({
          id,
          name: body.name,
          blocks: blocksOf(body).length,
          uses: usesOf(design, id),
        }))
        .sort((a, b) => (a.name < b.name ? -1 : 1)),
    });
  },
});

export const piece = defineUseCase({
  input: z.object({ piece: z.string() }),
  run: async (context, { piece: id }) => {
    const { design } = await designAt(context, "draft", POOL);
    const body = findBody(design, "piece", id);
    if (!body) return fail(issue("piece.unknown", ["piece"]));
    const uses = usesOf(design, id);
    const parts = uses.flatMap(({ document }) => {
      const part = findBody(design, "part", document);
      return part ? [{ id: document, body: part }] : [];
    });
    return succeed({ id, body, uses, parts });
  },
});

const commit = (
  context: SiteContext,
  label: string,
  work: (draft: Design) => Outcome<readonly Operation[]>,
): Promise<Outcome<Saved>> =>
  allOrNothing(async (transaction) => {
    const head = await lockSite(context.site.id, transaction);
    const operations = work(await draftDesign(head, transaction));
    return operations.ok ? commitChange(context, operations.value, transaction, { label }) : operations;
  });

/** Whether blocks follow one another in one cell or box; then in their order. */
const together = (places: readonly (NodePlace | undefined)[]): readonly NodePlace[] | null => {
  const known = places.flatMap((place) => (place?.type === "block" ? [place] : []));
  const inOrder = [...known].sort((a, b) => a.index - b.index);
  const [first] = inOrder;
  const fits =
    first !== undefined &&
    known.length === places.length &&
    inOrder.every(({ parent, index }, at) => parent === first.parent && index === first.index + at);
  return fits ? inOrder : null;
};

/** Makes a shared piece of blocks of a part: they stand in it from then on, and the part uses it. */
export const makePiece = defineUseCase({
  input: z.object({
    part: z.string(),
    nodes: z.array(z.string()).min(1).max(100),
    name: z.string().trim().min(1).max(120),
  }),
  run: async (context, { part: id, nodes, name }) => {
    const made = context.ids.id();
    const saved = await commit(context, `new piece “${name}”`, (draft) => {
      const part = findBody(draft, "part", id);
      if (!part) return fail(issue("part.unknown", ["part"]));
      const places = together(nodes.map((node) => findPlace(part, node)));
      const [first] = places ?? [];
      if (!places || !first) return fail(issue("piece.notTogether", ["nodes"]));
      const around = getPlace(part, first.parent).node;
      const cell = "kind" in around && around.kind === "group" ? around.settings : (around as Cell);
      const body = {
        schema: 1,
        name,
        origin: context.ids.uuid(),
        bands: [
          Band.parse({
            id: context.ids.id(),
            cells: [
              {
                ...Cell.parse({ id: context.ids.id(), direction: cell.direction, gap: cell.gap }),
                blocks: places.map(({ node }) => withFreshIds(node, context.ids.id)),
              },
            ],
          }),
        ],
      };
      const use = {
        id: context.ids.id(),
        kind: "piece",
        settings: { ...defaultSettings("piece"), piece: made },
        look: Look.parse({}),
      };
      const removals = [...places]
        .reverse()
        .map(({ parent, index, node }): Operation => ({ op: "removeNode", id, parent, index, node }));
      return succeed([
        { op: "create", id: made, kind: "piece", body },
        ...removals,
        { op: "insertNode", id, parent: first.parent, index: first.index, node: use },
      ]);
    });
    return saved.ok ? succeed({ ...saved.value, piece: made }) : saved;
  },
});

/** Puts what a piece holds in the place of one use: from then on it is the part's own. */
export const ownPiece = defineUseCase({
  input: z.object({ part: z.string(), node: z.string() }),
  run: async (context, { part: id, node }) =>
    commit(context, "a piece made a part's own", (draft) => {
      const part = findBody(draft, "part", id);
      const place = part && findPlace(part, node);
      if (!part || !place || (place.node as Block).kind !== "piece")
        return fail(issue("change.nodeGone", [id, node]));
      const whole = findPlace({ bands: wholeBands(part.bands, pieceIn(draft)) }, node)?.node as Block;
      const { parent, index } = place;
      return succeed([
        { op: "removeNode", id, parent, index, node: place.node },
        { op: "insertNode", id, parent, index, node: withFreshIds(whole, context.ids.id) },
      ]);
    }),
});

/** Takes a piece out. One that is used is not taken out. */
export const removePiece = defineUseCase({
  input: z.object({ piece: z.string() }),
  run: async (context, { piece: id }) => {
    const { design } = await designAt(context, "draft", POOL);
    const body = findBody(design, "piece", id);
    if (!body) return fail(issue("piece.unknown", ["piece"]));
    const { length } = usesOf(design, id);
    if (length > 0) return fail(issue("piece.inUse", [], { count: length }));
    return commit(context, `removal of piece “${body.name}”`, () =>
      succeed([{ op: "remove", id, kind: "piece", was: body }]),
    );
  },
});
