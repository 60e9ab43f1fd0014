import type { Address } from "../addresses/facts";
import { findOpenable, type Openable } from "../cascade/openable";
import { type Source, valuesOnPage } from "../cascade/page-values";
import { choiceId, documentsOf, findBody, type PageChoice } from "../design/design";
import { findPlace } from "../design/tree";
import type { Choice, ChoiceType, ChoiceValue } from "../model/choices";
import { SLOTS, type Slot } from "../model/slot";
import { partNumbersOf } from "./part-numbers";
import { type Resolution, shownAt } from "./resolution";
import type { CompiledDesign } from "./resolve";

/** What pages have otherwise than rules and parts give them: a table of it, page by page and setting by setting. */

/** A setting of a slot that pages may change, by its name there. */
export interface OpenSetting {
  readonly slot: Slot;
  readonly name: string;
  readonly label: string;
  readonly type: ChoiceType;
  /** The last step of where it stands: what its values are called by. */
  readonly setting: string;
  /** What it may be, where that is one of a few values; of all parts that read it. */
  readonly options: readonly string[];
  /** How many pages say something for it. */
  readonly pages: number;
}

/** Which setting of which slot; without a name it is which part the slot shows. */
export interface SettingKey {
  readonly slot: Slot;
  readonly name: string | null;
}

/** One setting on one page. */
export interface SettingHere extends SettingKey {
  /** Number of the page. */
  readonly page: number;
  /** The part that shows there; null for none. */
  readonly part: string | null;
  readonly label: string;
  readonly type: ChoiceType | null;
  readonly setting: string;
  readonly options: readonly string[];
  /** What the page has: a value, or of a slot the id of a part or null for nothing. */
  readonly value: unknown;
  /** What it has by rules and parts; undefined where no part that shows there reads it. */
  readonly everywhere: unknown;
  /** `unread`: the page says it, and no part that shows there reads it. */
  readonly source: Source | "unread";
}

const choiceAt = ({ design }: CompiledDesign, identity: string): PageChoice | undefined =>
  findBody(design, "choice", choiceId(identity));

interface ReadSetting {
  readonly choice: Choice;
  readonly openable: Openable | undefined;
}

const readBy = (compiled: CompiledDesign, slot: Slot): readonly ReadSetting[] =>
  documentsOf(compiled.design, "part")
    .filter(({ body }) => body.slot === slot && body.on && body.binnedAt === null)
    .flatMap(({ body }) =>
      (body.choices ?? []).flatMap((choice) => {
        const node = findPlace(body, choice.node)?.node;
        const openable = node && findOpenable(node, choice.path);
        return openable ? [{ choice, openable }] : [];
      }),
    );

/** All settings that parts let pages change, slot by slot, each once. */
export const openSettings = (compiled: CompiledDesign): readonly OpenSetting[] => {
  const said = new Map<string, number>();
  for (const { body } of documentsOf(compiled.design, "choice"))
    for (const [slot, values] of Object.entries(body.values ?? {}))
      for (const name of Object.keys(values ?? {}))
        said.set(`${slot} ${name}`, (said.get(`${slot} ${name}`) ?? 0) + 1);
  return SLOTS.flatMap((slot) => {
    const found = new Map<string, OpenSetting>();
    for (const { choice, openable } of readBy(compiled, slot)) {
      const { name, label, type, path } = choice;
      const known = found.get(name);
      const options = [...new Set([...(known?.options ?? []), ...(openable?.options ?? [])])];
      const pages = said.get(`${slot} ${name}`) ?? 0;
      found.set(name, {
        ...(known ?? { slot, name, label, type, setting: path.at(-1) ?? "" }),
        options,
        pages,
      });
    }
    return [...found.values()];
  });
};

/** What one page says and chooses itself, in the order of slots. */
export const saidOn = (resolution: Resolution, page: number): readonly SettingHere[] => {
  const { compiled } = resolution;
  const address = compiled.index.pages[page] as Address;
  const choice = choiceAt(compiled, address.identity);
  if (!choice) return [];
  return SLOTS.flatMap((slot): readonly SettingHere[] => {
    const own = choice.slots[slot];
    const slotHere: readonly SettingHere[] =
      own === undefined
        ? []
        : [
            {
              page,
              slot,
              name: null,
              part: shownAt(resolution, slot, page),
              label: "",
              type: null,
              setting: "",
              options: [],
              value: own === "nothing" ? null : own.part,
              everywhere: partNumbersOf(compiled.index).idOf(
                resolution.columns[slot].ruled.part[page] as number,
              ),
              source: "page",
            },
          ];
    const names = Object.keys(choice.values?.[slot] ?? {});
    return [...slotHere, ...names.flatMap((name) => settingAt(resolution, page, { slot, name }) ?? [])];
  });
};

/** One setting as it is on a page; null where the part that shows there does not read it and the page says nothing for it. */
export const settingAt = (
  resolution: Resolution,
  page: number,
  { slot, name }: { readonly slot: Slot; readonly name: string },
): SettingHere | null => {
  const { compiled } = resolution;
  const { identity } = compiled.index.pages[page] as Address;
  const values = choiceAt(compiled, identity)?.values?.[slot];
  const part = shownAt(resolution, slot, page);
  const body = part === null ? undefined : findBody(compiled.design, "part", part);
  const here = body && valuesOnPage(body, values).find(({ choice }) => choice.name === name);
  if (body && here) {
    const { label, type, node, path } = here.choice;
    const place = findPlace(body, node)?.node;
    const options = (place && findOpenable(place, path)?.options) ?? [];
    const { value, everywhere, source } = here;
    const setting = path.at(-1) ?? "";
    return { page, slot, name, part, label, type, setting, options, value, everywhere, source };
  }
  const value: ChoiceValue | undefined = values?.[name];
  if (value === undefined) return null;
  const known = readBy(compiled, slot).find(({ choice }) => choice.name === name)?.choice;
  return {
    page,
    slot,
    name,
    part,
    label: known?.label ?? name,
    type: known?.type ?? null,
    setting: known?.path.at(-1) ?? "",
    options: [],
    value,
    everywhere: undefined,
    source: "unread",
  };
};

/** First pages of stems that say or choose something themselves, in the order of pages. */
export const pagesThatDiffer = ({ compiled }: Pick<Resolution, "compiled">): readonly number[] =>
  documentsOf(compiled.design, "choice")
    .flatMap(({ body }) => compiled.index.numbers.get(body.identity) ?? [])
    .sort((a, b) => a - b);

/** First pages of stems where a setting is read, or a page says it. */
export const pagesWith = (
  resolution: Resolution,
  { slot, name }: { readonly slot: Slot; readonly name: string },
): readonly number[] => {
  const { compiled } = resolution;
  const numbers = partNumbersOf(compiled.index);
  const reading = new Set(
    documentsOf(compiled.design, "part")
      .filter(({ body }) => body.slot === slot && body.choices?.some((choice) => choice.name === name))
      .map(({ id }) => numbers.numberOf(id)),
  );
  const saying = new Set(
    pagesThatDiffer(resolution).filter((page) => {
      const { identity } = compiled.index.pages[page] as Address;
      return choiceAt(compiled, identity)?.values?.[slot]?.[name] !== undefined;
    }),
  );
  const { shown } = resolution.columns[slot];
  return compiled.index.stems.flatMap((_, page) =>
    reading.has(shown[page] as number) || saying.has(page) ? [page] : [],
  );
};
