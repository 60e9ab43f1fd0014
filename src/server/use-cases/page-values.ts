import { z } from "zod";
import { findChoice, findOpenable, nameFor, type Openable, takesValue } from "../../core/cascade/openable";
import { fitsChoice, sayOperations } from "../../core/cascade/say";
import { type Design, documentsOf, findBody } from "../../core/design/design";
import { type Operation, setOperation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import { type Choice, ChoiceName, ChoiceValue } from "../../core/model/choices";
import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import { Slot } from "../../core/model/slot";
import { lockSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { choiceLabel } from "../../messages/block-fields";
import { draftDesign } from "../site/designs";
import { allOrNothing, commitChange, type Saved, unchanged } from "./design-changes";
import { defineUseCase, type SiteContext } from "./use-case";
import { designAt } from "./view-input";

interface Read {
  readonly choice: Choice;
  /** What it may be; undefined where the setting is gone. */
  readonly openable: Openable | undefined;
}

/** The choices of a slot that have a name, from all parts that read it. */
const choicesNamed = (design: Design, slot: Slot, name: string): readonly Read[] =>
  documentsOf(design, "part")
    .filter(({ body }) => body.slot === slot)
    .flatMap(({ body }) =>
      (body.choices ?? [])
        .filter((choice) => choice.name === name)
        .map((choice) => {
          const node = findPlace(body, choice.node)?.node;
          return { choice, openable: node && findOpenable(node, choice.path) };
        }),
    );

/** What is wrong with saying a value for a choice; null where some part that reads it can be that. */
const wrongValue = (reads: readonly Read[], name: string, value: ChoiceValue): Issue | null => {
  const [first] = reads;
  if (!first) return issue("choice.notOpen", ["name"], { name });
  const takes = reads.some(({ choice, openable }) =>
    openable ? takesValue(openable, value) : fitsChoice(choice, value),
  );
  return takes ? null : issue("choice.wrongType", ["value"], { label: first.choice.label });
};

/** What is wrong with saying a value under a name of a slot; null where nothing is. */
export const wrongFor = (design: Design, slot: Slot, name: string, value: ChoiceValue): Issue | null =>
  wrongValue(choicesNamed(design, slot, name), name, value);

/** One page says something for a choice, or takes it back (null). */
export const sayOnPage = defineUseCase({
  input: z.object({
    page: z.string().max(500),
    slot: Slot,
    name: ChoiceName,
    value: ChoiceValue.nullable(),
  }),
  run: async (context, { page, slot, name, value }) => {
    const { design, index } = await designAt(context, "draft", POOL);
    const identity = index.byIdentity.get(page)?.identity;
    if (identity === undefined) return fail(issue("page.unknown", ["page"], { page }));
    const wrong = value === null ? null : wrongFor(design, slot, name, value);
    if (wrong) return fail(wrong);
    return save(context, (draft) => succeed(sayOperations(draft, identity, slot, name, value ?? undefined)));
  },
});

/** Lets pages change a setting of a part; with `page`, that page says something else at once. */
export const openToPages = defineUseCase({
  input: z.object({
    part: z.string(),
    node: z.string(),
    path: z.array(z.string().max(60)).min(1).max(4),
    page: z.string().max(500).optional(),
    value: ChoiceValue.optional(),
  }),
  run: async (context, { part: id, node, path, page, value }) => {
    const { index } = await designAt(context, "draft", POOL);
    const identity = page === undefined ? undefined : index.byIdentity.get(page)?.identity;
    if (page !== undefined && identity === undefined) return fail(issue("page.unknown", ["page"], { page }));
    return save(context, (draft) => {
      const part = findBody(draft, "part", id);
      if (!part) return fail(issue("part.unknown", ["part"]));
      const opened = opening(draft, id, part, node, path);
      if (!opened.ok) return opened;
      const { choice, openable, operations } = opened.value;
      if (identity === undefined || value === undefined) return succeed(operations);
      const wrong = wrongValue([{ choice, openable }], choice.name, value);
      if (wrong) return fail(wrong);
      return succeed([...operations, ...sayOperations(draft, identity, part.slot, choice.name, value)]);
    });
  },
});

/** The choice of a setting, and the operations that open it if it is not open yet. */
const opening = (
  draft: Design,
  id: string,
  part: Part,
  node: string,
  path: readonly string[],
): Outcome<Read & { readonly operations: readonly Operation[] }> => {
  const known = findChoice(part, node, path);
  const found = findPlace(part, node)?.node;
  const openable = found && findOpenable(found, path);
  if (known) return succeed({ choice: known, openable, operations: [] });
  if (!found || !openable) return fail(issue("choice.notOpenable", [id, node]));
  const others = documentsOf(draft, "part")
    .filter((each) => each.id !== id && each.body.slot === part.slot)
    .map(({ body }) => body);
  const choice: Choice = {
    name: nameFor(openable, part, others),
    label: choiceLabel(found, path),
    type: openable.type,
    node,
    path: [...path],
  };
  return succeed({
    choice,
    openable,
    operations: [setOperation(draft, id, ["choices"], [...(part.choices ?? []), choice])],
  });
};

const save = (
  context: SiteContext,
  work: (draft: Design) => Outcome<readonly Operation[]>,
): Promise<Outcome<Saved>> =>
  allOrNothing(async (transaction) => {
    const head = await lockSite(context.site.id, transaction);
    const operations = work(await draftDesign(head, transaction));
    if (!operations.ok) return operations;
    if (operations.value.length === 0) return succeed(unchanged(head));
    return commitChange(context, operations.value, transaction);
  });
