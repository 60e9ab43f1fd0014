import { setImmediate } from "node:timers/promises";
import { z } from "zod";
import type { SiteIndex } from "../../core/addresses/facts";
import { type Design, documentsOf, findBody } from "../../core/design/design";
import { applyOperations, invertAll, Operation } from "../../core/design/operations";
import { pieceInItself, tooMuchWhole } from "../../core/design/pieces";
import { ASPECTS, type Aspect, touchedBetween } from "../../core/design/touched";
import { sameValue } from "../../core/model/canonical";
import type { Term } from "../../core/model/content";
import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import { SLOTS, Slot } from "../../core/model/slot";
import { missingValues } from "../../core/placement/compile";
import { chooseOperations } from "../../core/placement/proposals";
import {
  lockSite,
  removeUnusedTerms,
  type SiteHead,
  saveTerms,
  touchContent,
} from "../../data/content-repository";
import { inTransaction, POOL, type Transaction } from "../../data/database";
import {
  addChange,
  arrivedKeys,
  changeOfKey,
  dropUndone,
  newestChange,
  saveDesign,
  setChangeState,
} from "../../data/design-repository";
import { presentFiles } from "../../data/file-repository";
import { describeChange } from "../../messages/changes";
import { mayDo, type Permission } from "../access/roles";
import { draftDesign, followDraft } from "../site/designs";
import { siteIndex } from "../site/indexes";
import { impactOfOperations } from "./impact-words";
import { defineUseCase, type SiteContext } from "./use-case";
import { designAt, Picks, pickedNumbers, resolutionFor, Shown, viewOf } from "./view-input";

/** What a saved change gives back: the documents as they are now, gone ones as null. */
export interface Saved {
  readonly rev: number;
  readonly label: string;
  readonly documents: Readonly<Record<string, unknown>>;
  /** What it was about: the rest of what one knows still holds. */
  readonly touched: readonly (Aspect | "content")[];
}

/** The answer to a change that changes nothing. */
export const unchanged = ({ designRev }: SiteHead): Saved => ({
  rev: designRev,
  label: "",
  documents: {},
  touched: [],
});

const savedDocuments = (before: Design, after: Design): Saved["documents"] => {
  const ids = new Set([...before.keys(), ...after.keys()]);
  return Object.fromEntries(
    [...ids].filter((id) => before.get(id) !== after.get(id)).map((id) => [id, after.get(id)?.body ?? null]),
  );
};

/** Lines that name something the site does not have may stay, but none may be added. */
const newMissingValues = (before: Design, after: Design, index: SiteIndex): readonly Issue[] => {
  const missingIn = (design: Design, id: string) => {
    const document = design.get(id);
    if (document?.kind !== "part") return [];
    const { conditions, exceptions } = document.body.placement;
    return [...conditions, ...exceptions].flatMap((line) =>
      line.clauses.flatMap((clause) =>
        missingValues(clause, index).map((value) => ({ facet: clause.facet, value })),
      ),
    );
  };
  return documentsOf(after, "part").flatMap(({ id, body }) => {
    if (before.get(id)?.body === body) return [];
    const known = new Set(missingIn(before, id).map(({ facet, value }) => `${facet} ${value}`));
    return missingIn(after, id)
      .filter(({ facet, value }) => !known.has(`${facet} ${value}`))
      .map(({ facet, value }) => issue("placement.missing", [id], { facet, value }));
  });
};

/** What a page chose for a slot though it is made for another one, where it was not so before. */
const choicesOfOtherSlots = (before: Design, after: Design): readonly Issue[] =>
  documentsOf(after, "choice").flatMap(({ id, body }) =>
    before.get(id)?.body === body
      ? []
      : SLOTS.flatMap((slot) => {
          const choice = body.slots[slot];
          const part = typeof choice === "object" ? findBody(after, "part", choice.part) : undefined;
          return part && part.slot !== slot
            ? [issue("choice.otherSlot", [id], { slot, name: part.name })]
            : [];
        }),
  );

/** So many operations of a large change are applied at a time; in between others get their turn. */
const STEP = 20;

/**
 * Applies a change in steps, each of which leaves whole documents: for changes of many documents, such as an import,
 * beside which the process goes on answering others.
 */
export const applyInSteps = async (
  design: Design,
  operations: readonly Operation[],
): Promise<Outcome<Design>> => {
  let current = design;
  for (let from = 0; from < operations.length; from += STEP) {
    const next = applyOperations(current, operations.slice(from, from + STEP));
    if (!next.ok) return next;
    current = next.value;
    await setImmediate();
  }
  return succeed(current);
};

/** Whether a change is of parts or pieces, and the design has pieces at all. */
const touchesBlocks = (before: Design, after: Design): boolean =>
  documentsOf(after, "piece").length > 0 &&
  [...after].some(
    ([id, document]) =>
      (document.kind === "part" || document.kind === "piece") && before.get(id) !== document,
  );

