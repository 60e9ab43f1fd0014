import type { BlockKind } from "../blocks";
import { choiceTypeOf } from "../blocks/roles";
import { settingsOfKind } from "../blocks/shown";
import {
  BAR_SHOWS,
  type BandPlace,
  type Block,
  endsHeader,
  isTitleBar,
  LEADS,
  type Part,
} from "../design/part";
import type { PartNode } from "../design/tree";
import { type Choice, type ChoiceType, choiceValueSchemas } from "../model/choices";

/** A setting that may be opened to pages, and the name it is first offered under. */
export interface Openable {
  readonly path: readonly string[];
  readonly type: ChoiceType;
  readonly name: string;
  /** What it may be, where that is one of a few values. */
  readonly options?: readonly string[];
  /** Of a band: where it changes anything. */
  readonly where?: (place: BandPlace) => boolean;
}

/** What of the settings of a kind may be opened: told where the settings are defined. */
const ofBlock = (kind: BlockKind): readonly Openable[] =>
  settingsOfKind(kind).flatMap((setting) => {
    const { path, opensAs, options } = setting;
    const type = choiceTypeOf(setting);
    if (!opensAs || !type) return [];
    return [{ path: ["settings", ...path], type, name: opensAs, ...(options ? { options } : {}) }];
  });

const OF_LOOKS: readonly Openable[] = [
  { path: ["look", "colour"], type: "colour", name: "colour" },
  { path: ["look", "background"], type: "colour", name: "background" },
];
const OF_BANDS: readonly Openable[] = [
  { path: ["background", "picture"], type: "picture", name: "barPicture" },
  { path: ["background", "pageOwnPicture"], type: "switch", name: "ownPicture" },
  { path: ["background", "colour"], type: "colour", name: "barColour" },
  { path: ["colour"], type: "colour", name: "barText" },
  { path: ["shows"], type: "option", name: "bar", options: BAR_SHOWS, where: isTitleBar },
  { path: ["leads"], type: "option", name: "barLeads", options: LEADS, where: isTitleBar },
  { path: ["overPicture", "on"], type: "switch", name: "laidOver", where: endsHeader },
];

/** The settings of a node that pages may be allowed to change. */
export const openablesOf = (node: PartNode): readonly Openable[] => {
  if ("kind" in node) return [...ofBlock((node as Block).kind), ...OF_LOOKS];
  return "cells" in node ? OF_BANDS : [];
};

/** Whether a value is one the setting can have. */
export const takesValue = ({ type, options }: Openable, value: unknown): boolean =>
  choiceValueSchemas[type].safeParse(value).success && (!options || options.includes(value as string));

export const samePath = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((step, place) => step === b[place]);

export const findOpenable = (node: PartNode, path: readonly string[]): Openable | undefined =>
  openablesOf(node).find((each) => samePath(each.path, path));

/** The choice that opens a setting of a part, if it is open. */
export const findChoice = (part: Part, node: string, path: readonly string[]): Choice | undefined =>
  part.choices?.find((choice) => choice.node === node && samePath(choice.path, path));

/**
 * The name a setting gets when it is opened: the usual one, which other parts of the slot read too, or with a number
 * where the part has given it to another setting, or other parts use it for another type.
 */
export const nameFor = (openable: Openable, part: Part, others: readonly Part[]): string => {
  const taken = new Set(part.choices?.map(({ name }) => name));
  const typeElsewhere = new Map(
    others.flatMap((each) => (each.choices ?? []).map(({ name, type }) => [name, type] as const)),
  );
  const isFree = (name: string) =>
    !taken.has(name) && (typeElsewhere.get(name) ?? openable.type) === openable.type;
  for (let number = 1; ; number += 1) {
    const name = number === 1 ? openable.name : `${openable.name}${number}`;
    if (isFree(name)) return name;
  }
};
