import { type Zippable, zipSync } from "fflate";
import type { SiteIndex } from "../addresses/facts";
import { type Design, getBody, STYLE_ID } from "../design/design";
import { pieceIn, wholeBands } from "../design/pieces";
import { canonicalJson } from "../model/canonical";
import { SLOTS } from "../model/slot";
import { closureOf, needsOf } from "./closure";
import { contentKey, mapBands, mapMenuItems, mapPlacement, type ReferenceMap } from "./references";
import { PACK_SCHEMA, type PackManifest, type PackPart, type PackPicture } from "./shapes";
import { writeTokens } from "./tokens";

export interface PackInfo {
  readonly name: string;
  readonly version: string;
  readonly description: string;
  readonly author: string;
  readonly licence: string;
  /** ISO instant; part of the bytes, so the same selection at the same instant gives the same file. */
  readonly created: string;
}

export interface PackSelection {
  readonly parts: readonly string[];
  readonly withMenus: boolean;
  readonly withPictures: boolean;
  readonly withStyle: boolean;
}

export interface PackTools {
  readonly sha256: (bytes: Uint8Array) => string;
  /** The bytes of a picture's file by its hash; must be there for every picture of the closure. */
  readonly bytesOf: (file: string) => Uint8Array;
}

/** `Day header` → `day-header`; taken keys get a number. Letters outside a to z are left out. */
export const keyMaker = () => {
  const taken = new Set<string>();
  return (name: string): string => {
    const slug =
      name
        .normalize("NFKD")
        .replace(/\p{M}/gu, "")
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, "-")
        .replace(/^-+|-+$/g, "")
        .slice(0, 60) || "item";
    let key = slug;
    for (let count = 2; taken.has(key); count += 1) key = `${slug}-${count}`;
    taken.add(key);
    return key;
  };
};

const EXTENSIONS = {
  "image/jpeg": "jpg",
  "image/png": "png",
  "image/webp": "webp",
  "image/avif": "avif",
  "image/svg+xml": "svg",
} as const;
const encoder = new TextEncoder();
const json = (value: unknown): Uint8Array => encoder.encode(canonicalJson(value));

/** Hashing and compressing the same selection twice gives the same bytes: sorted names, fixed times, canonical JSON. */
export const writePack = (
  design: Design,
  index: SiteIndex,
  selection: PackSelection,
  info: PackInfo,
  tools: PackTools,
): Uint8Array => {
  // in an order of their own: the same parts give the same bytes, whichever was chosen first
  const placeOf = (id: string) => {
    const { slot, number } = getBody(design, "part", id);
    return SLOTS.indexOf(slot) * 1e6 + number;
  };
  const parts = [...new Set(selection.parts)].sort((a, b) => placeOf(a) - placeOf(b) || (a < b ? -1 : 1));
  const closure = closureOf(design, parts);
  const keysFor = (ids: readonly string[], nameOf: (id: string) => string) => {
    const make = keyMaker();
    return new Map(ids.map((id) => [id, make(nameOf(id))]));
  };
  const partKeys = keysFor(
    parts,
    (id) => `${getBody(design, "part", id).slot} ${getBody(design, "part", id).name}`,
  );
  const menuKeys = keysFor(
    selection.withMenus ? [...closure.menus.keys()] : [],
    (id) => getBody(design, "menu", id).name,
  );
  const pictureKeys = keysFor(
    selection.withPictures ? [...closure.pictures.keys()] : [],
    (id) => getBody(design, "picture", id).name,
  );
  const map: ReferenceMap = {
    menu: (id) => menuKeys.get(id) ?? null,
    picture: (id) => pictureKeys.get(id) ?? null,
    colour: (value) => value,
    // what does not come along is nothing on the other side
    textStyle: (value) => (selection.withStyle ? value : null),
    content: (type, id) => contentKey(index, type, id)?.key ?? null,
  };

  const files = new Map<string, Uint8Array>();
  for (const [id, key] of partKeys) files.set(`parts/${key}.json`, json(packPart(design, id, key, map)));
  for (const [id, key] of menuKeys) {
    const menu = getBody(design, "menu", id);
    files.set(
      `menus/${key}.json`,
      json({ schema: PACK_SCHEMA, key, menu: { ...menu, items: mapMenuItems(menu.items, map) } }),
    );
  }
  const pictures = [...pictureKeys].map(([id, key]): PackPicture => {
    const { file, type, name, alt, credit, focal, origin } = getBody(design, "picture", id);
    const path = `media/${file}.${EXTENSIONS[type]}`;
    files.set(path, tools.bytesOf(file));
    return { key, origin, file: path, type, name, alt, credit, focal };
  });
  if (pictures.length > 0) files.set("media/media.json", json({ schema: PACK_SCHEMA, pictures }));
  const colours = [...closure.colours.values()].map(({ colour }) => colour);
  if (selection.withStyle && colours.length > 0) files.set("style/tokens.json", json(writeTokens(colours)));
  const textStyles = getBody(design, "style", STYLE_ID).textStyles.filter(({ id }) =>
    closure.textStyles.has(id),
  );
  if (selection.withStyle && textStyles.length > 0)
    files.set("style/text-styles.json", json({ schema: PACK_SCHEMA, textStyles }));
  const kept = {
    ...closure,
    menus: selection.withMenus ? closure.menus : new Map<string, readonly string[]>(),
  };
  const needs = needsOf(
    design,
    kept,
    (type, id) => contentKey(index, type, id),
    (id) => partKeys.get(id) ?? menuKeys.get(id) ?? id,
  );
  files.set("needs.json", json({ schema: PACK_SCHEMA, needs }));

  const manifest: PackManifest = {
    schema: PACK_SCHEMA,
    ...info,
    counts: { parts: partKeys.size, menus: menuKeys.size, pictures: pictures.length },
    files: Object.fromEntries([...files].map(([path, bytes]) => [path, tools.sha256(bytes)])),
  };
  return zipped(new Map([["pack.json", json(manifest)], ...files]));
};

const packPart = (design: Design, id: string, key: string, map: ReferenceMap): PackPart => {
  const part = getBody(design, "part", id);
  return {
    schema: PACK_SCHEMA,
    key,
    origin: part.origin,
    slot: part.slot,
    name: part.name,
    placement: mapPlacement(part.placement, map),
    // a pack carries what pieces hold as the part's own
    bands: mapBands(wholeBands(part.bands, pieceIn(design)), map),
    ...(part.choices ? { choices: part.choices } : {}),
    ...(part.column ? { column: part.column } : {}),
  };
};

/** Unix as the system and a fixed time, or unpackers garble names and bytes differ. Pictures are stored as they are. */
const zipped = (files: ReadonlyMap<string, Uint8Array>): Uint8Array => {
  const entries: Zippable = {};
  for (const path of [...files.keys()].sort()) {
    const level = /\.(jpg|png|webp)$/.test(path) ? 0 : 6;
    entries[path] = [files.get(path) as Uint8Array, { level, os: 3, mtime: new Date(1980, 0, 1, 12) }];
  }
  return zipSync(entries);
};
