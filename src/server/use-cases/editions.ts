import { z } from "zod";
import type { SiteIndex } from "../../core/addresses/facts";
import type { Design, DesignDocument } from "../../core/design/design";
import { selectChanges } from "../../core/editions/selection";
import { sameValue } from "../../core/model/canonical";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { isBlocking } from "../../core/placement/findings";
import { compileDesign } from "../../core/placement/resolve";
import { lockSite, type SiteHead } from "../../data/content-repository";
import { POOL, type Transaction } from "../../data/database";
import {
  createEdition,
  currentEdition,
  findEdition,
  listEditions,
  loadDraft,
  loadEdition,
  putOffEdition,
  waitingEdition,
} from "../../data/design-repository";
import type { EditionRow } from "../../data/models";
import { describeDocumentChange, documentName } from "../../messages/changes";
import { momentWords } from "../../messages/wall-time";
import { siteIndex } from "../site/indexes";
import { allOrNothing } from "./design-changes";
import { type DraftChange, draftChanges, redrawing, redrawnWords, revaluedPages } from "./draft-changes";
import { placementFindings, sentFinding } from "./findings";
import { impactInWords } from "./impact-words";
import { defineUseCase, type SiteContext } from "./use-case";
import { designAt, viewOf } from "./view-input";

const MOST_FINDINGS = 100;
const HOUR_MS = 3_600_000;
const YEAR_MS = 366 * 24 * HOUR_MS;

/** Which changes are published, by the documents they are of; all of them if not said. */
const Only = z.array(z.string().max(300)).max(5000).optional();

/** The draft, or what is live with some of its changes and what those need. */
const designWith = (
  live: Design,
  draft: Design,
  only: z.infer<typeof Only>,
): { readonly design: Design; readonly along: ReadonlyMap<string, string> } => {
  const changes = draftChanges(live, draft);
  const chosen = new Set(only);
  return only === undefined || changes.every(({ id }) => chosen.has(id))
    ? { design: draft, along: new Map() }
    : selectChanges(live, draft, changes, chosen);
};

/** Names of documents; a page's choice goes by the title of its page. */
const namesOn =
  (index: SiteIndex) =>
  (document: DesignDocument | undefined): string =>
    document?.kind === "choice"
      ? (index.byIdentity.get(document.body.identity)?.title ?? "A page that is gone")
      : documentName(document);

/** A change as it stands in a list: what of, and in what. */
const changeInWords = ({ id, before, after }: DraftChange, nameOf: ReturnType<typeof namesOn>) => {
  const document = after ?? before;
  const part = document?.kind === "part" ? document.body : null;
  return {
    id,
    name: nameOf(document),
    part: part && { slot: part.slot, number: part.number, name: part.name },
    what: describeDocumentChange(before, after),
  };
};

/** The draft in words: what changed, which of it is chosen and comes along, on which pages, and what stands in the way. */
export const review = defineUseCase({
  input: z.object({ only: Only }),
  run: async (context, { only }) => {
    const whole = await designAt(context, "draft", POOL);
    const live = await designAt(context, "live", POOL);
    const changes = draftChanges(live.design, whole.design);
    const { design, along } = designWith(live.design, whole.design, only);
    const draft = design === whole.design ? whole : compileDesign(design, whole.index);
    const waiting = await waitingEdition(context.site.id, new Date(context.now), POOL);
    const planned = waiting && (await loadEdition(context.site.id, waiting.seq, POOL));
    const taken = draftChanges(live.design, design);
    const nameOf = namesOn(whole.index);
    const neededBy = (id: string) => {
      const by = along.get(id);
      return by === undefined ? null : nameOf(whole.design.get(by) ?? live.design.get(by));
    };
    const findings = placementFindings(draft, context.now);
    const choices = [...design.values()].filter((document) => document.kind === "choice");
    const optOuts = choices.filter(
      (document) => document.kind === "choice" && Object.values(document.body.slots).includes("nothing"),
    ).length;
    return succeed({
      /** The state of the draft this is about: who publishes says which one was looked at. */
      rev: context.site.designRev,
      changes: changes.map((change) => ({
        ...changeInWords(change, nameOf),
        /** Of one that comes along: what needs it. Null for one that is chosen, or left. */
        neededBy: neededBy(change.id),
        /** Whether the edition that waits has it as the draft has it. */
        isPlanned: planned !== null && sameValue(planned.get(change.id)?.body, change.after?.body),
        isTaken: along.has(change.id) || only === undefined || only.includes(change.id),
      })),
      impact: impactInWords(
        live,
        draft,
        viewOf(context, { audience: "signedOut" }),
        await redrawing(context, live.design, draft.design),
        revaluedPages(taken),
        await redrawnWords(context, live.design, draft.design),
      ),
      findings: findings.slice(0, MOST_FINDINGS).map((finding) => sentFinding(draft, finding)),
      /** The edition that goes live by itself; until then nothing else is published. */
      waiting,
      moreFindings: Math.max(0, findings.length - MOST_FINDINGS),
      blocked: findings.some(isBlocking),
      optOuts,
      isFirst: (await currentEdition(context.site.id, new Date(context.now), POOL)) === null,
    });
  },
});

