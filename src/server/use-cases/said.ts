import { z } from "zod";
import type { Address } from "../../core/addresses/facts";
import { sayOperations } from "../../core/cascade/say";
import type { Design } from "../../core/design/design";
import { applyOperations, type Operation } from "../../core/design/operations";
import { ChoiceName, ChoiceValue } from "../../core/model/choices";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { Slot } from "../../core/model/slot";
import { filtered } from "../../core/placement/coverage";
import { chooseOperations } from "../../core/placement/proposals";
import type { Resolution } from "../../core/placement/resolution";
import {
  openSettings,
  pagesThatDiffer,
  pagesWith,
  type SettingHere,
  saidOn,
  settingAt,
} from "../../core/placement/said";
import { POOL } from "../../data/database";
import { saidLabel, saidWords } from "../../messages/said";
import { SLOT_NAMES } from "../../messages/words";
import { csvOf } from "./csv";
import { allOrNothing, commitChange, MOST_CHOOSING, unchanged } from "./design-changes";
import { wrongFor } from "./page-values";
import { defineUseCase, type SiteContext } from "./use-case";
import { Picks, pickedNumbers, resolutionFor, Seen, Shown } from "./view-input";

/** Which settings on which pages: all that pages have otherwise, or one setting on all pages that could say it. */
export const SaidOf = Seen.extend({
  setting: z.object({ slot: Slot, name: ChoiceName }).nullable().default(null),
  /** Words of the page's title or path, of the setting, or of its value. */
  text: z.string().max(2000).default(""),
  /** Only pages that say it themselves. */
  differing: z.boolean().default(false),
});
type SaidOf = z.infer<typeof SaidOf>;

const MOST_ROWS = 200;

const named = (resolution: Resolution) => {
  const { design, index } = resolution.compiled;
  const titleOf = (identity: string) => index.byIdentity.get(identity)?.title;
  return (here: SettingHere) => {
    const { identity, title, path } = index.pages[here.page] as Address;
    return {
      ...here,
      identity,
      title,
      path,
      what: saidLabel(here),
      words: saidWords(here, here.value, design, titleOf),
      everywhereWords: saidWords(here, here.everywhere, design, titleOf),
    };
  };
};

/** The settings that are asked for, page by page, as far as their words hold what is looked for. */
const settingsFor = (resolution: Resolution, { setting, text, differing }: SaidOf) => {
  const withWords = named(resolution);
  const words = text
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== "");
  const isDiffering = ({ source }: SettingHere) => source !== "part";
  if (setting) {
    const numbers = filtered(resolution, pagesWith(resolution, setting), { text });
    const at = (page: number) => settingAt(resolution, page, setting);
    const saying = new Set(differing ? pagesThatDiffer(resolution) : []);
    const kept = differing
      ? numbers.filter((page) => {
          const here = saying.has(page) ? at(page) : null;
          return here !== null && isDiffering(here);
        })
      : numbers;
    return {
      total: kept.length,
      rows: (from: number, count: number) =>
        kept.slice(from, from + count).flatMap((page) => {
          const here = at(page);
          return here ? [withWords(here)] : [];
        }),
    };
  }
  const all = pagesThatDiffer(resolution)
    .flatMap((page) => saidOn(resolution, page))
    .map(withWords);
  const found = all.filter((row) => {
    const said = `${row.title} ${row.path} ${row.what} ${row.words} ${row.everywhereWords}`.toLowerCase();
    return words.every((word) => said.includes(word));
  });
  return { total: found.length, rows: (from: number, count: number) => found.slice(from, from + count) };
};

/** What pages say and choose themselves, and every setting they could say. */
export const said = defineUseCase({
  input: SaidOf.extend({
    from: z.number().int().min(0).default(0),
    count: z.number().int().min(1).max(MOST_ROWS).default(100),
  }),
  run: async (context, { from, count, ...asked }) => {
    const resolution = await resolutionFor(context, asked, POOL);
    if (!resolution.ok) return resolution;
    const found = settingsFor(resolution.value, asked);
    return succeed({
      settings: openSettings(resolution.value.compiled).map((each) => ({
        ...each,
        slotName: SLOT_NAMES[each.slot],
      })),
      total: found.total,
      rows: found.rows(from, count),
    });
  },
});

