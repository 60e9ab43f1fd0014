import { z } from "zod";
import { fail, issue, succeed } from "../../core/model/issue";
import { POOL } from "../../data/database";
import * as repository from "../../data/filter-repository";
import { defineUseCase } from "./use-case";

const MOST = 50;
const Name = z.string().trim().min(1).max(80);

/** One's own filters of the table of pages, on this site. */
export const savedFilters = defineUseCase({
  input: z.object({}),
  run: async ({ site, account }) =>
    succeed({ filters: await repository.listFilters(site.id, account.id, POOL) }),
});

export const saveFilter = defineUseCase({
  input: z.object({ name: Name, query: z.string().min(1).max(2000) }),
  run: async ({ site, account }, filter) => {
    const known = await repository.listFilters(site.id, account.id, POOL);
    if (known.length >= MOST && !known.some(({ name }) => name === filter.name))
      return fail(issue("filter.tooMany", [], { limit: MOST }));
    await repository.saveFilter(site.id, account.id, filter, POOL);
    return succeed({});
  },
});

export const dropFilter = defineUseCase({
  input: z.object({ name: Name }),
  run: async ({ site, account }, { name }) => {
    const was = await repository.dropFilter(site.id, account.id, name, POOL);
    return was ? succeed({}) : fail(issue("filter.unknown", ["name"]));
  },
});
