import { holdsBlocks } from "../blocks";
import type { Width } from "../model/values";
import type { Band, Block, Cell, Part } from "./part";

/** Walking and changing the tree of a part. Every function returns the same object when nothing changes. */

export type PartNode = Band | Cell | Block;
export type NodeType = "band" | "cell" | "block";

export interface NodePlace {
  readonly node: PartNode;
  readonly type: NodeType;
  /** Id of the node around it; empty for a band. */
  readonly parent: string;
  readonly index: number;
}

/** What stands in a node; undefined for one that nothing stands in. */
export const childrenOf = (node: PartNode): readonly PartNode[] | undefined => {
  if ("cells" in node) return node.cells;
  if ("blocks" in node) return node.blocks;
  return undefined;
};

const typeOf = (node: PartNode): NodeType => ("cells" in node ? "band" : "kind" in node ? "block" : "cell");

const withChildren = <T extends PartNode>(node: T, children: readonly PartNode[]): T =>
  ("cells" in node ? { ...node, cells: children } : { ...node, blocks: children }) as T;

/** Every node of a part with its place, in reading order. */
export function* walk(part: Pick<Part, "bands">): Generator<NodePlace> {
  const stack = function* (nodes: readonly PartNode[], parent: string): Generator<NodePlace> {
    for (const [index, node] of nodes.entries()) {
      yield { node, type: typeOf(node), parent, index };
      yield* stack(childrenOf(node) ?? [], node.id);
    }
  };
  yield* stack(part.bands, "");
}

/** Whether nothing of a cell is shown on screens of a width: then it leaves no hole. An empty cell is there on purpose. */
export const isCellHidden = (cell: Cell, width: Width): boolean =>
  cell.blocks.length > 0 && cell.blocks.every(({ look }) => look.hideOn.includes(width));

/** Blocks with those inside of them, in reading order. */
export const flatBlocks = (blocks: readonly Block[]): readonly Block[] =>
  blocks.flatMap((block) => [block, ...flatBlocks(block.blocks ?? [])]);

/** All blocks of a part in reading order, those inside groups included. */
export const blocksOf = (part: Pick<Part, "bands">): readonly Block[] =>
  [...walk(part)].filter((place) => place.type === "block").map((place) => place.node as Block);

export const findPlace = (part: Pick<Part, "bands">, id: string): NodePlace | undefined =>
  placeAmong(part.bands, "", id);

// without a generator: it is asked for with every letter that is typed
const placeAmong = (nodes: readonly PartNode[], parent: string, id: string): NodePlace | undefined => {
  for (let index = 0; index < nodes.length; index += 1) {
    const node = nodes[index] as PartNode;
    if (node.id === id) return { node, type: typeOf(node), parent, index };
    const children = childrenOf(node);
    const found = children && placeAmong(children, node.id, id);
    if (found) return found;
  }
  return undefined;
};

/** The place of a node that must be there. Throws otherwise. */
export const getPlace = (part: Part, id: string): NodePlace => {
  const place = findPlace(part, id);
  if (!place) throw new Error(`tree: expected a node with id ${id}, got none`);
  return place;
};

const mapNodes = (
  nodes: readonly PartNode[],
  id: string,
  change: (node: PartNode) => PartNode,
): readonly PartNode[] => {
  let changed = false;
  const next = nodes.map((node) => {
    if (node.id === id) {
      const replaced = change(node);
      changed ||= replaced !== node;
      return replaced;
    }
    const children = childrenOf(node);
    if (!children) return node;
    const mapped = mapNodes(children, id, change);
    if (mapped === children) return node;
    changed = true;
    return withChildren(node, mapped);
  });
  return changed ? next : nodes;
};

/** The part with one node replaced by what `change` makes of it. */
export const updateNode = (part: Part, id: string, change: (node: PartNode) => PartNode): Part => {
  const bands = mapNodes(part.bands, id, change) as readonly Band[];
  return bands === part.bands ? part : { ...part, bands };
};

const spliced = (nodes: readonly PartNode[], index: number, remove: number, ...insert: PartNode[]) => {
  const copy = [...nodes];
  copy.splice(index, remove, ...insert);
  return copy;
};

/** The type of node that may stand below the given parent (empty: the part itself); undefined if none may. */
export const childTypeOf = (part: Part, parent: string): NodeType | undefined => {
  if (parent === "") return "band";
  const node = findPlace(part, parent)?.node;
  if (!node) return undefined;
  if ("cells" in node) return "cell";
  if (!("kind" in node) || holdsBlocks(node.kind)) return "block";
  return undefined;
};

/** The part with a node put at `index` below `parent` (empty for a band). */
export const insertNode = (part: Part, parent: string, index: number, node: PartNode): Part =>
  parent === ""
    ? { ...part, bands: spliced(part.bands, index, 0, node) as unknown as readonly Band[] }
    : updateNode(part, parent, (around) =>
        withChildren(around, spliced(childrenOf(around) ?? [], index, 0, node)),
      );

/** The part without the node and all in it. */
export const removeNode = (part: Part, id: string): Part => {
  const place = findPlace(part, id);
  if (!place) return part;
  return place.parent === ""
    ? { ...part, bands: part.bands.filter((band) => band.id !== id) }
    : updateNode(part, place.parent, (around) =>
        withChildren(
          around,
          (childrenOf(around) ?? []).filter((node) => node.id !== id),
        ),
      );
};

/** The same tree with ids that no other tree has. */
export const withFreshIds = <T extends PartNode>(node: T, newId: () => string): T => {
  const children = childrenOf(node);
  const copy = { ...node, id: newId() };
  return children
    ? withChildren(
        copy,
        children.map((child) => withFreshIds(child, newId)),
      )
    : copy;
};

/** Bands and what pages may change in them, with ids that no other part has. */
export const freshened = (
  { bands, choices }: Pick<Part, "bands" | "choices">,
  newId: () => string,
): Pick<Part, "bands" | "choices"> => {
  const copies = bands.map((band) => withFreshIds(band, newId));
  if (choices === undefined) return { bands: copies };
  const idsOf = (nodes: readonly Band[]) => [...walk({ bands: nodes })].map(({ node }) => node.id);
  const now = idsOf(copies);
  const fresh = new Map(idsOf(bands).map((id, place) => [id, now[place] as string]));
  return {
    bands: copies,
    choices: choices.map((choice) => ({ ...choice, node: fresh.get(choice.node) ?? choice.node })),
  };
};