/** What an edition changed of the one that was live when it was made; of the first one everything is new. */
export const editionChanges = defineUseCase({
  input: z.object({ seq: z.number().int() }),
  run: async (context, { seq }) => {
    const row = await findEdition(context.site.id, seq, POOL);
    if (!row) return fail(issue("edition.unknown", ["seq"]));
    const before: Design = row.base === null ? new Map() : await loadEdition(context.site.id, row.base, POOL);
    const after = await loadEdition(context.site.id, seq, POOL);
    const { index } = await designAt(context, "draft", POOL);
    return succeed({
      base: row.base,
      changes: draftChanges(before, after).map((change) => changeInWords(change, namesOn(index))),
    });
  },
});

/** What has become of an edition by now. */
const stateOf = (
  { seq, goesLiveAt, putOffAt }: Pick<EditionRow, "seq" | "goesLiveAt" | "putOffAt">,
  current: number | null,
  now: string,
): "live" | "waiting" | "putOff" | "over" => {
  if (putOffAt !== null) return "putOff";
  if (goesLiveAt.getTime() > Date.parse(now)) return "waiting";
  return seq === current ? "live" : "over";
};

export const editions = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const rows = await listEditions(context.site.id, POOL);
    const current = await currentEdition(context.site.id, new Date(context.now), POOL);
    return succeed({
      current,
      editions: rows.map((row) => ({
        seq: row.seq,
        at: row.goesLiveAt.toISOString(),
        author: row.author,
        note: row.note,
        reason: row.reason,
        base: row.base,
        state: stateOf(row, current, context.now),
      })),
    });
  },
});

/** The edition that taking back would bring again: the one before the current, within an hour, while none waits for its time. */
export const takeBackTarget = (
  rows: readonly Pick<EditionRow, "seq" | "base" | "goesLiveAt" | "reason" | "putOffAt">[],
  current: number | null,
  now: string,
): number | null => {
  const row = rows.find((each) => each.seq === current);
  if (!row || row.base === null || row.reason === "takeBack") return null;
  if (rows.some((each) => stateOf(each, current, now) === "waiting")) return null;
  return Date.parse(now) - row.goesLiveAt.getTime() <= HOUR_MS ? row.base : null;
};

const freeze = async (
  context: SiteContext,
  head: SiteHead,
  design: Design,
  transaction: Transaction,
  about: { note: string; reason: "publish" | "takeBack" | "restore"; goesLiveAt?: Date },
) => {
  const at = new Date(head.now);
  const base = await currentEdition(context.site.id, at, transaction);
  return createEdition(
    { site: context.site.id, base, goesLiveAt: at, author: context.account.name, createdAt: at, ...about },
    design,
    transaction,
  );
};

/**
 * What waits for its time was frozen as the draft was then: anything published in between would be gone with it again.
 * So nothing is, until it is live or put off.
 */
const waitingIssue = async (site: SiteHead, transaction: Transaction) => {
  const waiting = await waitingEdition(site.id, new Date(site.now), transaction);
  if (!waiting) return undefined;
  const at = momentWords(waiting.at, site.settings.timeZone);
  return fail(issue("publish.waits", [], { seq: waiting.seq, at }));
};

/** Why something cannot go live at a time. */
const timeIssue = (at: string | undefined, now: string) => {
  if (at === undefined) return undefined;
  const ahead = Date.parse(at) - Date.parse(now);
  if (ahead <= 0) return fail(issue("publish.past", ["at"]));
  return ahead > YEAR_MS ? fail(issue("publish.far", ["at"])) : undefined;
};

/**
 * Publishes the draft, or some of its changes with what they need: the others stay in the draft. At once, or `at` a
 * time of its own. Where `reviewed` is said, only if the draft is still what was looked at then.
 */
