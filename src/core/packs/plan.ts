import { differenceEuclidean } from "culori";
import type { SiteIndex } from "../addresses/facts";
import type { ColourValue } from "../model/blocks";
import { canonicalJson } from "../model/canonical";
import type { Term } from "../model/content";
import {
  type Design,
  documentsOf,
  getBody,
  type Menu,
  nextNumber,
  orderedParts,
  orderId,
  type Picture,
  STYLE_ID,
} from "../model/design";
import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";
import type { Operation } from "../model/operations";
import type { Part } from "../model/part";
import type { Placement } from "../model/placement";
import { SLOTS, type Slot } from "../model/slot";
import { withFreshIds } from "../model/tree";
import type { NewIds } from "../placement/proposals";
import { contentOfType, mapBands, mapMenuItems, mapPlacement, type ReferenceMap } from "./references";
import { needId, type Pack, type PackNeed, type PackPart } from "./shapes";

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

export interface PlannedNeed extends PackNeed {
  readonly id: string;
  /** The site's own of the same key; no question then. */
  readonly match: string | null;
  /** Others of its type, similar names first. */
  readonly options: readonly { readonly id: string; readonly name: string }[];
  readonly mayCreate: boolean;
  readonly answer: NeedAnswer | null;
}

export interface PlannedItem {
  readonly id: string;
  readonly type: "part" | "menu" | "picture";
  readonly key: string;
  readonly name: string;
  readonly slot: Slot | null;
  readonly status: "new" | "same" | "differs";
  /** The site's own document it matches. */
  readonly mine: string | null;
  /** For a new menu: the site's own of the same name, which parts use instead unless the pack's is wanted. */
  readonly substitute: string | null;
  readonly differences: readonly string[];
  readonly answer: ItemAnswer | null;
  /** For parts: whether it would be switched on. */
  readonly on: boolean;
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
  /** Questions without an answer yet. */
  readonly open: number;
}

/** What the import does: terms to create first, then one change of the design, applied together or not at all. */
export interface ImportChange {
  readonly terms: readonly Term[];
  readonly operations: readonly Operation[];
  /** Picture files to take over, by the id of the picture document. */
  readonly pictures: readonly { readonly id: string; readonly key: string }[];
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
  const needs = pack.needs
    .filter((need) => need.parts.length > 0 || need.menus.length === 0 || need.menus.some(brought))
    .map((need) => plannedNeed(need, index, answers));
  const probe = referenceMap(pack, design, needs, answers, new Map(), new Map());
  const items = [
    ...pack.parts.map((part) => plannedPart(part, design, probe, answers)),
    ...pack.menus.map(({ key, menu }) => plannedMenu(key, menu, design, answers, probe)),
    ...pack.pictures.map((picture) =>
      plannedItem("picture", picture.key, picture.name, design, picture.origin, answers, (mine) =>
        pictureDifferences(mine as Picture, picture),
      ),
    ),
  ];
  const open =
    needs.filter((need) => need.match === null && need.answer === null).length +
    items.filter((item) => item.status === "differs" && item.answer === null).length;
  return { needs, items, colours: pack.colours.map((colour) => plannedColour(colour, design)), open };
};

const similar = (a: string, b: string): number => {
  const words = (text: string) =>
    new Set(
      text
        .toLowerCase()
        .split(/[^\p{L}\p{N}]+/u)
        .filter((word) => word !== ""),
    );
  const [first, second] = [words(a), words(b)];
  return [...first].filter((word) => second.has(word)).length;
};

