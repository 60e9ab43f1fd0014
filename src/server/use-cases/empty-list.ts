import { z } from "zod";
import { type WayOut, waysOut } from "../../core/archives/ways-out";
import type { SettingsOf } from "../../core/blocks";
import { type Block, Part } from "../../core/design/part";
import { findPlace, type PartNode, updateNode } from "../../core/design/tree";
import { fail, issue, succeed } from "../../core/model/issue";
import { POOL } from "../../data/database";
import { listsPlanned, lookingAt } from "../site/page-assembly";
import { defineUseCase } from "./use-case";
import { designAt, Seen, viewOf } from "./view-input";

/** What would have a list of a part as it is edited find something on a page where it finds nothing. */
export const emptyList = defineUseCase({
  input: Seen.extend({ page: z.string(), node: z.string(), shown: z.object({ id: z.string(), part: Part }) }),
  run: async (context, { page, node, shown: { id, part: edited }, ...seen }) => {
    const view = viewOf(context, seen);
    const compiled = await designAt(context, seen.state, POOL, view.at);
    const address = compiled.index.byIdentity.get(page);
    if (!address) return fail(issue("page.unknown", ["page"], { page }));
    const part: Part = edited as never;
    const list = findPlace(part, node)?.node as Block | undefined;
    if (list?.kind !== "entryList") return succeed({ ways: [] as readonly WayOut[] });
    const entriesWith = (settings: SettingsOf<"entryList">): number =>
      listsPlanned(
        lookingAt(context.site, compiled, address, view, {
          id,
          part: updateNode(part, node, (block) => ({ ...block, settings }) as PartNode),
        }),
      )[node]?.entries.length ?? 0;
    return succeed({ ways: waysOut(list.settings, entriesWith) });
  },
});
