import { z } from "zod";
import { documentsOf, EXPECTATIONS_ID, type Expectation, findBody } from "../../core/design/design";
import { type Outcome, succeed } from "../../core/model/issue";
import { SLOTS, type Slot } from "../../core/model/slot";
import {
  type CoverageRow,
  coverageOf,
  coverageRows,
  filtered,
  groupsOf,
} from "../../core/placement/coverage";
import { expectationFor } from "../../core/placement/expectations";
import type { Resolution } from "../../core/placement/resolution";
import { POOL } from "../../data/database";
import { cellWords, groupWords } from "../../messages/coverage";
import { SLOT_NAMES } from "../../messages/words";
import { csvOf } from "./csv";
import { defineUseCase, type SiteContext } from "./use-case";
import { badgeOf, designAt, everyNumber, resolutionFor, Seen, Shown } from "./view-input";

/** The groups of the table with what fills their slots; rows are asked for as they come into view. */
export const coverage = defineUseCase({
  input: Seen.extend(Shown.shape),
  run: async (context, { by, filter, ...seen }) => {
    const resolution = await resolutionFor(context, seen, POOL);
    if (!resolution.ok) return resolution;
    const { compiled, pageTotal } = resolution.value;
    return succeed({
      groups: coverageOf(resolution.value, by, filter),
      pages: pageTotal,
      parts: documentsOf(compiled.design, "part").filter(({ body }) => body.binnedAt === null).length,
      /** Ways to group entries: by kind, or by the terms of a grouping. */
      groupings: compiled.index.facts.groupings.map(({ id, plural }) => ({ id, name: plural })),
    });
  },
});

/** Which slots the draft expects to be filled: in general, and what is stated, kinds included. */
export const expectations = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const compiled = await designAt(context, "draft", POOL);
    return succeed({
      general: Object.fromEntries(
        SLOTS.map((slot) => [slot, expectationFor(compiled, slot, null)]),
      ) as Record<Slot, Expectation>,
      stated: findBody(compiled.design, "expectations", EXPECTATIONS_ID) ?? null,
    });
  },
});

/** Rows of one group, or of all pages, from a place on. */
export const rows = defineUseCase({
  input: Seen.extend(Shown.shape).extend({
    group: z.string().nullable(),
    from: z.number().int().min(0),
    count: z.number().int().min(1).max(500),
  }),
  run: async (context, { by, filter, group, from, count, ...seen }) => {
    const resolution = await resolutionFor(context, seen, POOL);
    if (!resolution.ok) return resolution;
    const { index } = resolution.value.compiled;
    const members =
      group === null
        ? everyNumber(index)
        : (groupsOf(index, by).find(({ id }) => id === group)?.numbers ?? []);
    const numbers = filtered(resolution.value, members, filter);
    const { weights } = resolution.value;
    return succeed({
      total: numbers.length,
      pages: numbers.reduce((sum, number) => sum + (weights[number] as number), 0),
      rows: coverageRows(resolution.value, numbers.slice(from, from + count)),
    });
  },
});

const csvRow = (row: CoverageRow, group: string, resolution: Resolution): readonly string[] => {
  const { design } = resolution.compiled;
  const title = row.later === null ? row.title : `${row.title}, later pages (${row.later})`;
  const cells = SLOTS.map((slot) => {
    const cell = row.cells[slot];
    return cellWords(cell, cell.part === null ? null : badgeOf(design, cell.part));
  });
  return [group, title, row.path, ...cells];
};

/** The table as comma-separated values (RFC 4180), one row a page, as it is filtered and seen. */
export const coverageCsv = async (
  context: SiteContext,
  { by, filter, ...seen }: Seen & Shown,
): Promise<Outcome<string>> => {
  const found = await resolutionFor(context, seen, POOL);
  if (!found.ok) return found;
  const resolution = found.value;
  const lines = groupsOf(resolution.compiled.index, by).flatMap((group) => {
    const numbers = filtered(resolution, group.numbers, filter);
    return coverageRows(resolution, numbers).map((row) => csvRow(row, groupWords(group), resolution));
  });
  return succeed(csvOf([["Group", "Page", "Path", ...SLOTS.map((slot) => SLOT_NAMES[slot])], ...lines]));
};