export interface ChangeExtras {
  readonly terms?: readonly Term[];
  readonly label?: string;
  /** Says which change it is: one that has arrived already is not made a second time. */
  readonly key?: string;
  /** Whether it is of many documents, each whole after its own operations. */
  readonly isLarge?: boolean;
}

/** Applies operations to the draft inside a transaction, checks, saves, and remembers how to take them back. */
export const commitChange = async (
  context: SiteContext,
  operations: readonly Operation[],
  transaction: Transaction,
  extras: ChangeExtras = {},
): Promise<Outcome<Saved>> => {
  const head = await lockSite(context.site.id, transaction);
  const before = await draftDesign(head, transaction);
  const known = extras.key && (await changeOfKey(head.id, context.account.id, extras.key, transaction));
  if (known) {
    if (!sameValue(known.operations, operations)) return fail(issue("change.clash"));
    const documents = operations.map(({ id }) => [id, before.get(id)?.body ?? null]);
    return succeed({
      rev: known.rev,
      label: known.label,
      documents: Object.fromEntries(documents),
      touched: ASPECTS,
    });
  }
  const terms = extras.terms ?? [];
  if (terms.length > 0) {
    await saveTerms(head.id, terms, transaction);
    await touchContent(head.id, transaction);
  }
  const applied = extras.isLarge
    ? await applyInSteps(before, operations)
    : applyOperations(before, operations);
  if (!applied.ok) return applied;
  const after = applied.value;
  const looped = pieceInItself(after);
  if (looped !== undefined && pieceInItself(before) === undefined)
    return fail(issue("piece.inItself", [looped], { name: findBody(after, "piece", looped)?.name ?? "" }));
  const tooMuch = touchesBlocks(before, after) ? tooMuchWhole(after) : undefined;
  if (tooMuch !== undefined && tooMuchWhole(before) === undefined) {
    const document = after.get(tooMuch);
    const name = document?.kind === "part" || document?.kind === "piece" ? document.body.name : "";
    return fail(issue("piece.tooMuch", [tooMuch], { name }));
  }
  const fresh = terms.length > 0 ? await lockSite(head.id, transaction) : head;
  const missing = newMissingValues(before, after, await siteIndex(fresh, context.now, transaction));
  const wrong = [...missing, ...choicesOfOtherSlots(before, after)];
  if (wrong.length > 0) return fail(...wrong);
  const rev = head.designRev + 1;
  const label = extras.label ?? describeChange(operations, before);
  const key = await saveDesign(head.id, before, after, rev, transaction);
  transaction.afterCommit(() => followDraft(head, key, after));
  await dropUndone(head.id, context.account.id, transaction);
  const inverse = invertAll(operations);
  await addChange(
    head.id,
    rev,
    {
      operations,
      inverse,
      terms: terms.map(({ id }) => id),
      author: context.account.id,
      label,
      key: extras.key ?? null,
    },
    new Date(context.now),
    transaction,
  );
  return succeed({
    rev,
    label,
    documents: savedDocuments(before, after),
    touched: [...touchedBetween(before, after), ...(terms.length > 0 ? ["content" as const] : [])],
  });
};

/** Runs work in a transaction that is rolled back when the outcome is a failure. */
export const allOrNothing = async <T>(
  work: (transaction: Transaction) => Promise<Outcome<T>>,
): Promise<Outcome<T>> => {
  let failed: Outcome<T> | undefined;
  try {
    return await inTransaction(async (transaction) => {
      const outcome = await work(transaction);
      if (outcome.ok) return outcome;
      failed = outcome;
      throw new RolledBack();
    });
  } catch (error) {
    if (error instanceof RolledBack && failed) return failed;
    throw error;
  }
};
class RolledBack extends Error {}

const ChangeKey = z.string().min(8).max(64);
const Operations = z.array(Operation).min(1).max(5000);

export const change = defineUseCase({
  input: z.object({
    operations: Operations,
    label: z.string().max(200).optional(),
    key: ChangeKey.optional(),
  }),
  run: (context, { operations, label, key }) =>
    allOrNothing((transaction) => commitChange(context, operations, transaction, { label, key })),
});

/** A document of the draft as it is now, null if it is gone, and which of one's own changes it holds already. */
export const newest = defineUseCase({
  input: z.object({ document: z.string().min(1).max(300), keys: z.array(ChangeKey).max(5000).default([]) }),
  run: async (context, { document, keys }) => {
    const { design } = await designAt(context, "draft", POOL);
    return succeed<{ body: unknown; arrived: readonly string[] }>({
      body: design.get(document)?.body ?? null,
      arrived: await arrivedKeys(context.site.id, context.account.id, keys, POOL),
    });
  },
});

