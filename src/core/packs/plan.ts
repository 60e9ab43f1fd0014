import { differenceEuclidean } from "culori";
import type { SiteIndex } from "../addresses/facts";
import { type Design, documentsOf, getBody, STYLE_ID } from "../design/design";
import type { Part } from "../design/part";
import type { Menu } from "../model/menu";
import type { Picture } from "../model/picture";
import type { Slot } from "../model/slot";
import type { ColourValue } from "../model/values";
import { menuDifferences, partDifferences, pictureDifferences } from "./differences";
import {
  askedLookup,
  type Content,
  type ContentLookup,
  contentLookup,
  documentOfOrigin,
  menuOfName,
  packLookup,
  wordsOf,
} from "./lookups";
import { neededOf } from "./needed";
import { type Limit, lostLimits, type ReferenceMap } from "./references";
import { type AskedNeed, type AskedType, needId, type Pack, type PackPart } from "./shapes";
import { type PlannedTextStyle, plannedTextStyles } from "./text-styles";

/**
 * What an import would do, before it does it: a pure function of pack, site and answers. Items are matched by origin,
 * so a renamed part is still the same part; needs by key, a similar name is only suggested. Nothing of the site's own
 * is overwritten unless an answer says so.
 */
export type NeedAnswer =
  | { readonly do: "use"; readonly id: string }
  | { readonly do: "create" }
  | { readonly do: "leaveOut" };
export type ItemAnswer = "keepMine" | "takePack" | "keepBoth";

export interface ImportAnswers {
  readonly needs: Readonly<Record<string, NeedAnswer>>;
  readonly items: Readonly<Record<string, ItemAnswer>>;
  readonly colours: "map" | "bring";
  /** Parts by key that start switched on or off against the default. */
  readonly on: Readonly<Record<string, boolean>>;
}
export const NO_ANSWERS: ImportAnswers = { needs: {}, items: {}, colours: "map", on: {} };

export interface PlannedNeed extends AskedNeed {
  readonly id: string;
  /** The site's own of the same key; no question then. */
  readonly match: string | null;
  /** Others of its type, similar names first; and how many more there are. */
  readonly options: readonly { readonly id: string; readonly name: string }[];
  readonly moreOptions: number;
  readonly mayCreate: boolean;
  readonly answer: NeedAnswer | null;
}

export interface PlannedItem {
  readonly id: string;
  readonly type: "part" | "menu" | "picture";
  readonly key: string;
  readonly name: string;
  readonly slot: Slot | null;
  /** `alike`: another one of the same name in the same slot; what is meant has to be said. */
  readonly status: "new" | "same" | "differs" | "alike";
  /** The site's own document it matches. */
  readonly mine: string | null;
  /** For a new menu: the site's own of the same name, which parts use instead unless the pack's is wanted. */
  readonly substitute: string | null;
  readonly differences: readonly string[];
  readonly answer: ItemAnswer | null;
  /** False for menus and pictures that only parts which are left out use: they stay where they are. */
  readonly isNeeded: boolean;
  /** For parts: whether it would be switched on. */
  readonly on: boolean;
  /** What kept it from showing and would be lost: then it comes in paused, whatever is answered. */
  readonly lost: readonly Limit[];
}

export interface PlannedColour {
  readonly id: string;
  readonly name: string;
  readonly value: string;
  /** The site's nearest colour and how far it is (Euclidean in OKLab, 0 the same, 1 black to white). */
  readonly nearest: {
    readonly id: string;
    readonly name: string;
    readonly value: string;
    readonly distance: number;
  } | null;
}

export interface ImportPlan {
  readonly needs: readonly PlannedNeed[];
  readonly items: readonly PlannedItem[];
  readonly colours: readonly PlannedColour[];
  readonly textStyles: readonly PlannedTextStyle[];
  /** Questions without an answer yet. */
  readonly open: number;
}

export const planImport = (
  pack: Pack,
  design: Design,
  index: SiteIndex,
  answers: ImportAnswers,
): ImportPlan => {
  const menus = new Map(
    pack.menus.map(({ key, menu }) => [key, plannedMenu(key, menu, design, answers, null)]),
  );
  const brought = (key: string) =>
    menus.get(key)?.substitute === null || menus.get(key)?.answer === "takePack";
  const needed = neededOf(pack, (part) => answers.items[`part:${part}`] === "keepMine");
  const needs = pack.needs
    .filter((need) => needed.need(need, brought))
    .map((need) => plannedNeed(need, index, design, answers));
  const probe = referenceMap(pack, design, needs, answers, new Map(), new Map());
  const limits = { content: thereThen(needs) };
  const all = [
    ...pack.parts.map((part) =>
      plannedPart(part, design, probe, answers, lostLimits(part.placement, limits)),
    ),
    ...pack.menus.map(({ key, menu }) => plannedMenu(key, menu, design, answers, probe)),
    ...pack.pictures.map((picture) =>
      plannedItem("picture", picture.key, picture.name, design, picture.origin, answers, (mine) =>
        pictureDifferences(mine as Picture, picture),
      ),
    ),
  ];
  const items = all.map((item) =>
    item.type === "part" || needed.item(item.type, item.key) ? item : { ...item, isNeeded: false },
  );
  const open =
    needs.filter((need) => need.match === null && need.answer === null).length +
    items.filter((item) => isAsked(item) && item.answer === null).length;
  const colours = pack.colours.map((colour) => plannedColour(colour, design));
  return { needs, items, colours, textStyles: plannedTextStyles(pack, design), open };
};

