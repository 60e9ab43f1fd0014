import { z } from "zod";
import type { SiteIndex } from "../../core/addresses/facts";
import { sameValue } from "../../core/model/canonical";
import type { Term } from "../../core/model/content";
import { type Design, documentsOf, findBody } from "../../core/model/design";
import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import { applyOperations, invertAll, Operation } from "../../core/model/operations";
import { pieceInItself } from "../../core/model/pieces";
import { Slot } from "../../core/model/slot";
import { missingValues } from "../../core/placement/compile";
import { chooseOperations } from "../../core/placement/proposals";
import { lockSite, removeUnusedTerms, saveTerms, touchContent } from "../../data/content-repository";
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
import { describeChange } from "../../messages/changes";
import { draftDesign, followDraft, siteIndex } from "../site-state";
import { defineUseCase, type SiteContext } from "../use-case";
import { impactOfOperations } from "./impact-words";
import { designAt, Picks, pickedNumbers, resolutionFor, Shown, viewOf } from "./view-input";

/** What a saved change gives back: the documents as they are now, gone ones as null. */
export interface Saved {
  readonly rev: number;
  readonly label: string;
  readonly documents: Readonly<Record<string, unknown>>;
}

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

export interface ChangeExtras {
  readonly terms?: readonly Term[];
  readonly label?: string;
  /** Says which change it is: one that has arrived already is not made a second time. */
  readonly key?: string;
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
    return succeed({ rev: known.rev, label: known.label, documents: Object.fromEntries(documents) });
  }
  const terms = extras.terms ?? [];
  if (terms.length > 0) {
    await saveTerms(head.id, terms, transaction);
    await touchContent(head.id, transaction);
  }
  const applied = applyOperations(before, operations);
  if (!applied.ok) return applied;
  const after = applied.value;
  const looped = pieceInItself(after);
  if (looped !== undefined && pieceInItself(before) === undefined)
    return fail(issue("piece.inItself", [looped], { name: findBody(after, "piece", looped)?.name ?? "" }));
  const fresh = terms.length > 0 ? await lockSite(head.id, transaction) : head;
  const missing = newMissingValues(before, after, await siteIndex(fresh, context.now, transaction));
  if (missing.length > 0) return fail(...missing);
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
  return succeed({ rev, label, documents: savedDocuments(before, after) });
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
const MOST_CHOOSING = 2000;

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
    if (operations.length === 0)
      return succeed<Saved>({ rev: context.site.designRev, label: "", documents: {} });
    return allOrNothing((transaction) => commitChange(context, operations, transaction));
  },
});

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
    return succeed({ rev, label: found.label, documents: savedDocuments(before, applied.value) });
  });

export const undo = defineUseCase({ input: z.object({}), run: (context) => step(context, "undo") });
export const redo = defineUseCase({ input: z.object({}), run: (context) => step(context, "redo") });
