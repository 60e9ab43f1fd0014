import { z } from "zod";
import { documentsOf, findBody } from "../../core/design/design";
import { fail, issue, succeed } from "../../core/model/issue";
import { Slot } from "../../core/model/slot";
import { numberOfKey } from "../../core/placement/coverage";
import { explainSlot, type Verdict } from "../../core/placement/explain";
import { mendsForPart } from "../../core/placement/mends";
import { partOf, resolveSlot } from "../../core/placement/resolve";
import { POOL } from "../../data/database";
import { describeMend } from "../../messages/mends";
import { vocabularyFor } from "../../messages/vocabulary";
import { impactOfOperations, named } from "./impact-words";
import { defineUseCase } from "./use-case";
import { badgeOf, designAt, resolutionFor, Seen, viewOf } from "./view-input";

const At = Seen.extend({ slot: Slot, page: z.string() });

/** Why a page shows what it shows in a slot: the winner, every rival with its verdict, what visitors see. */
export const explain = defineUseCase({
  input: At,
  run: async (context, { slot, page, ...seen }) => {
    const resolution = await resolutionFor(context, seen, POOL);
    if (!resolution.ok) return resolution;
    const { compiled, view } = resolution.value;
    const number = numberOfKey(compiled.index, page);
    const address = number === undefined ? undefined : compiled.index.pages[number];
    if (!address) return fail(issue("page.unknown", ["page"], { page }));
    const { answer, over, rows } = explainSlot(compiled, slot, address, view);
    const live = seen.state === "live" ? compiled : await designAt(context, "live", POOL, view.at);
    const liveNumber = numberOfKey(live.index, page);
    const liveAddress = liveNumber === undefined ? undefined : live.index.pages[liveNumber];
    const visitors = liveAddress ? partOf(resolveSlot(live, slot, liveAddress, view)) : null;
    const unpublished: readonly { part: string; verdict: Verdict }[] =
      seen.state === "draft"
        ? []
        : documentsOf((await designAt(context, "draft", POOL, view.at)).design, "part").flatMap(
            ({ id, body }) =>
              body.slot === slot && body.binnedAt === null && !findBody(compiled.design, "part", id)
                ? [{ part: id, verdict: { is: "notPublished" } as const }]
                : [],
          );
    return succeed({
      page: { key: page, ...named(address) },
      slot,
      answer,
      over,
      rows: [...rows, ...unpublished],
      visitors: {
        part: visitors,
        badge: visitors === null ? null : badgeOf(live.design, visitors),
        sameAsDraft: visitors === partOf(answer),
      },
    });
  },
});

/** What could be done so that a part shows on the page, each with its impact; only what works. */
export const mends = defineUseCase({
  input: At.omit({ state: true }).extend({ part: z.string() }),
  run: async (context, { slot, page, part, ...seen }) => {
    const resolution = await resolutionFor(context, { ...seen, state: "draft" }, POOL);
    if (!resolution.ok) return resolution;
    const { compiled } = resolution.value;
    const number = numberOfKey(compiled.index, page);
    if (number === undefined) return fail(issue("page.unknown", ["page"], { page }));
    if (findBody(compiled.design, "part", part)?.slot !== slot) return fail(issue("part.unknown", ["part"]));
    const view = viewOf(context, seen);
    return succeed({
      mends: mendsForPart(compiled, slot, number, part, view).flatMap((mend) => {
        const impact = impactOfOperations(compiled, mend.operations, view);
        const words = describeMend(
          mend,
          compiled.design,
          vocabularyFor(compiled.index, mend.line ? [mend.line] : []),
        );
        return impact.ok ? [{ is: mend.is, words, operations: mend.operations, impact: impact.value }] : [];
      }),
    });
  },
});