/** Whether it takes an answer to know what is meant. */
export const isAsked = ({ status, isNeeded }: PlannedItem): boolean =>
  isNeeded && (status === "differs" || status === "alike");

/** So many are offered, the most alike first; the others are said by their number. */
const MOST_OPTIONS = 50;
/** A word that more names have than this tells nothing of any of them. */
const COMMON = 200;

/** What a need could be answered with: names that share words with its own first, most of them before fewer. */
const optionsFor = (need: AskedNeed, { all, byWord }: ContentLookup): readonly Content[] => {
  const shared = new Map<number, number>();
  const found = [...wordsOf(need.name)].map((word) => byWord.get(word) ?? []);
  const telling = found.filter(({ length }) => length <= COMMON);
  for (const places of telling.length > 0 ? telling : found.map((each) => each.slice(0, COMMON)))
    for (const place of places) shared.set(place, (shared.get(place) ?? 0) + 1);
  const alike = [...shared]
    .sort(([a, first], [b, second]) => second - first || a - b)
    .slice(0, MOST_OPTIONS)
    .map(([place]) => all[place] as Content);
  const others: Content[] = [];
  for (let place = 0; place < all.length && alike.length + others.length < MOST_OPTIONS; place += 1)
    if (!shared.has(place)) others.push(all[place] as Content);
  return [...alike, ...others];
};

const plannedNeed = (
  need: AskedNeed,
  index: SiteIndex,
  design: Design,
  answers: ImportAnswers,
): PlannedNeed => {
  const id = needId(need);
  const lookup = askedLookup(index, design, need.type);
  const match = lookup.byKey.get(need.key)?.id ?? null;
  const mayCreate = need.type === "term" && termParent(need.key, index) !== undefined;
  const given = answers.needs[id] ?? null;
  // a menu item that leads nowhere is left out and can be set later: not worth a question
  const assumed: NeedAnswer | null = need.parts.length === 0 ? { do: "leaveOut" } : null;
  const valid =
    given && (given.do !== "use" || lookup.byId.has(given.id)) && (given.do !== "create" || mayCreate);
  // what is matched is not asked
  const options = match === null ? optionsFor(need, lookup) : [];
  const chosen = given?.do === "use" && match === null ? lookup.byId.get(given.id) : undefined;
  const offered = chosen && !options.includes(chosen) ? [chosen, ...options] : options;
  return {
    ...need,
    id,
    match,
    options: offered.map(({ id: option, name }) => ({ id: option, name })),
    moreOptions: match === null ? Math.max(0, lookup.all.length - offered.length) : 0,
    mayCreate,
    answer: valid ? given : assumed,
  };
};

/** Where a term with this key would hang: its grouping and parent. Undefined if the grouping or parent is missing. */
export const termParent = (
  key: string,
  index: SiteIndex,
): { grouping: string; parent: string | null; slug: string } | undefined => {
  const [groupingKey = "", ...slugs] = key.split("/");
  const grouping = index.facts.groupings.find((each) => each.key === groupingKey);
  const slug = slugs.pop();
  if (!grouping || !slug) return undefined;
  if (slugs.length === 0) return { grouping: grouping.id, parent: null, slug };
  const parent = contentLookup(index, "term").byKey.get(`${groupingKey}/${slugs.join("/")}`);
  return parent ? { grouping: grouping.id, parent: parent.id, slug } : undefined;
};

const plannedItem = (
  type: PlannedItem["type"],
  key: string,
  name: string,
  design: Design,
  origin: string,
  answers: ImportAnswers,
  differencesFrom: (mine: unknown) => readonly string[],
): PlannedItem => {
  const mine = documentOfOrigin(design, type, origin);
  const differences = mine ? differencesFrom(mine.body) : [];
  const status = !mine ? "new" : differences.length === 0 ? "same" : "differs";
  const id = `${type}:${key}`;
  return {
    id,
    type,
    key,
    name,
    slot: null,
    status,
    mine: mine?.id ?? null,
    substitute: null,
    differences,
    answer: status === "differs" ? (answers.items[id] ?? null) : null,
    isNeeded: true,
    on: true,
    lost: [],
  };
};

/** A new menu gives way to the site's own of the same name: people want the header, not the other site's menu. */
const plannedMenu = (
  key: string,
  menu: Menu,
  design: Design,
  answers: ImportAnswers,
  probe: ReferenceMap | null,
): PlannedItem => {
  const item = plannedItem("menu", key, menu.name, design, menu.origin, answers, (mine) =>
    probe ? menuDifferences(mine as Menu, menu, probe) : [],
  );
  if (item.mine !== null) return item;
  const substitute = menuOfName(design, menu.name) ?? null;
  return { ...item, substitute, answer: substitute === null ? null : (answers.items[item.id] ?? "keepMine") };
};

