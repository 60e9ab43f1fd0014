import type { SiteIndex } from "../addresses/facts";
import { defaultSettings } from "../blocks";
import { valuesFor, withSettings } from "../blocks/shown";
import type { Band, Block, Part } from "../design/part";
import { identityFrom, identityParts } from "../model/identity";
import type { Look } from "../model/look";
import type { MenuItem, Promotion } from "../model/menu";
import type { Audience, Clause, Placement } from "../model/placement";
import { ownStyleId } from "../model/text-looks";
import type { ColourValue, NamedStyle, Target } from "../model/values";
import type { PackNeed } from "./shapes";

/** How every reference in a design is carried over. Null drops it. */
export interface ReferenceMap {
  readonly menu: (id: string) => string | null;
  readonly picture: (id: string) => string | null;
  /** A shared piece; without: they stand as they are. */
  readonly piece?: (id: string) => string | null;
  readonly colour: (value: ColourValue) => ColourValue;
  /** A text style of the site's own, by name; null: there is none for it there. */
  readonly textStyle: (value: NamedStyle) => NamedStyle | null;
  /** A piece of content: a kind, term, author … */
  readonly content: (type: PackNeed["type"], id: string) => string | null;
}

/** Those that every site has stay. */
export const mapIdentity = (identity: string, map: ReferenceMap): string | null => {
  const parts = identityParts(identity);
  if (!parts) return identity;
  const id = map.content(parts.of === "date" ? "kind" : parts.of, parts.id);
  return id === null ? null : identityFrom({ ...parts, id });
};

const mapTarget = (target: Target, map: ReferenceMap): Target => {
  if (!("identity" in target)) return target;
  const identity = mapIdentity(target.identity, map);
  return identity === null ? { url: "/" } : { identity };
};

export const mapMenuItems = (items: readonly MenuItem[], map: ReferenceMap): readonly MenuItem[] =>
  items.map((item) => {
    const { target } = item;
    const identity = target && "identity" in target ? mapIdentity(target.identity, map) : null;
    const mapped = target && "identity" in target ? (identity === null ? null : { identity }) : target;
    const { promotion } = item;
    return {
      ...item,
      target: mapped,
      ...(promotion ? { promotion: mapPromotion(promotion, map) } : {}),
      ...(item.seenBy ? { seenBy: mapSeenBy(item.seenBy, map) } : {}),
      items: mapMenuItems(item.items, map),
    };
  });

const mapPromotion = (promotion: Promotion, map: ReferenceMap): Promotion => ({
  ...promotion,
  picture: promotion.picture === "" ? "" : (map.picture(promotion.picture) ?? ""),
  target: promotion.target && mapTarget(promotion.target, map),
  kind: promotion.kind === "" ? "" : (map.content("kind", promotion.kind) ?? ""),
  term: promotion.term === "" ? "" : (map.content("term", promotion.term) ?? ""),
});

const CLAUSE_TYPES: Partial<Record<Clause["facet"], PackNeed["type"]>> = {
  entry: "entry",
  childOf: "entry",
  under: "entry",
  term: "term",
  author: "author",
  kind: "kind",
  ofKind: "kind",
};

const mapClauseValue = (
  facet: Clause["facet"],
  value: string,
  map: Pick<ReferenceMap, "content">,
): string | null => {
  const type = CLAUSE_TYPES[facet];
  if (type) return map.content(type, value);
  const prefixed = /^(level|kind|grouping|term|author):(.+)$/.exec(value);
  if (prefixed && (facet === "access" || facet === "archiveOf")) {
    const id = map.content(prefixed[1] as PackNeed["type"], prefixed[2] as string);
    return id === null ? null : `${prefixed[1]}:${id}`;
  }
  return value;
};

/** Clauses with their values carried over; null if a clause is left without a value, for then the line says something else. */
const mapClauses = (clauses: readonly Clause[], map: ReferenceMap): Clause[] | null => {
  const mapped = clauses.map((clause) => ({
    ...clause,
    values: clause.values.flatMap((value) => mapClauseValue(clause.facet, value, map) ?? []),
  }));
  return mapped.some((clause) => clause.values.length === 0) ? null : mapped;
};

const mapLines = <T extends { clauses: Clause[] }>(lines: readonly T[], map: ReferenceMap): T[] =>
  lines.flatMap((line) => {
    const clauses = mapClauses(line.clauses, map);
    return clauses ? [{ ...line, clauses }] : [];
  });

/** A level that is not there on the other side becomes signed in: who made it for some must not show it to everyone. */
export const mapPlacement = (placement: Placement, map: ReferenceMap): Placement => ({
  ...placement,
  conditions: mapLines(placement.conditions, map),
  exceptions: mapLines(placement.exceptions, map),
  audience: placement.audience && (mapSeenBy(placement.audience, map) as Audience),
});

/** What keeps a part from showing: the level it is for, pages it is not on. */
export type Limit = "level" | "notOn";

/** What of a placement keeps a part from showing, and is lost where it is carried over: then it would show more widely. */
export const lostLimits = (placement: Placement, map: Pick<ReferenceMap, "content">): readonly Limit[] => {
  const level =
    placement.audience?.startsWith("level:") && map.content("level", placement.audience.slice(6)) === null;
  const notOn = placement.exceptions.some(({ clauses }) =>
    clauses.some((clause) =>
      clause.values.some((value) => mapClauseValue(clause.facet, value, map) === null),
    ),
  );
  return [...(level ? (["level"] as const) : []), ...(notOn ? (["notOn"] as const) : [])];
};

const colour = <T extends ColourValue | "">(value: T, map: ReferenceMap): T =>
  value === "" ? value : (map.colour(value) as T);

