import type { SiteIndex } from "../addresses/facts";
import { type Design, getBody, nextNumber, orderedParts, orderId, STYLE_ID } from "../design/design";
import type { Operation } from "../design/operations";
import type { Part } from "../design/part";
import { freshened } from "../design/tree";
import type { Term } from "../model/content";
import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";
import type { Menu } from "../model/menu";
import type { Placement } from "../model/placement";
import { SLOTS, type Slot } from "../model/slot";
import { namedStyle } from "../model/text-looks";
import type { NewIds } from "../placement/proposals";
import { visitReferences } from "./closure";
import { packLookup } from "./lookups";
import {
  broughtId,
  type ImportAnswers,
  type PlannedItem,
  type PlannedNeed,
  planImport,
  referenceMap,
  termParent,
} from "./plan";
import { mapBands, mapMenuItems, mapPlacement, type ReferenceMap } from "./references";
import type { Pack, PackPart } from "./shapes";
import { plannedTextStyles } from "./text-styles";

/** What the import does: terms to create first, then one change of the design, applied together or not at all. */
export interface ImportChange {
  readonly terms: readonly Term[];
  readonly operations: readonly Operation[];
  /** Picture files to take over, by the id of the picture document. */
  readonly pictures: readonly { readonly id: string; readonly key: string }[];
}

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
      item.isNeeded &&
      ((item.status === "new" && item.answer !== "keepMine") ||
        item.answer === "takePack" ||
        item.answer === "keepBoth"),
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
      const menu = packLookup(this.pack).menus.get(item.key) as Menu;
      this.#put(id, "menu", {
        ...menu,
        items: mapMenuItems(menu.items, this.map),
        origin: origin ?? menu.origin,
      });
      return;
    }
    // the server fills in file, size and renditions when it has taken the bytes over
    const picture = packLookup(this.pack).pictures.get(item.key) as Pack["pictures"][number];
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
      formats: ["webp"],
      tones: "",
    });
  }

  #takePart(item: PlannedItem): void {
    const theirs = packLookup(this.pack).parts.get(item.key) as PackPart;
    const bands = mapBands(theirs.bands, this.map);
    const { choices, column } = theirs;
    const placement: Placement = mapPlacement(theirs.placement, this.map);
    if (item.answer === "takePack") {
      const mine = getBody(this.design, "part", item.mine as string);
      this.#put(item.mine as string, "part", {
        ...mine,
        name: theirs.name,
        bands,
        placement,
        choices,
        column,
        ...(item.lost.length > 0 ? { on: false } : {}),
      });
      return;
    }
    const id = this.ids.id();
    const added = this.#added.get(theirs.slot) ?? [];
    added.push(id);
    this.#added.set(theirs.slot, added);
    const part: Part = {
      schema: 1,
      slot: theirs.slot,
      number: nextNumber(this.design, theirs.slot) + added.length - 1,
      name: theirs.name,
      on: item.on,
      binnedAt: null,
      // one that is alike is another part: the pack's keeps who it is
      origin: item.answer === "keepBoth" && item.status === "differs" ? this.ids.uuid() : theirs.origin,
      placement,
      ...(column ? { column } : {}),
      ...freshened({ bands, choices }, this.ids.id),
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
    this.#bringTextStyles();
    return this.operations;
  }

  /** Those that parts which come wear, and that the site has none of the same name for. */
  #bringTextStyles(): void {
    const { textStyles } = getBody(this.design, "style", STYLE_ID);
    const worn = new Set<string>();
    for (const part of this.pack.parts)
      if (this.answers.items[`part:${part.key}`] !== "keepMine")
        visitReferences(part, (type, value) => type === "textStyle" && worn.add(value));
    const brought = plannedTextStyles(this.pack, this.design).flatMap(({ id, here, isThere }) => {
      const own = this.pack.textStyles.find((each) => each.id === id);
      return isThere || !own || !worn.has(namedStyle(id)) ? [] : [{ ...own, id: here }];
    });
    if (brought.length > 0)
      this.operations.push({
        op: "set",
        id: STYLE_ID,
        path: ["textStyles"],
        value: [...textStyles, ...brought],
        was: textStyles,
      });
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