const SOURCES = {
  page: "this page only",
  part: "as everywhere",
  unread: "no part here asks for it",
} as const;

/** The same as a file, all of it. */
export const saidCsv = async (context: SiteContext, asked: SaidOf): Promise<Outcome<string>> => {
  const resolution = await resolutionFor(context, asked, POOL);
  if (!resolution.ok) return resolution;
  const { rows, total } = settingsFor(resolution.value, asked);
  const lines = rows(0, total).map((row) => [
    row.title,
    row.path,
    row.what,
    row.words,
    row.everywhereWords,
    SOURCES[row.source],
  ]);
  return succeed(csvOf([["Page", "Path", "Setting", "Here", "Everywhere", "Says it"], ...lines]));
};

/** Operations of many pages at once, each made on what those before it left. */
const together = (
  design: Design,
  steps: readonly ((design: Design) => readonly Operation[])[],
): Outcome<readonly Operation[]> => {
  let current = design;
  const all: Operation[] = [];
  for (const step of steps) {
    const operations = step(current);
    if (operations.length === 0) continue;
    const next = applyOperations(current, operations);
    if (!next.ok) return next;
    current = next.value;
    all.push(...operations);
  }
  return succeed(all);
};

const save = async (
  context: SiteContext,
  resolution: Resolution,
  steps: readonly ((design: Design) => readonly Operation[])[],
) => {
  const operations = together(resolution.compiled.design, steps);
  if (!operations.ok) return operations;
  if (operations.value.length === 0) return succeed(unchanged(context.site));
  return allOrNothing((transaction) => commitChange(context, operations.value, transaction));
};

const ofDraft = (context: SiteContext) =>
  resolutionFor(context, { audience: "signedOut", state: "draft" }, POOL);

/** Many pages say the same for a setting, or take it back (null): those that show a part which reads it. */
export const sayOnPages = defineUseCase({
  input: z
    .object({ pages: Picks, slot: Slot, name: ChoiceName, value: ChoiceValue.nullable() })
    .extend(Shown.shape),
  run: async (context, { pages, slot, name, value, ...shown }) => {
    const found = await ofDraft(context);
    if (!found.ok) return found;
    const numbers = pickedNumbers(found.value, pages, shown);
    if (!numbers.ok) return numbers;
    const { design, index } = found.value.compiled;
    const wrong = value === null ? null : wrongFor(design, slot, name, value);
    if (wrong) return fail(wrong);
    const reading = new Set(pagesWith(found.value, { slot, name }));
    const identities = [
      ...new Set(
        numbers.value.flatMap((number) => {
          const { identity } = index.pages[number] as Address;
          return reading.has(index.numbers.get(identity) ?? -1) ? [identity] : [];
        }),
      ),
    ];
    if (identities.length > MOST_CHOOSING)
      return fail(issue("choice.tooMany", ["pages"], { count: identities.length, limit: MOST_CHOOSING }));
    return save(
      context,
      found.value,
      identities.map(
        (identity) => (draft: Design) => sayOperations(draft, identity, slot, name, value ?? undefined),
      ),
    );
  },
});

/** Pages take back what they say or choose: as everywhere again, all in one change. */
export const takeBackSaid = defineUseCase({
  input: z.object({
    said: z
      .array(z.object({ page: z.string().max(500), slot: Slot, name: ChoiceName.nullable() }))
      .min(1)
      .max(MOST_CHOOSING),
  }),
  run: async (context, { said: all }) => {
    const found = await ofDraft(context);
    if (!found.ok) return found;
    return save(
      context,
      found.value,
      all.map(
        ({ page, slot, name }) =>
          (draft: Design) =>
            name === null
              ? chooseOperations(draft, page, slot, undefined)
              : sayOperations(draft, page, slot, name, undefined),
      ),
    );
  },
});