const plannedNeed = (need: PackNeed, index: SiteIndex, answers: ImportAnswers): PlannedNeed => {
  const id = needId(need);
  const candidates = contentOfType(index, need.type);
  const match = candidates.find((candidate) => candidate.key === need.key)?.id ?? null;
  const options = [...candidates].sort(
    (a, b) => similar(b.name, need.name) - similar(a.name, need.name) || (a.name < b.name ? -1 : 1),
  );
  const mayCreate = need.type === "term" && termParent(need.key, index) !== undefined;
  const given = answers.needs[id] ?? null;
  // a menu item that leads nowhere is left out and can be set later: not worth a question
  const assumed: NeedAnswer | null = need.parts.length === 0 ? { do: "leaveOut" } : null;
  const valid =
    given &&
    (given.do !== "use" || candidates.some((candidate) => candidate.id === given.id)) &&
    (given.do !== "create" || mayCreate);
  return {
    ...need,
    id,
    match,
    options: options.map(({ id: option, name }) => ({ id: option, name })),
    mayCreate,
    answer: valid ? given : assumed,
  };
};

/** Where a term with this key would hang: its grouping and parent. Undefined if the grouping or parent is missing. */
const termParent = (
  key: string,
  index: SiteIndex,
): { grouping: string; parent: string | null; slug: string } | undefined => {
  const [groupingKey = "", ...slugs] = key.split("/");
  const grouping = index.facts.groupings.find((each) => each.key === groupingKey);
  const slug = slugs.pop();
  if (!grouping || !slug) return undefined;
  if (slugs.length === 0) return { grouping: grouping.id, parent: null, slug };
  const parent = contentOfType(index, "term").find(
    (term) => term.key === `${groupingKey}/${slugs.join("/")}`,
  );
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
  const mine = documentsOf(design, type).find(({ body }) => body.origin === origin);
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
    on: true,
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
  const substitute =
    documentsOf(design, "menu").find(({ body }) => body.name.toLowerCase() === menu.name.toLowerCase())?.id ??
    null;
  return { ...item, substitute, answer: substitute === null ? null : (answers.items[item.id] ?? "keepMine") };
};

const plannedPart = (
  part: PackPart,
  design: Design,
  map: ReferenceMap,
  answers: ImportAnswers,
): PlannedItem => {
  const item = plannedItem("part", part.key, part.name, design, part.origin, answers, (mine) =>
    partDifferences(mine as Part, part, map),
  );
  const everyPage = part.placement.conditions.every((condition) => condition.clauses.length === 0);
  return { ...item, slot: part.slot, on: answers.on[part.key] ?? everyPage };
};

const same = (a: unknown, b: unknown): boolean => canonicalJson(a) === canonicalJson(b);

/** Codes of what differs; the words are in `messages`. Node ids do not count: a copy has its own. */
const partDifferences = (mine: Part, theirs: PackPart, map: ReferenceMap): readonly string[] => {
  const withoutIds = (bands: Part["bands"]) => {
    let count = 0;
    return bands.map((band) => withFreshIds(band, () => `n${count++}`));
  };
  return [
    mine.name === theirs.name ? "" : "name",
    same(withoutIds(mine.bands), withoutIds(mapBands(theirs.bands, map))) ? "" : "content",
    same(mine.placement, mapPlacement(theirs.placement, map)) ? "" : "placement",
  ].filter((code) => code !== "");
};

const menuDifferences = (mine: Menu, theirs: Menu, map: ReferenceMap): readonly string[] =>
  [
    mine.name === theirs.name ? "" : "name",
    same(mine.items, mapMenuItems(theirs.items, map)) ? "" : "items",
  ].filter((code) => code !== "");

const pictureDifferences = (mine: Picture, theirs: Pack["pictures"][number]): readonly string[] =>
  [
    mine.name === theirs.name ? "" : "name",
    mine.file === theirs.sha256 ? "" : "file",
    mine.alt === theirs.alt ? "" : "alt",
    same(mine.focal, theirs.focal) ? "" : "focal",
  ].filter((code) => code !== "");

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

const ofContent =
  (needs: readonly PlannedNeed[], created: ReadonlyMap<string, string>) =>
  (type: PackNeed["type"], key: string): string | null => {
    const need = needs.find((each) => each.type === type && each.key === key);
    if (!need) return null;
    if (need.match !== null) return need.match;
    if (need.answer?.do === "use") return need.answer.id;
    return created.get(need.id) ?? null;
  };

