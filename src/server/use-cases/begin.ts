import { z } from "zod";
import { GROUNDS, proposePalette } from "../../core/colour/palette";
import {
  type Design,
  documentsOf,
  getBody,
  nextNumber,
  PROFILE_ID,
  STYLE_ID,
} from "../../core/design/design";
import { applyOperations, type Operation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { menuFromPages, topPages } from "../../core/menus/from-pages";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import type { MenuItem } from "../../core/model/menu";
import { createPartOperations } from "../../core/placement/proposals";
import { type CompiledDesign, compileDesign } from "../../core/placement/resolve";
import { frameParts } from "../../core/starting/frames";
import { Traits } from "../../core/starting/traits";
import { withPalette } from "../../core/style/with-palette";
import { POOL } from "../../data/database";
import { ROLE_NAMES } from "../../messages/words";
import { allOrNothing, commitChange } from "./design-changes";
import { fitMaterialOf } from "./fit-material";
import { startingMaterial, startingPictures } from "./starting-material";
import { defineUseCase, type SiteContext } from "./use-case";
import { designAt } from "./view-input";

const MOST_SHOWN = 200;

/** What a person begins with on a site that has no parts: its profile, its style, and the pages a menu can be made of. */
export const beginning = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const draft = await designAt(context, "draft", POOL);
    const { design, index } = draft;
    const { fit } = await fitMaterialOf(context, draft);
    const { words: _, ...shown } = fit;
    const pages = topPages(index).slice(0, MOST_SHOWN);
    const menu = menuFromPages(index, context.ids.id);
    const material = startingMaterial(draft);
    const second = index.stems.find(({ role, entry }) => role === "entry" && entry !== null);
    const front = index.stems[0]?.identity ?? "";
    return succeed({
      hasParts: documentsOf(design, "part").length > 0,
      profile: getBody(design, "profile", PROFILE_ID),
      style: getBody(design, "style", STYLE_ID),
      material,
      pictures: startingPictures(draft, material),
      fit: {
        ...shown,
        links: {
          ...shown.links,
          ...Object.fromEntries(pages.map(({ identity, path, title }) => [identity, { path, title }])),
        },
      },
      menu,
      pages: [front, ...(second ? [second.identity] : [])],
    });
  },
});

const Wish = z.object({
  name: z.string().trim().min(1).max(200),
  tagline: z.string().max(300),
  logo: z.string().max(200),
  /** Null keeps the colours the site has. */
  colour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .nullable(),
  ground: z.enum(GROUNDS),
  /** Pages of the menu, by identity, in their order. */
  menu: z.array(z.string().max(500)).max(200),
  frame: z.object({ header: Traits, footer: Traits, hero: Traits.nullable().default(null) }),
});
type Wish = z.infer<typeof Wish>;

/** Gives a site its first frame: name, logo, colours, menu and all parts, in one step that is undone as one. */
export const begin = defineUseCase({
  input: Wish,
  run: async (context, answers) => {
    const draft = await designAt(context, "draft", POOL);
    if (documentsOf(draft.design, "part").length > 0) return fail(issue("begin.hasParts"));
    if (answers.logo !== "" && draft.design.get(answers.logo)?.kind !== "picture")
      return fail(issue("picture.unknown", ["logo"]));
    const facts = [...profileOperations(draft.design, answers), ...styleOperations(draft.design, answers)];
    const menu = menuOperations(context, draft, answers);
    const parts = partOperations(context, draft, [...facts, ...menu], answers);
    if (!parts.ok) return parts;
    return allOrNothing((transaction) =>
      commitChange(context, [...facts, ...menu, ...parts.value], transaction, {
        label: "the first design of the site",
      }),
    );
  },
});

const profileOperations = (design: Design, { name, tagline, logo }: Wish): readonly Operation[] => {
  const profile = getBody(design, "profile", PROFILE_ID);
  return Object.entries({ name, tagline, logo }).flatMap(([key, value]): Operation[] => {
    const was = profile[key as "name"];
    return was === value ? [] : [{ op: "set", id: PROFILE_ID, path: [key], value, was }];
  });
};

const styleOperations = (design: Design, { colour, ground }: Wish): readonly Operation[] => {
  if (colour === null) return [];
  const style = getBody(design, "style", STYLE_ID);
  const next = withPalette(style, proposePalette(colour, ground), ROLE_NAMES);
  return (["palette", "roles"] as const).map((key) => ({
    op: "set",
    id: STYLE_ID,
    path: [key],
    value: next[key],
    was: style[key],
  }));
};

/** The main menu of the chosen pages: a new one, or the one there is with other items. */
const menuOperations = (
  context: SiteContext,
  { design, index }: CompiledDesign,
  { menu }: Wish,
): readonly Operation[] => {
  const wanted = new Map(menu.map((identity, place) => [identity, place]));
  const placeOf = ({ target }: MenuItem) =>
    target && "identity" in target ? (wanted.get(target.identity) ?? -1) : -1;
  const items = menuFromPages(index, context.ids.id)
    .filter((item) => placeOf(item) >= 0)
    .sort((a, b) => placeOf(a) - placeOf(b));
  if (items.length === 0) return [];
  const known = documentsOf(design, "menu");
  const [main] = known.filter(({ body }) => body.name === "Main");
  if (main) return [{ op: "set", id: main.id, path: ["items"], value: items, was: main.body.items }];
  const body = { schema: 1, name: "Main", origin: context.ids.uuid(), items };
  return [{ op: "create", id: context.ids.id(), kind: "menu", body }];
};

const partOperations = (
  context: SiteContext,
  draft: CompiledDesign,
  before: readonly Operation[],
  { frame, logo }: Wish,
): Outcome<readonly Operation[]> => {
  const applied = applyOperations(draft.design, before);
  if (!applied.ok) return applied;
  const material = {
    ...startingMaterial(compileDesign(applied.value, draft.index, draft)),
    // those the frame was looked at with
    pictures: startingMaterial(draft).pictures.filter(({ id }) => id !== logo),
  };
  const parts = frameParts(frame, material, context.ids.id);
  if (!parts) return fail(issue("start.nothingForIt", ["frame"]));
  let design = applied.value;
  const operations: Operation[] = [];
  for (const part of parts) {
    const body: Part = {
      schema: 1,
      number: nextNumber(design, part.slot),
      on: true,
      binnedAt: null,
      origin: context.ids.uuid(),
      ...part,
    };
    const made = createPartOperations(design, context.ids.id(), body);
    const next = applyOperations(design, made);
    if (!next.ok) return next;
    operations.push(...made);
    design = next.value;
  }
  return succeed(operations);
};