const plannedPart = (
  part: PackPart,
  design: Design,
  map: ReferenceMap,
  answers: ImportAnswers,
  lost: readonly Limit[],
): PlannedItem => {
  const item = plannedItem("part", part.key, part.name, design, part.origin, answers, (mine) =>
    partDifferences(mine as Part, part, map),
  );
  const alike = item.mine === null ? partOfName(design, part.slot, part.name) : undefined;
  const everyPage = part.placement.conditions.every((condition) => condition.clauses.length === 0);
  const given = answers.items[item.id] ?? null;
  const asked: Partial<PlannedItem> = alike
    ? { status: "alike", mine: alike, answer: given }
    : // a new one comes in unless it is left out
      item.status === "new" && given === "keepMine"
      ? { answer: given }
      : {};
  return {
    ...item,
    ...asked,
    slot: part.slot,
    lost,
    on: lost.length === 0 && (answers.on[part.key] ?? everyPage),
  };
};

/** A part of the site's own of a name, however it is written; those in the bin are not meant. */
const partOfName = (design: Design, slot: Slot, name: string): string | undefined =>
  documentsOf(design, "part").find(
    ({ body }) =>
      body.slot === slot && body.binnedAt === null && body.name.toLowerCase() === name.toLowerCase(),
  )?.id;

const distance = differenceEuclidean("oklab");

const plannedColour = (colour: Pack["colours"][number], design: Design): PlannedColour => {
  const { palette } = getBody(design, "style", STYLE_ID);
  const [nearest] = palette
    .map(({ id, name, value }) => ({
      id,
      name,
      value,
      distance: Math.round(distance(colour.value, value) * 1000) / 1000,
    }))
    .sort((a, b) => a.distance - b.distance || (a.id < b.id ? -1 : 1));
  return { ...colour, nearest: nearest ?? null };
};

const ofContent = (needs: readonly PlannedNeed[], created: ReadonlyMap<string, string>) => {
  const byId = new Map(needs.map((need) => [need.id, need]));
  return (type: AskedType, key: string): string | null => {
    const need = byId.get(needId({ type, key }));
    if (!need) return null;
    if (need.match !== null) return need.match;
    if (need.answer?.do === "use") return need.answer.id;
    return created.get(need.id) ?? null;
  };
};

/** Whether what a pack names will be there: found, chosen or made, or still to be answered. What is left out, or is no need of the pack, will not. */
const thereThen = (needs: readonly PlannedNeed[]): ReferenceMap["content"] => {
  const byId = new Map(needs.map((need) => [need.id, need]));
  return (type, key) => {
    const need = byId.get(needId({ type, key }));
    return need && (need.match !== null || need.answer?.do !== "leaveOut") ? key : null;
  };
};

export const referenceMap = (
  pack: Pack,
  design: Design,
  needs: readonly PlannedNeed[],
  answers: ImportAnswers,
  created: ReadonlyMap<string, string>,
  imported: ReadonlyMap<string, string>,
): ReferenceMap => {
  const { menus, pictures } = packLookup(pack);
  const colours = new Map<ColourValue, ColourValue>();
  const content = ofContent(needs, created);
  const textStyles = plannedTextStyles(pack, design);
  return {
    menu: (key) => {
      const menu = menus.get(key);
      const known = imported.get(`menu:${key}`);
      if (known !== undefined) return known;
      // one the pack does not hold is what was answered for it
      if (!menu) return content("menu", key);
      return (
        documentOfOrigin(design, "menu", menu.origin)?.id ??
        plannedMenu(key, menu, design, answers, null).substitute
      );
    },
    picture: (key) =>
      imported.get(`picture:${key}`) ??
      documentOfOrigin(design, "picture", pictures.get(key)?.origin ?? "")?.id ??
      content("picture", key),
    colour: (value) => {
      const mapped = colours.get(value) ?? mappedColour(value, pack, design, answers);
      colours.set(value, mapped);
      return mapped;
    },
    textStyle: (value) => {
      const planned = textStyles.find(({ id }) => value === `style:${id}`);
      return planned ? `style:${planned.here}` : null;
    },
    content,
  };
};

const mappedColour = (
  value: ColourValue,
  pack: Pack,
  design: Design,
  answers: ImportAnswers,
): ColourValue => {
  if (!value.startsWith("colour:")) return value;
  const colour = packLookup(pack).colours.get(value.slice(7));
  if (!colour) return value;
  if (answers.colours === "bring") return `colour:${broughtId(colour, design)}`;
  const { nearest } = plannedColour(colour, design);
  return nearest ? `colour:${nearest.id}` : (colour.value as ColourValue);
};

/** The id a brought colour gets: its own, unless the site uses that for another value. */
export const broughtId = (colour: Pack["colours"][number], design: Design): string => {
  const { palette } = getBody(design, "style", STYLE_ID);
  const taken = palette.find((each) => each.id === colour.id);
  return !taken || taken.value === colour.value ? colour.id : `${colour.id}-${colour.value.slice(1)}`;
};
