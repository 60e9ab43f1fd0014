import type { SiteIndex } from "../addresses/facts";
import { type Design, type DocumentBodies, documentsOf } from "../design/design";
import { contentOfType } from "./references";
import type { AskedType, Pack, PackNeed } from "./shapes";

/**
 * What a plan looks up, by key: made once for a site's content, a design or a pack, so that planning costs as much as
 * both are large, and not one times the other.
 */
export type Content = ReturnType<typeof contentOfType>[number];

export interface ContentLookup {
  readonly all: readonly Content[];
  readonly byKey: ReadonlyMap<string, Content>;
  readonly byId: ReadonlyMap<string, Content>;
  /** Places in `all` of those whose name has a word. */
  readonly byWord: ReadonlyMap<string, readonly number[]>;
}

const contents = new WeakMap<SiteIndex, Map<PackNeed["type"], ContentLookup>>();

export const wordsOf = (text: string): ReadonlySet<string> =>
  new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word !== ""),
  );

const makeLookup = (unsorted: readonly Content[]): ContentLookup => {
  const all = [...unsorted].sort((a, b) => (a.name < b.name ? -1 : 1));
  const byWord = new Map<string, number[]>();
  for (const [place, { name }] of all.entries())
    for (const word of wordsOf(name)) {
      const places = byWord.get(word);
      if (places) places.push(place);
      else byWord.set(word, [place]);
    }
  return {
    all,
    // of those with one key the first counts
    byKey: new Map(all.toReversed().map((each) => [each.key, each])),
    byId: new Map(all.map((each) => [each.id, each])),
    byWord,
  };
};

/** Content of a type, in the order of its names. */
export const contentLookup = (index: SiteIndex, type: PackNeed["type"]): ContentLookup => {
  const known = contents.get(index) ?? new Map<PackNeed["type"], ContentLookup>();
  contents.set(index, known);
  const lookup = known.get(type) ?? makeLookup(contentOfType(index, type));
  known.set(type, lookup);
  return lookup;
};

const own = new WeakMap<Design, Map<"menu" | "picture", ContentLookup>>();

/** A design's own menus or pictures, in the order of their names. They have no keys: none is the one a pack names. */
const ownLookup = (design: Design, type: "menu" | "picture"): ContentLookup => {
  const known = own.get(design) ?? new Map<"menu" | "picture", ContentLookup>();
  own.set(design, known);
  const lookup =
    known.get(type) ??
    makeLookup(documentsOf(design, type).map(({ id, body }) => ({ id, key: "", name: body.name })));
  known.set(type, lookup);
  return lookup;
};

/** What may stand in for something a pack asks for. */
export const askedLookup = (index: SiteIndex, design: Design, type: AskedType): ContentLookup =>
  type === "menu" || type === "picture" ? ownLookup(design, type) : contentLookup(index, type);

type WithOrigin = "part" | "menu" | "picture";
type Mine<K extends WithOrigin> = { readonly id: string; readonly body: DocumentBodies[K] };

const origins = new WeakMap<Design, Map<WithOrigin, ReadonlyMap<string, Mine<WithOrigin>>>>();

/** The design's document of an origin; undefined if it has none. */
export const documentOfOrigin = <K extends WithOrigin>(
  design: Design,
  kind: K,
  origin: string,
): Mine<K> | undefined => {
  const known = origins.get(design) ?? new Map<WithOrigin, ReadonlyMap<string, Mine<WithOrigin>>>();
  origins.set(design, known);
  const lookup =
    known.get(kind) ??
    new Map(
      documentsOf(design, kind)
        .toReversed()
        .map(({ id, body }) => [body.origin, { id, body }]),
    );
  known.set(kind, lookup);
  return lookup.get(origin) as Mine<K> | undefined;
};

const menuNames = new WeakMap<Design, ReadonlyMap<string, string>>();

/** The id of the design's menu of a name, whatever its capitals; undefined if it has none. */
export const menuOfName = (design: Design, name: string): string | undefined => {
  const known =
    menuNames.get(design) ??
    new Map(
      documentsOf(design, "menu")
        .toReversed()
        .map(({ id, body }) => [body.name.toLowerCase(), id]),
    );
  menuNames.set(design, known);
  return known.get(name.toLowerCase());
};

const packs = new WeakMap<Pack, ReturnType<typeof makePackLookup>>();
const makePackLookup = (pack: Pack) => ({
  parts: new Map(pack.parts.map((each) => [each.key, each])),
  menus: new Map(pack.menus.map((each) => [each.key, each.menu])),
  pictures: new Map(pack.pictures.map((each) => [each.key, each])),
  colours: new Map(pack.colours.map((each) => [each.id, each])),
});

/** What a pack holds, by key. */
export const packLookup = (pack: Pack): ReturnType<typeof makePackLookup> => {
  const known = packs.get(pack) ?? makePackLookup(pack);
  packs.set(pack, known);
  return known;
};
