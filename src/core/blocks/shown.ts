import type { AnyBlock } from "../model/look";
import { identityOf, type Target } from "../model/values";
import { BLOCKS, type BlockKind } from "./";
import { type Role, type SettingAbout, settingsAbout } from "./roles";

/** What blocks show and point at, told by what their settings are for: no kind is named here. */

const known = new Map<string, readonly SettingAbout[]>();
/** The settings of a kind, each with what it is for. */
export const settingsOfKind = (kind: string): readonly SettingAbout[] => {
  const found = known.get(kind);
  if (found) return found;
  const settings = settingsAbout(BLOCKS[kind as BlockKind].settings);
  known.set(kind, settings);
  return settings;
};

const byRole = new Map<string, readonly SettingAbout[]>();
// asked for with every block of every page that is drawn
const settingsFor = (kind: string, role: Role): readonly SettingAbout[] => {
  const key = `${kind} ${role}`;
  const found = byRole.get(key);
  if (found) return found;
  const settings = settingsOfKind(kind).filter((each) => each.role === role);
  byRole.set(key, settings);
  return settings;
};

const at = (value: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((inside, key) => (inside as Record<string, unknown> | undefined)?.[key], value);

/** The values of a block's settings that are for this. */
export const valuesFor = (block: Pick<AnyBlock, "kind" | "settings">, role: Role): readonly unknown[] =>
  settingsFor(block.kind, role).map(({ path }) => at(block.settings, path));

/** The documents a block shows by id; those not chosen yet are left out. */
export const idsShown = (block: AnyBlock, role: "menu" | "picture" | "piece"): readonly string[] =>
  valuesFor(block, role).filter((id): id is string => typeof id === "string" && id !== "");

/** The pages a block leads to by itself, menus left out. */
export const identitiesLedTo = (block: AnyBlock): readonly string[] => [
  ...valuesFor(block, "target").flatMap((target) => identityOf(target as Target | null) ?? []),
  ...(valuesFor(block, "entries") as readonly (readonly string[])[]).flat(),
];

/** A block with the settings of some roles made into others; the same where none of it changes. */
export const withSettings = <B extends AnyBlock>(
  block: B,
  change: Readonly<Partial<Record<Role, (value: unknown) => unknown>>>,
): B => {
  let settings: unknown = block.settings;
  for (const { path, role } of settingsOfKind(block.kind)) {
    const make = change[role];
    if (make) settings = withValue(settings, path, make);
  }
  return settings === block.settings ? block : { ...block, settings };
};

const withValue = (
  around: unknown,
  [key = "", ...more]: readonly string[],
  make: (value: unknown) => unknown,
): unknown => {
  const before = (around as Record<string, unknown>)[key];
  const after = more.length === 0 ? make(before) : withValue(before, more, make);
  return after === before ? around : { ...(around as object), [key]: after };
};
