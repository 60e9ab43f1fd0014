import { createHash } from "node:crypto";
import { z } from "zod";
import { buildIndex } from "../../core/addresses/stems";
import { findBody, getBody } from "../../core/model/design";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import type { Operation } from "../../core/model/operations";
import { applyOperations } from "../../core/model/operations";
import { closureOf, needsOf } from "../../core/packs/closure";
import { importChange } from "../../core/packs/import-change";
import { type ImportAnswers, planImport } from "../../core/packs/plan";
import { readPack } from "../../core/packs/read";
import { contentKey } from "../../core/packs/references";
import type { Pack } from "../../core/packs/shapes";
import { writePack } from "../../core/packs/write";
import { compileDesign } from "../../core/placement/resolve";
import { POOL, type Transaction } from "../../data/database";
import { originalBytes, takePicture } from "../pictures";
import { unzip } from "../unzip";
import { defineUseCase, type SiteContext } from "../use-case";
import { allOrNothing, commitChange } from "./design-changes";
import { impactInWords } from "./impact-words";
import { badgeOf, designAt, viewOf } from "./view-input";

const sha256 = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

export const PackRequest = z.object({
  parts: z.array(z.string()).min(1, "pack.nothing").max(1000),
  withMenus: z.boolean().default(true),
  withPictures: z.boolean().default(true),
  withStyle: z.boolean().default(true),
  name: z.string().trim().min(1).max(200),
  version: z
    .string()
    .regex(/^\d+\.\d+\.\d+(-[0-9A-Za-z.-]+)?$/)
    .default("1.0.0"),
  description: z.string().max(2000).default(""),
  licence: z.string().max(100).default(""),
});

/** What a selection of parts brings along and asks for, before anything is written. */
export const packContents = defineUseCase({
  input: z.object({ parts: z.array(z.string()).max(1000) }),
  run: async (context, input) => {
    const { design, index } = await designAt(context, "draft", POOL);
    if (input.parts.some((id) => !findBody(design, "part", id)))
      return fail(issue("part.unknown", ["parts"]));
    const closure = closureOf(design, input.parts);
    const needs = needsOf(
      design,
      closure,
      (type, id) => contentKey(index, type, id),
      (id) => badgeOf(design, id)?.name ?? findBody(design, "menu", id)?.name ?? id,
    );
    return succeed({
      menus: [...closure.menus].map(([id, by]) => ({ id, name: getBody(design, "menu", id).name, by })),
      pictures: [...closure.pictures].map(([id, by]) => ({
        id,
        name: getBody(design, "picture", id).name,
        by,
      })),
      colours: [...closure.colours.values()].map(({ colour, parts }) => ({ ...colour, by: parts })),
      needs,
    });
  },
});

/** Writes a pack of the draft. The instant is part of the manifest, so it comes from outside. */
export const exportPack = async (
  context: SiteContext,
  request: z.infer<typeof PackRequest>,
): Promise<Outcome<Uint8Array>> => {
  const { design, index } = await designAt(context, "draft", POOL);
  if (request.parts.some((id) => !findBody(design, "part", id)))
    return fail(issue("part.unknown", ["parts"]));
  const closure = closureOf(design, request.parts);
  const bytes = new Map<string, Uint8Array>();
  if (request.withPictures)
    for (const id of closure.pictures.keys()) {
      const { file } = getBody(design, "picture", id);
      bytes.set(file, await originalBytes(context.site.id, file));
    }
  const { parts, withMenus, withPictures, withStyle, ...about } = request;
  const info = { ...about, author: context.account.name, created: context.now };
  return succeed(
    writePack(design, index, { parts, withMenus, withPictures, withStyle }, info, {
      sha256,
      bytesOf: (file) => bytes.get(file) as Uint8Array,
    }),
  );
};

const NeedAnswer = z.discriminatedUnion("do", [
  z.object({ do: z.literal("use"), id: z.string() }),
  z.object({ do: z.literal("create") }),
  z.object({ do: z.literal("leaveOut") }),
]);
const Answers = z.object({
  needs: z.record(z.string(), NeedAnswer).default({}),
  items: z.record(z.string(), z.enum(["keepMine", "takePack", "keepBoth"])).default({}),
  colours: z.enum(["map", "bring"]).default("map"),
  on: z.record(z.string(), z.boolean()).default({}),
});
const Upload = z.object({ bytes: z.instanceof(Uint8Array), answers: Answers });