export const publish = defineUseCase({
  input: z.object({
    note: z.string().max(500).default(""),
    reviewed: z.int().min(0).optional(),
    only: Only,
    at: z.iso.datetime().optional(),
  }),
  run: (context, { note, reviewed, only, at }): Promise<Outcome<{ seq: number }>> =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      const hindered = (await waitingIssue(head, transaction)) ?? timeIssue(at, head.now);
      if (hindered) return hindered;
      if (reviewed !== undefined && reviewed !== head.designRev) return fail(issue("publish.moved"));
      const draft = await loadDraft(head.id, transaction);
      const seq = await currentEdition(head.id, new Date(head.now), transaction);
      const live = seq === null ? new Map() : await loadEdition(head.id, seq, transaction);
      const { design } = designWith(live, draft, only);
      if (seq !== null && draftChanges(live, design).length === 0) return fail(issue("publish.nothing"));
      const compiled = compileDesign(design, await siteIndex(head, head.now, transaction));
      if (placementFindings(compiled, head.now).some(isBlocking)) return fail(issue("publish.broken"));
      const time = at === undefined ? {} : { goesLiveAt: new Date(at) };
      return succeed({
        seq: await freeze(context, head, design, transaction, { note, reason: "publish", ...time }),
      });
    }),
});

/** Brings the design of the edition before back, for an hour after publishing. The draft keeps the newer work. */
export const takeBack = defineUseCase({
  input: z.object({}),
  run: (context): Promise<Outcome<{ seq: number }>> =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      const hindered = await waitingIssue(head, transaction);
      if (hindered) return hindered;
      const rows = await listEditions(head.id, transaction);
      const current = await currentEdition(head.id, new Date(head.now), transaction);
      const target = takeBackTarget(rows, current, head.now);
      if (target === null)
        return fail(
          issue(rows.find((row) => row.seq === current)?.base === null ? "takeBack.first" : "takeBack.late"),
        );
      const design = await loadEdition(head.id, target, transaction);
      return succeed({
        seq: await freeze(context, head, design, transaction, {
          note: `Edition ${current} taken back`,
          reason: "takeBack",
        }),
      });
    }),
});

/** What visitors would see otherwise if the design of an old edition were live again. */
export const restoreImpact = defineUseCase({
  input: z.object({ seq: z.number().int() }),
  run: async (context, { seq }) => {
    if (!(await findEdition(context.site.id, seq, POOL))) return fail(issue("edition.unknown", ["seq"]));
    const live = await designAt(context, "live", POOL);
    const design = await loadEdition(context.site.id, seq, POOL);
    const then = compileDesign(design, live.index);
    const changes = draftChanges(live.design, design);
    return succeed({
      changes: changes.map((change) => changeInWords(change, namesOn(live.index))),
      impact: impactInWords(
        live,
        then,
        viewOf(context, { audience: "signedOut" }),
        await redrawing(context, live.design, design),
        revaluedPages(changes),
        await redrawnWords(context, live.design, design),
      ),
      findings: placementFindings(then, context.now)
        .filter(isBlocking)
        .map((finding) => sentFinding(then, finding)),
    });
  },
});

/** A new edition with the design of an old one. The draft keeps the newer work; content is not touched. */
export const restore = defineUseCase({
  input: z.object({ seq: z.number().int() }),
  run: (context, { seq }): Promise<Outcome<{ seq: number }>> =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      if (!(await findEdition(head.id, seq, transaction))) return fail(issue("edition.unknown", ["seq"]));
      const hindered = await waitingIssue(head, transaction);
      if (hindered) return hindered;
      const design = await loadEdition(head.id, seq, transaction);
      return succeed({
        seq: await freeze(context, head, design, transaction, {
          note: `Edition ${seq} restored`,
          reason: "restore",
        }),
      });
    }),
});

/** An edition that waits for its time does not go live by itself any more. Its changes are in the draft, as they were. */
export const putOff = defineUseCase({
  input: z.object({ seq: z.number().int() }),
  run: (context, { seq }): Promise<Outcome<{ seq: number }>> =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      const now = new Date(head.now);
      const waiting = await waitingEdition(head.id, now, transaction);
      if (waiting?.seq !== seq) return fail(issue("edition.notWaiting", ["seq"], { seq }));
      await putOffEdition(head.id, seq, now, transaction);
      return succeed({ seq });
    }),
});