export const impact = defineUseCase({
  input: z.object({ operations: Operations }),
  run: async (context, { operations }) =>
    impactOfOperations(
      await designAt(context, "draft", POOL),
      operations,
      viewOf(context, { audience: "signedOut" }),
    ),
});

/** Pages that can choose for themselves in one change; for more a line is the tool. */
export const MOST_CHOOSING = 2000;

const ChosenPart = z.union([z.object({ part: z.string() }), z.literal("nothing"), z.literal("everywhere")]);

/** What pages choose for themselves. A choice of its own permission: editors may make it. */
export const choosePage = defineUseCase({
  input: z.object({ pages: Picks, slot: Slot, choice: ChosenPart }).extend(Shown.shape),
  run: async (context, { pages, slot, choice, ...shown }) => {
    const resolution = await resolutionFor(context, { audience: "signedOut", state: "draft" }, POOL);
    if (!resolution.ok) return resolution;
    const draft = resolution.value.compiled;
    const numbers = pickedNumbers(resolution.value, pages, shown);
    if (!numbers.ok) return numbers;
    const identities = [
      ...new Set(numbers.value.map((number) => draft.index.pages[number]?.identity as string)),
    ];
    if (identities.length > MOST_CHOOSING)
      return fail(issue("choice.tooMany", ["pages"], { count: identities.length, limit: MOST_CHOOSING }));
    if (typeof choice === "object" && draft.design.get(choice.part)?.kind !== "part")
      return fail(issue("part.unknown", ["choice"]));
    const value = choice === "everywhere" ? undefined : choice;
    const operations = identities.flatMap((page) => chooseOperations(draft.design, page, slot, value));
    if (operations.length === 0) return succeed(unchanged(context.site));
    return allOrNothing((transaction) => commitChange(context, operations, transaction));
  },
});

/** What one must be allowed to make such a change: what single pages choose needs less than all else. */
const permissionFor = (operations: readonly Operation[], design: Design, terms: unknown): Permission => {
  const kindOf = (operation: Operation) =>
    "kind" in operation ? operation.kind : design.get(operation.id)?.kind;
  const isChoice = operations.every((operation) => kindOf(operation) === "choice");
  return isChoice && (terms as readonly string[]).length === 0 ? "choose" : "design";
};

/** A picture that would come back without its file, which nothing used for a week; undefined if there is none. */
const goneFiles = async (
  site: string,
  operations: readonly Operation[],
  transaction: Transaction,
): Promise<string | undefined> => {
  const wanted = operations.flatMap((operation) =>
    operation.op === "create" && operation.kind === "picture"
      ? [{ id: operation.id, file: (operation.body as { file: string }).file }]
      : [],
  );
  const present = await presentFiles(
    site,
    wanted.map(({ file }) => file),
    transaction,
  );
  return wanted.find(({ file }) => !present.has(file))?.id;
};

/** Takes back (or makes again) this person's newest change, if every field still holds what it wrote. */
const step = (context: SiteContext, direction: "undo" | "redo"): Promise<Outcome<Saved>> =>
  allOrNothing(async (transaction) => {
    const head = await lockSite(context.site.id, transaction);
    const found = await newestChange(
      head.id,
      context.account.id,
      direction === "undo" ? "done" : "undone",
      transaction,
    );
    if (!found) return fail(issue(`${direction}.nothing`));
    const before = await draftDesign(head, transaction);
    const operations = (direction === "undo" ? found.inverse : found.operations) as readonly Operation[];
    // one's role may be another since
    if (!mayDo(context.role, permissionFor(operations, before, found.terms)))
      return fail(issue("permission.none"));
    const gone = await goneFiles(head.id, operations, transaction);
    if (gone) return fail(issue("picture.gone", [gone]));
    const applied = applyOperations(before, operations);
    if (!applied.ok) return fail(issue("undo.clash"), ...applied.issues);
    const rev = head.designRev + 1;
    const key = await saveDesign(head.id, before, applied.value, rev, transaction);
    transaction.afterCommit(() => followDraft(head, key, applied.value));
    await setChangeState(head.id, found.rev, direction === "undo" ? "undone" : "done", transaction);
    const terms = found.terms as readonly string[];
    if (direction === "undo" && terms.length > 0) {
      await removeUnusedTerms(head.id, terms, transaction);
      await touchContent(head.id, transaction);
    }
    return succeed({
      rev,
      label: found.label,
      documents: savedDocuments(before, applied.value),
      touched: [...touchedBetween(before, applied.value), ...(terms.length > 0 ? ["content" as const] : [])],
    });
  });

export const undo = defineUseCase({ input: z.object({}), run: (context) => step(context, "undo") });
export const redo = defineUseCase({ input: z.object({}), run: (context) => step(context, "redo") });