const read = async (bytes: Uint8Array): Promise<Outcome<Pack>> => {
  const files = await unzip(bytes);
  return files.ok ? readPack(files.value, sha256) : files;
};

/** What the import would do, item by item, with its impact; nothing is changed. */
export const packPlan = defineUseCase({
  input: Upload,
  run: async (context, { bytes, answers }) => {
    const pack = await read(bytes);
    if (!pack.ok) return pack;
    const draft = await designAt(context, "draft", POOL);
    const plan = planImport(pack.value, draft.design, draft.index, answers);
    return succeed({
      manifest: pack.value.manifest,
      plan,
      impact: impactOfImport(pack.value, draft, answers, context),
    });
  },
});

/** The impact as far as it can be known: questions without an answer count as left out. */
const impactOfImport = (
  pack: Pack,
  draft: Awaited<ReturnType<typeof designAt>>,
  answers: ImportAnswers,
  context: SiteContext,
) => {
  const plan = planImport(pack, draft.design, draft.index, answers);
  const assumed: ImportAnswers = {
    ...answers,
    needs: {
      ...Object.fromEntries(
        plan.needs
          .filter((need) => need.match === null && need.answer === null)
          .map((need) => [need.id, { do: "leaveOut" as const }]),
      ),
      ...answers.needs,
    },
    items: {
      ...Object.fromEntries(
        plan.items
          .filter((item) => item.status === "differs" && item.answer === null)
          .map((item) => [item.id, "keepMine" as const]),
      ),
      ...answers.items,
    },
  };
  const change = importChange(pack, draft.design, draft.index, assumed, context.ids);
  const after = change.ok ? applyOperations(draft.design, change.value.operations) : change;
  if (!change.ok || !after.ok) return null;
  const { facts } = draft.index;
  const index =
    change.value.terms.length > 0
      ? buildIndex({ ...facts, terms: [...facts.terms, ...change.value.terms] }, context.now)
      : draft.index;
  return impactInWords(draft, compileDesign(after.value, index), viewOf(context, { audience: "signedOut" }));
};

/** Carries the import out: one transaction, one step of undo. */
export const packImport = defineUseCase({
  input: Upload,
  run: async (context, { bytes, answers }) => {
    const pack = await read(bytes);
    if (!pack.ok) return pack;
    const draft = await designAt(context, "draft", POOL);
    const change = importChange(pack.value, draft.design, draft.index, answers, context.ids);
    if (!change.ok) return change;
    return allOrNothing(async (transaction) => {
      const operations = await withPictureFiles(
        context,
        pack.value,
        change.value.operations,
        change.value.pictures,
        transaction,
      );
      if (!operations.ok) return operations;
      const { name } = pack.value.manifest;
      return commitChange(context, operations.value, transaction, {
        terms: change.value.terms,
        label: `import of “${name}”`,
      });
    });
  },
});

/** Takes the bytes over and writes what decoding told into the picture documents. */
const withPictureFiles = async (
  context: SiteContext,
  pack: Pack,
  operations: readonly Operation[],
  pictures: readonly { readonly id: string; readonly key: string }[],
  transaction: Transaction,
): Promise<Outcome<readonly Operation[]>> => {
  const facts = new Map<string, object>();
  for (const { id, key } of pictures) {
    const picture = pack.pictures.find((each) => each.key === key) as Pack["pictures"][number];
    const taken = await takePicture(context.site.id, picture.bytes, transaction);
    if (!taken.ok) return fail(issue("pack.picture", [picture.file]));
    facts.set(id, taken.value);
  }
  return succeed(
    operations.map((operation) =>
      operation.op === "create" && facts.has(operation.id)
        ? { ...operation, body: { ...(operation.body as object), ...facts.get(operation.id) } }
        : operation,
    ),
  );
};