const referenceMap = (
  pack: Pack,
  design: Design,
  needs: readonly PlannedNeed[],
  answers: ImportAnswers,
  created: ReadonlyMap<string, string>,
  imported: ReadonlyMap<string, string>,
): ReferenceMap => {
  const mineOf = (type: "menu" | "picture", origin: string | undefined) =>
    documentsOf(design, type).find(({ body }) => body.origin === origin)?.id ?? null;
  return {
    menu: (key) =>
      imported.get(`menu:${key}`) ??
      mineOf("menu", pack.menus.find((menu) => menu.key === key)?.menu.origin) ??
      substituteFor(key, pack, design, answers),
    picture: (key) =>
      imported.get(`picture:${key}`) ??
      mineOf("picture", pack.pictures.find((picture) => picture.key === key)?.origin),
    colour: (value) => mappedColour(value, pack, design, answers),
    content: ofContent(needs, created),
  };
};

const substituteFor = (key: string, pack: Pack, design: Design, answers: ImportAnswers): string | null => {
  const menu = pack.menus.find((each) => each.key === key)?.menu;
  return menu ? plannedMenu(key, menu, design, answers, null).substitute : null;
};

const mappedColour = (
  value: ColourValue,
  pack: Pack,
  design: Design,
  answers: ImportAnswers,
): ColourValue => {
  if (!value.startsWith("colour:")) return value;
  const colour = pack.colours.find((each) => each.id === value.slice(7));
  if (!colour) return value;
  if (answers.colours === "bring") return `colour:${broughtId(colour, design)}`;
  const { nearest } = plannedColour(colour, design);
  return nearest ? `colour:${nearest.id}` : (colour.value as ColourValue);
};

/** The id a brought colour gets: its own, unless the site uses that for another value. */
const broughtId = (colour: Pack["colours"][number], design: Design): string => {
  const { palette } = getBody(design, "style", STYLE_ID);
  const taken = palette.find((each) => each.id === colour.id);
  return !taken || taken.value === colour.value ? colour.id : `${colour.id}-${colour.value.slice(1)}`;
};

/** Turns an answered plan into the change. Issues: questions still open, or an answer that no longer fits. */
export const importChange = (
  pack: Pack,
  design: Design,
  index: SiteIndex,
  answers: ImportAnswers,
  ids: NewIds,
): Outcome<ImportChange> => {
  const plan = planImport(pack, design, index, answers);
  if (plan.open > 0) return fail(issue("import.unanswered", [], { open: plan.open }) satisfies Issue);
  const terms = plan.needs.flatMap((need) =>
    need.match === null && need.answer?.do === "create" ? [newTerm(need, index, ids)] : [],
  );
  const created = new Map(terms.map(({ need, term }) => [need, term.id]));

  const imported = new Map<string, string>();
  const wanted = plan.items.filter(
    (item) =>
      (item.status === "new" && item.answer !== "keepMine") ||
      item.answer === "takePack" ||
      item.answer === "keepBoth",
  );
  for (const item of wanted)
    if (item.type !== "part")
      imported.set(item.id, item.mine !== null && item.answer === "takePack" ? item.mine : ids.id());
  const map = referenceMap(pack, design, plan.needs, answers, created, imported);

  const writer = new ChangeWriter(design, pack, map, answers, ids);
  for (const item of wanted) writer.take(item, imported);
  return succeed({
    terms: terms.map(({ term }) => term),
    operations: writer.finish(),
    pictures: writer.pictures,
  });
};

const newTerm = (
  need: PlannedNeed,
  index: SiteIndex,
  ids: NewIds,
): { readonly need: string; readonly term: Term } => {
  const place = termParent(need.key, index);
  if (!place) throw new Error(`import: expected a place for the term ${need.key}, got none`);
  return { need: need.id, term: { id: ids.id(), ...place, name: need.name, description: "" } };
};

