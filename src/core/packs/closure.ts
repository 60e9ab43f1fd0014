import { type Design, findBody, getBody, STYLE_ID } from "../design/design";
import type { Part } from "../design/part";
import { pieceIn, wholePart } from "../design/pieces";
import { namedStyle, ownStyleId } from "../model/text-looks";
import { mapBands, mapMenuItems, mapPlacement, type ReferenceMap } from "./references";
import { needId, type PackColour, type PackNeed } from "./shapes";

/** What a selection of parts brings along, each with the parts that need it. */
export interface Closure {
  readonly parts: readonly string[];
  readonly menus: ReadonlyMap<string, readonly string[]>;
  readonly pictures: ReadonlyMap<string, readonly string[]>;
  readonly colours: ReadonlyMap<string, { readonly colour: PackColour; readonly parts: readonly string[] }>;
  /** Text styles of the site's own, by id. */
  readonly textStyles: ReadonlyMap<string, readonly string[]>;
}

/** Calls the visitor with every reference of a part; the mapped part is thrown away. */
export const visitReferences = (
  part: Pick<Part, "bands" | "placement">,
  visit: (type: "menu" | "picture" | "colour" | "textStyle" | PackNeed["type"], id: string) => void,
): void => {
  const seen = <T extends string>(type: Parameters<typeof visit>[0], id: T): T => {
    visit(type, id);
    return id;
  };
  const map: ReferenceMap = {
    menu: (id) => seen("menu", id),
    picture: (id) => seen("picture", id),
    colour: (value) => seen("colour", value),
    textStyle: (value) => seen("textStyle", value),
    content: seen,
  };
  mapBands(part.bands, map);
  mapPlacement(part.placement, map);
};

const note = (into: Map<string, string[]>, id: string, part: string) => {
  const parts = into.get(id);
  if (!parts) into.set(id, [part]);
  else if (!parts.includes(part)) parts.push(part);
};

/** The closure of a selection: a part brings its menus, pictures, named colours and text styles. */
export const closureOf = (design: Design, parts: readonly string[]): Closure => {
  const [menus, pictures] = [new Map<string, string[]>(), new Map<string, string[]>()];
  const colours = new Map<string, { colour: PackColour; parts: string[] }>();
  const textStyles = new Map<string, string[]>();
  const { palette, textStyles: own } = getBody(design, "style", STYLE_ID);
  for (const id of parts)
    visitReferences(wholePart(getBody(design, "part", id), pieceIn(design)), (type, found) => {
      if (type === "menu" && findBody(design, "menu", found)) note(menus, found, id);
      if (type === "picture" && findBody(design, "picture", found)) note(pictures, found, id);
      if (type === "textStyle" && own.some((each) => namedStyle(each.id) === found))
        note(textStyles, ownStyleId(found) as string, id);
      if (type !== "colour" || !found.startsWith("colour:")) return;
      const colour = palette.find((each) => each.id === found.slice(7));
      if (!colour) return;
      const known = colours.get(colour.id)?.parts ?? [];
      colours.set(colour.id, { colour, parts: known.includes(id) ? known : [...known, id] });
    });
  // panels of menus bring the pictures they show
  for (const [menu, by] of menus)
    visitMenuPictures(getBody(design, "menu", menu).items, (id) => {
      if (findBody(design, "picture", id)) for (const part of by) note(pictures, id, part);
    });
  return { parts, menus, pictures, colours, textStyles };
};

const UNCHANGED: ReferenceMap = {
  menu: (id) => id,
  picture: (id) => id,
  colour: (value) => value,
  textStyle: (value) => value,
  content: (_, id) => id,
};

/** Calls the visitor with every picture that panels of a menu show. */
export const visitMenuPictures = (
  items: Parameters<typeof mapMenuItems>[0],
  visit: (id: string) => void,
): void => {
  mapMenuItems(items, {
    ...UNCHANGED,
    picture: (id) => {
      visit(id);
      return id;
    },
  });
};

/** Calls the visitor with every piece of content the items of a menu lead to or promote. */
export const visitItems = (
  items: Parameters<typeof mapMenuItems>[0],
  visit: (type: PackNeed["type"], id: string) => void,
): void => {
  mapMenuItems(items, {
    ...UNCHANGED,
    content: (type, id) => {
      visit(type, id);
      return id;
    },
  });
};

/** What parts and their menus ask of the site's content, each once, with who asks. */
export const needsOf = (
  design: Design,
  closure: Closure,
  keyOf: (type: PackNeed["type"], id: string) => { readonly key: string; readonly name: string } | null,
  keyFor: (id: string) => string,
): readonly PackNeed[] => {
  const needs = new Map<string, PackNeed>();
  const need = (type: PackNeed["type"], id: string, by: "parts" | "menus", key: string) => {
    const found = keyOf(type, id);
    if (!found) return;
    const known = needs.get(needId({ type, key: found.key })) ?? { type, ...found, parts: [], menus: [] };
    if (!known[by].includes(key)) known[by].push(key);
    needs.set(needId(known), known);
  };
  for (const id of closure.parts)
    visitReferences(getBody(design, "part", id), (type, found) => {
      if (type !== "menu" && type !== "picture" && type !== "colour" && type !== "textStyle")
        need(type, found, "parts", keyFor(id));
    });
  for (const menu of closure.menus.keys())
    visitItems(getBody(design, "menu", menu).items, (type, id) => need(type, id, "menus", keyFor(menu)));
  return [...needs.values()].sort((a, b) => (needId(a) < needId(b) ? -1 : 1));
};
