import { z } from "zod";
import { findBody } from "../../core/design/design";
import type { Operation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { bringBackOperations, partVersions } from "../../core/design/part-versions";
import { fail, issue, succeed } from "../../core/model/issue";
import { lockSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { changesOf } from "../../data/design-repository";
import { describeOperation, partName } from "../../messages/changes";
import { draftDesign } from "../site/designs";
import { allOrNothing, commitChange, unchanged } from "./design-changes";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

const MOST_VERSIONS = 200;
const MOST_STEPS = 12;

const versionsOf = (id: string, body: Part, changes: Awaited<ReturnType<typeof changesOf>>) =>
  partVersions(
    id,
    body,
    changes.map(({ rev, inverse }) => ({ rev, inverse: inverse as readonly Operation[] })),
  );

/** What happened to a part, the newest first, and how it was before each step. */
export const partHistory = defineUseCase({
  input: z.object({ part: z.string() }),
  run: async (context, { part: id }) => {
    const { design } = await designAt(context, "draft", POOL);
    const body = findBody(design, "part", id);
    if (!body) return fail(issue("part.unknown", ["part"]));
    const changes = await changesOf(context.site.id, id, MOST_VERSIONS, POOL);
    const versions = versionsOf(id, body, changes);
    return succeed({
      changes: changes.map(({ rev, label, name, at, operations }) => {
        const before = versions.get(rev);
        return {
          rev,
          label,
          author: name,
          at: at.toISOString(),
          steps: (operations as readonly Operation[])
            .filter((operation) => operation.id === id)
            .slice(0, MOST_STEPS)
            .map((operation) => describeOperation(operation, design)),
          /** Null where there was none yet, or it is no longer known. */
          before: before ?? null,
          canComeBack: before ? bringBackOperations(id, body, before).length > 0 : false,
        };
      }),
      more: changes.length === MOST_VERSIONS,
    });
  },
});

/** Gives a part what it held before a change. */
export const bringPartBack = defineUseCase({
  input: z.object({ part: z.string(), rev: z.number().int() }),
  run: async (context, { part: id, rev }) =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      const body = findBody(await draftDesign(head, transaction), "part", id);
      if (!body) return fail(issue("part.unknown", ["part"]));
      const then = versionsOf(id, body, await changesOf(head.id, id, MOST_VERSIONS, transaction)).get(rev);
      if (!then) return fail(issue("part.noVersion", ["rev"]));
      const operations = bringBackOperations(id, body, then);
      if (operations.length === 0) return succeed(unchanged(head));
      return commitChange(context, operations, transaction, {
        label: `an older version of ${partName(body)}`,
      });
    }),
});