/** Collects the operations of one import. */
class ChangeWriter {
  readonly operations: Operation[] = [];
  readonly pictures: { id: string; key: string }[] = [];
  readonly #added = new Map<Slot, string[]>();
  constructor(
    readonly design: Design,
    readonly pack: Pack,
    readonly map: ReferenceMap,
    readonly answers: ImportAnswers,
    readonly ids: NewIds,
  ) {}

  take(item: PlannedItem, imported: ReadonlyMap<string, string>): void {
    if (item.type === "part") {
      this.#takePart(item);
      return;
    }
    const id = imported.get(item.id) as string;
    const origin = item.answer === "keepBoth" ? this.ids.uuid() : undefined;
    if (item.type === "menu") {
      const menu = this.pack.menus.find((each) => each.key === item.key)?.menu as Menu;
      this.#put(id, "menu", {
        ...menu,
        items: mapMenuItems(menu.items, this.map),
        origin: origin ?? menu.origin,
      });
      return;
    }
    // the server fills in file, size and renditions when it has taken the bytes over
    const picture = this.pack.pictures.find((each) => each.key === item.key) as Pack["pictures"][number];
    const { name, alt, credit, focal, type, sha256 } = picture;
    this.pictures.push({ id, key: item.key });
    this.#put(id, "picture", {
      schema: 1,
      name,
      origin: origin ?? picture.origin,
      file: sha256,
      type,
      width: 1,
      height: 1,
      alt,
      credit,
      focal,
      lightness: 50,
      renditions: [],
    });
  }

  #takePart(item: PlannedItem): void {
    const theirs = this.pack.parts.find((each) => each.key === item.key) as PackPart;
    const bands = mapBands(theirs.bands, this.map);
    const placement: Placement = mapPlacement(theirs.placement, this.map);
    if (item.answer === "takePack") {
      const mine = getBody(this.design, "part", item.mine as string);
      this.#put(item.mine as string, "part", { ...mine, name: theirs.name, bands, placement });
      return;
    }
    const id = this.ids.id();
    const added = this.#added.get(theirs.slot) ?? [];
    this.#added.set(theirs.slot, [...added, id]);
    const part: Part = {
      schema: 1,
      slot: theirs.slot,
      number: nextNumber(this.design, theirs.slot) + added.length,
      name: theirs.name,
      on: item.on,
      binnedAt: null,
      origin: item.answer === "keepBoth" ? this.ids.uuid() : theirs.origin,
      placement,
      bands: bands.map((band) => withFreshIds(band, this.ids.id)),
    };
    this.#put(id, "part", part);
  }

  #put(id: string, kind: "part" | "menu" | "picture", body: unknown): void {
    const was = this.design.get(id);
    if (was) this.operations.push({ op: "remove", id, kind, was: was.body });
    this.operations.push({ op: "create", id, kind, body });
  }

  finish(): readonly Operation[] {
    for (const slot of SLOTS) {
      const added = this.#added.get(slot);
      if (!added) continue;
      const was = this.design.get(orderId(slot));
      const parts = [...orderedParts(this.design, slot), ...added];
      this.operations.push(
        was?.kind === "order"
          ? { op: "set", id: orderId(slot), path: ["parts"], value: parts, was: was.body.parts }
          : { op: "create", id: orderId(slot), kind: "order", body: { schema: 1, slot, parts } },
      );
    }
    if (this.answers.colours === "bring") this.#bringColours();
    return this.operations;
  }

  #bringColours(): void {
    const { palette } = getBody(this.design, "style", STYLE_ID);
    const brought = this.pack.colours
      .map((colour) => ({ id: broughtId(colour, this.design), name: colour.name, value: colour.value }))
      .filter((colour) => !palette.some((each) => each.id === colour.id));
    if (brought.length > 0)
      this.operations.push({
        op: "set",
        id: STYLE_ID,
        path: ["palette"],
        value: [...palette, ...brought],
        was: palette,
      });
  }
}