/** Those that every site has stay. */
const textStyle = <T extends string, Gone extends string>(
  value: T,
  map: ReferenceMap,
  gone: Gone,
): T | Gone =>
  ownStyleId(value) === undefined ? value : ((map.textStyle(value as never) as T | null) ?? gone);

const usualStyle = ({ kind }: Block): string =>
  String(valuesFor({ kind, settings: defaultSettings(kind) }, "textStyle")[0] ?? "");

/** What is for a level the site does not have is for nobody signed out: it must not show to more than it was made for. */
const mapSeenBy = (rule: Look["seenBy"], map: ReferenceMap): Look["seenBy"] => {
  if (!rule?.startsWith("level:")) return rule;
  const level = map.content("level", rule.slice(6));
  return level === null ? "signedIn" : `level:${level}`;
};

/** Ids that were carried over; those that are not there on the other side are left out. */
const mapIds =
  (type: PackNeed["type"], map: ReferenceMap) =>
  (ids: unknown): readonly string[] =>
    (ids as readonly string[]).flatMap((id) => map.content(type, id) ?? []);

const mapBlock = (block: Block, map: ReferenceMap): Block => {
  const look = {
    ...block.look,
    seenBy: mapSeenBy(block.look.seenBy, map),
    colour: colour(block.look.colour, map),
    background: colour(block.look.background, map),
    borderColour: colour(block.look.borderColour, map),
    type: textStyle(block.look.type, map, ""),
  };
  const mapped = withSettings(block, {
    menu: (id) => map.menu(id as string) ?? "",
    picture: (id) => map.picture(id as string) ?? "",
    piece: (id) => (map.piece ? (map.piece(id as string) ?? "") : id),
    colour: (value) => colour(value as ColourValue | "", map),
    // one that is not there is what the kind begins with
    textStyle: (value) => textStyle(value as string, map, usualStyle(block)),
    target: (target) => target && mapTarget(target as Target, map),
    kinds: mapIds("kind", map),
    terms: mapIds("term", map),
    authors: mapIds("author", map),
    grouping: (id) => (id === "" ? "" : (map.content("grouping", id as string) ?? "")),
    entries: (identities) =>
      (identities as readonly string[]).flatMap((identity) => mapIdentity(identity, map) ?? []),
    video: () => null,
  });
  const { blocks } = block;
  return {
    ...mapped,
    look,
    ...(blocks ? { blocks: blocks.map((inner) => mapBlock(inner, map)) } : {}),
  };
};

export const mapBands = (bands: Part["bands"], map: ReferenceMap): readonly Band[] =>
  bands.map((band) => ({
    ...band,
    seenBy: mapSeenBy(band.seenBy, map),
    colour: colour(band.colour, map),
    background: {
      ...band.background,
      colour: colour(band.background.colour, map),
      colourTo: colour(band.background.colourTo, map),
      // a video stays with its site
      video: null,
      slides: band.background.slides.flatMap((id) => map.picture(id) ?? []),
      overlayColour: colour(band.background.overlayColour, map),
      overlayTo: colour(band.background.overlayTo, map),
      picture: band.background.picture === "" ? "" : (map.picture(band.background.picture) ?? ""),
    },
    overPicture: { ...band.overPicture, colour: colour(band.overPicture.colour, map) },
    cells: band.cells.map((cell) => ({ ...cell, blocks: cell.blocks.map((block) => mapBlock(block, map)) })),
  }));

/** Key and name of a piece of content, as other sites could have it too: slugs and paths, never ids. */
export const contentKey = (
  index: SiteIndex,
  type: PackNeed["type"],
  id: string,
): { readonly key: string; readonly name: string } | null => {
  const { facts } = index;
  switch (type) {
    case "kind": {
      const kind = facts.kinds.find((each) => each.id === id);
      return kind ? { key: kind.key, name: kind.plural } : null;
    }
    case "grouping": {
      const grouping = facts.groupings.find((each) => each.id === id);
      return grouping ? { key: grouping.key, name: grouping.plural } : null;
    }
    case "term": {
      const term = index.terms.get(id);
      const grouping = facts.groupings.find((each) => each.id === term?.grouping);
      if (!term || !grouping) return null;
      const slugs: string[] = [];
      for (let each = index.terms.get(id); each; each = index.terms.get(each.parent ?? ""))
        slugs.unshift(each.slug);
      return { key: `${grouping.key}/${slugs.join("/")}`, name: term.name };
    }
    case "author": {
      const author = facts.authors.find((each) => each.id === id);
      return author ? { key: author.slug, name: author.name } : null;
    }
    case "entry": {
      const entry = facts.entries.find((each) => each.id === id);
      return entry ? { key: entry.path, name: entry.title } : null;
    }
    case "level": {
      const level = facts.settings.levels.find((each) => each.key === id);
      return level ? { key: level.key, name: level.name } : null;
    }
  }
};

/** Every piece of content of a type, with its key: where needs are looked up. */
export const contentOfType = (
  index: SiteIndex,
  type: PackNeed["type"],
): readonly { readonly id: string; readonly key: string; readonly name: string }[] => {
  const { facts } = index;
  const ids: Record<PackNeed["type"], () => readonly string[]> = {
    kind: () => facts.kinds.map((each) => each.id),
    grouping: () => facts.groupings.map((each) => each.id),
    term: () => facts.terms.map((each) => each.id),
    author: () => facts.authors.map((each) => each.id),
    entry: () => facts.entries.map((each) => each.id),
    level: () => facts.settings.levels.map((each) => each.key),
  };
  return ids[type]().flatMap((id) => {
    const found = contentKey(index, type, id);
    return found ? [{ id, ...found }] : [];
  });
};
