/**
 * All use-cases of the studio by name. Each is one function: input checked, permission in `permissions`, an outcome.
 * How a request reaches them is in `call`; what they do with time and chance comes in through their context.
 */
import { change, choosePage, impact, redo, undo } from "./use-cases/design-changes";
import { editions, publish, restore, review, takeBack } from "./use-cases/editions";
import { frame } from "./use-cases/frame";
import { coverage, explain, offer } from "./use-cases/overview";
import { packContents, packImport, packPlan } from "./use-cases/packs";
import { goTo, page, previewPage } from "./use-cases/pages";
import { createPart, duplicatePart, part, parts, previewPages, reach } from "./use-cases/parts";

export const useCases = {
  frame,
  coverage,
  explain,
  offer,
  impact,
  parts,
  part,
  reach,
  createPart,
  duplicatePart,
  previewPages,
  previewPage,
  page,
  goTo,
  change,
  choosePage,
  undo,
  redo,
  review,
  editions,
  publish,
  takeBack,
  restore,
  packContents,
  packPlan,
  packImport,
} as const;

export type UseCases = typeof useCases;
export type UseCaseName = keyof UseCases;
