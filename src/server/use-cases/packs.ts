import { createHash } from "node:crypto";
import { z } from "zod";
import { buildIndex } from "../../core/addresses/stems";
import { findBody, getBody, STYLE_ID } from "../../core/design/design";
import type { Operation } from "../../core/design/operations";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { closureOf, needsOf } from "../../core/packs/closure";
import { importChange } from "../../core/packs/import-change";
import { type ImportAnswers, planImport } from "../../core/packs/plan";
import { contentKey } from "../../core/packs/references";
import type { Pack } from "../../core/packs/shapes";
import { writePack } from "../../core/packs/write";
import { compileDesign } from "../../core/placement/resolve";
import { POOL } from "../../data/database";
import { loadFile } from "../../data/file-repository";
import { decode } from "../files/decoding";
import type { ReceivedPack } from "../files/pack-file";
import type { Rendered } from "../files/picture-file";
import { ReceivedFile } from "../files/received-file";
import { withScratch } from "../files/scratch";
import { keepFiles, pictureIssue, picturesFiles } from "../files/site-files";
import { LIMITS } from "../files/unzip";
import { allOrNothing, applyInSteps, commitChange } from "./design-changes";
import { impactInWords } from "./impact-words";
import { defineUseCase, type SiteContext } from "./use-case";
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
      textStyles: getBody(design, "style", STYLE_ID)
        .textStyles.filter(({ id }) => closure.textStyles.has(id))
        .map(({ id, name }) => ({ id, name, by: closure.textStyles.get(id) ?? [] })),
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
      const { file, name } = getBody(design, "picture", id);
      const original = await loadFile(context.site.id, file, "original", POOL);
      if (!original) return fail(issue("pack.originalGone", ["parts"], { name }));
      bytes.set(file, original.bytes);
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
const Upload = z.object({ file: z.instanceof(ReceivedFile), answers: Answers });
type Draft = Awaited<ReturnType<typeof designAt>>;

/** Works on a pack that was brought and the draft it is to go into; its files lie in the folder meanwhile. */
const withPack = <T>(
  context: SiteContext,
  file: ReceivedFile,
  work: (received: ReceivedPack, draft: Draft, folder: string) => Promise<Outcome<T>>,
): Promise<Outcome<T>> =>
  withScratch(async (folder) => {
    const received = await decode("pack", { path: file.path, folder });
    if (!received.ok) return received;
    return work(received.value, await designAt(context, "draft", POOL), folder);
  });

/** What the import would do, item by item, with its impact; nothing is changed. */
export const packPlan = defineUseCase({
  takesFile: { most: LIMITS.archive, tooLarge: "pack.tooBig" },
  input: Upload,
  run: (context, { file, answers }) =>
    withPack(context, file, async ({ pack }, draft) =>
      succeed({
        manifest: pack.manifest,
        plan: planImport(pack, draft.design, draft.index, answers),
        impact: await impactOfImport(pack, draft, answers, context),
      }),
    ),
});

/** The impact as far as it can be known: questions without an answer count as left out. */
const impactOfImport = async (pack: Pack, draft: Draft, answers: ImportAnswers, context: SiteContext) => {
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
  const after = change.ok ? await applyInSteps(draft.design, change.value.operations) : change;
  if (!change.ok || !after.ok) return null;
  const { facts } = draft.index;
  const index =
    change.value.terms.length > 0
      ? buildIndex({ ...facts, terms: [...facts.terms, ...change.value.terms] }, context.now)
      : draft.index;
  return impactInWords(draft, compileDesign(after.value, index), viewOf(context, { audience: "signedOut" }));
};

/** Carries the import out: one transaction, one step of undo. Its pictures are decoded before. */
export const packImport = defineUseCase({
  takesFile: { most: LIMITS.archive, tooLarge: "pack.tooBig" },
  input: Upload,
  run: (context, { file, answers }) =>
    withPack(context, file, async (received, draft, folder) => {
      const { pack } = received;
      const change = importChange(pack, draft.design, draft.index, answers, context.ids);
      if (!change.ok) return change;
      const pictures = await renderPictures(received, change.value.pictures, folder);
      if (!pictures.ok) return pictures;
      return allOrNothing(async (transaction) => {
        const files = pictures.value.flatMap(({ rendered, path }) => picturesFiles(rendered, path));
        const kept = await keepFiles(context.site.id, files, transaction);
        if (!kept.ok) return kept;
        return commitChange(context, withFacts(change.value.operations, pictures.value), transaction, {
          terms: change.value.terms,
          label: `import of “${pack.manifest.name}”`,
          isLarge: true,
        });
      });
    }),
});

interface TakenPicture {
  /** Of the picture document. */
  readonly id: string;
  readonly rendered: Rendered;
  readonly path: string;
}

const renderPictures = async (
  { pack, paths }: ReceivedPack,
  wanted: readonly { readonly id: string; readonly key: string }[],
  folder: string,
): Promise<Outcome<readonly TakenPicture[]>> => {
  const byKey = new Map(pack.pictures.map((picture) => [picture.key, picture]));
  const taken: TakenPicture[] = [];
  for (const { id, key } of wanted) {
    const { file } = byKey.get(key) as Pack["pictures"][number];
    const path = paths.get(file) as string;
    const rendered = await decode("picture", { path, folder });
    if (!rendered.ok) return fail(pictureIssue(file, rendered.issues));
    taken.push({ id, rendered: rendered.value, path });
  }
  return succeed(taken);
};

/** The operations with what decoding told written into the picture documents. */
export const withFacts = (
  operations: readonly Operation[],
  pictures: readonly Pick<TakenPicture, "id" | "rendered">[],
): readonly Operation[] => {
  const facts = new Map(pictures.map(({ id, rendered }) => [id, rendered.facts]));
  return operations.map((operation) =>
    operation.op === "create" && facts.has(operation.id)
      ? { ...operation, body: { ...(operation.body as object), ...facts.get(operation.id) } }
      : operation,
  );
};
