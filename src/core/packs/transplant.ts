import { Band, type Block, type Cell } from "../design/part";
import { ownStyleId } from "../model/text-looks";
import { mapBands, type ReferenceMap } from "./references";

/** What is copied from a part: a band, a cell or a block. */
export type Copied =
  | { readonly type: "band"; readonly node: Band }
  | { readonly type: "cell"; readonly node: Cell }
  | { readonly type: "block"; readonly node: Block };

/** A copy with its references carried over, as for a site that has other menus, pictures and colours. */
export const transplanted = (copied: Copied, map: ReferenceMap): Copied => {
  const around = Band.parse({ id: "around", cells: [{ id: "inside" }] }) as Band;
  const cell = around.cells[0] as Cell;
  const bandOf = (): Band => {
    if (copied.type === "band") return copied.node;
    if (copied.type === "cell") return { ...around, cells: [copied.node] };
    return { ...around, cells: [{ ...cell, blocks: [copied.node] }] };
  };
  const [band] = mapBands([bandOf()], map);
  const [first] = band?.cells ?? [];
  if (copied.type === "band") return { type: "band", node: band as Band };
  if (copied.type === "cell") return { type: "cell", node: first as Cell };
  return { type: "block", node: first?.blocks[0] as Block };
};

/** What of a site copies refer to, each with what it is known by elsewhere: its name, its file, its value. */
export interface SiteThings {
  readonly menus: readonly { readonly id: string; readonly name: string }[];
  readonly pieces: readonly { readonly id: string; readonly name: string }[];
  readonly pictures: readonly { readonly id: string; readonly file: string }[];
  readonly palette: readonly { readonly id: string; readonly value: string }[];
  readonly textStyles: readonly { readonly id: string; readonly name: string }[];
}

/**
 * From one site to another: menus, shared pieces and text styles are those of the same name, pictures those of the same
 * file, colours those of the same value; a colour the other site does not have becomes what it is, all else is left open.
 */
export const betweenSites = (there: SiteThings, here: SiteThings): ReferenceMap => {
  const same =
    <T extends { readonly id: string }>(from: readonly T[], to: readonly T[], known: (thing: T) => string) =>
    (id: string): string | null => {
      const thing = from.find((each) => each.id === id);
      return (thing && to.find((each) => known(each) === known(thing))?.id) ?? null;
    };
  const byName = ({ name }: { readonly name: string }) => name.trim().toLocaleLowerCase();
  const styleHere = same(there.textStyles, here.textStyles, byName);
  const colourHere = same(there.palette, here.palette, ({ value }) => value);
  return {
    menu: same(there.menus, here.menus, byName),
    piece: same(there.pieces, here.pieces, byName),
    picture: same(there.pictures, here.pictures, ({ file }) => file),
    content: () => null,
    textStyle: (value) => {
      const id = styleHere(ownStyleId(value) ?? "");
      return id === null ? null : `style:${id}`;
    },
    colour: (value) => {
      const named = there.palette.find(({ id }) => value === `colour:${id}`);
      if (!named) return value;
      const id = colourHere(named.id);
      return id === null ? named.value : `colour:${id}`;
    },
  };
};
