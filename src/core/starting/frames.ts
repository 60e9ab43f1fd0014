import { type Band, BandBackground, type Part } from "../design/part";
import { type Clause, NOWHERE, type Placement, type Role } from "../model/placement";
import { SLOTS, type Slot } from "../model/slot";
import type { StartingDesign } from "./designs";
import { layOut } from "./layouts";
import { Maker } from "./maker";
import type { StartingMaterial } from "./point";
import type { Traits } from "./traits";

/** A complete frame for a site that has none: a header and a footer that go together, a title bar, and layouts for pages and lists. */
export interface FrameTraits {
  readonly header: Traits;
  readonly footer: Traits;
  /** The front page begins with it; null: with a welcome in words. */
  readonly hero: Traits | null;
}

export interface FramePart {
  readonly slot: Slot;
  readonly name: string;
  readonly placement: Placement;
  readonly bands: Part["bands"];
}

export const FRAMES = 3;
/** The one of them whose front page begins with a hero. */
const WITH_HERO = 1;

/** Grounds that are quiet beside any other. */
const goesWith = (header: Traits, footer: Traits): number =>
  footer.ground === header.ground ? 2 : footer.ground === "text" ? 1 : 0;

/** The hero of a picture that goes best with a header, if there is any. */
const heroFor = (header: Traits, titleBars: readonly StartingDesign[]): Traits | null =>
  titleBars
    .map(({ traits }) => traits)
    .filter(({ form }) => form === "hero")
    .sort((a, b) => goesWith(header, b) - goesWith(header, a))[0] ?? null;

/**
 * The best frames: headers of different forms, each with the footer that goes best with it and stands in no other; one
 * with a hero on its front page.
 */
export const framesOf = (
  headers: readonly StartingDesign[],
  footers: readonly StartingDesign[],
  titleBars: readonly StartingDesign[],
): readonly FrameTraits[] => {
  const taken = new Set<StartingDesign>();
  const forms = new Set<string>();
  const frames: FrameTraits[] = [];
  for (const { traits } of headers) {
    if (frames.length === FRAMES || forms.has(traits.form)) continue;
    const free = footers.filter((footer) => !taken.has(footer));
    const [best] = [...free].sort((a, b) => goesWith(traits, b.traits) - goesWith(traits, a.traits));
    if (!best) break;
    taken.add(best);
    forms.add(traits.form);
    const hero = frames.length === WITH_HERO ? heroFor(traits, titleBars) : null;
    frames.push({ header: traits, footer: best.traits, hero });
  }
  return frames;
};

const on = (...clauses: readonly (readonly Clause[])[]): Placement => ({
  ...NOWHERE,
  conditions: clauses.map((each) => ({ clauses: [...each] })),
});
const roles = (...values: readonly string[]): Clause => ({ facet: "role", values: [...values] });

const titleBand = (make: Maker): Band =>
  make.band(
    {
      name: "Title band",
      paddingBlock: { wide: 28, small: 20 },
      background: BandBackground.parse({ colour: "role:surface" }),
      stackOnSmall: true,
    },
    make.cell({ share: 1 }, make.block("title")),
    make.cell({ share: 0, align: "end" }, make.block("breadcrumbs")),
  );

const column = (make: Maker, name: string, ...blocks: Parameters<Maker["cell"]>[1][]): Band =>
  make.band(
    { name, paddingBlock: { wide: 36, small: 24 }, alignBlock: "start" },
    make.cell({ share: 12, direction: "column", gap: 22 }, ...blocks),
  );

/** The parts of a frame, with where each shows. Null where the site no longer has what a form is made of. */
export const frameParts = (
  { header, footer, hero }: FrameTraits,
  material: StartingMaterial,
  newId: () => string,
): readonly FramePart[] | null => {
  const make = new Maker(newId);
  const [top, bottom] = [layOut(header, material, newId), layOut(footer, material, newId)];
  const front = hero ? layOut(hero, material, newId) : [];
  if (!top || !bottom || !front) return null;
  const welcome = make.band(
    { name: "Welcome", paddingBlock: { wide: 72, small: 40 } },
    make.cell(
      { share: 12, direction: "column", align: "centre", gap: 14 },
      make.block("title"),
      material.hasTagline ? make.block("tagline", { text: "lead" }) : null,
    ),
  );
  const everywhere = on([]);
  return [
    { slot: "header", name: "Header", placement: everywhere, bands: top },
    {
      slot: "titleBar",
      name: "Title and breadcrumbs",
      placement: { ...everywhere, exceptions: [{ clauses: [roles("front")] }] },
      bands: [titleBand(make)],
    },
    ...(hero
      ? [{ slot: "titleBar", name: "Front hero", placement: on([roles("front")]), bands: front } as const]
      : []),
    {
      slot: "layout",
      name: "Front page",
      placement: on([roles("front")]),
      bands: [...(hero ? [] : [welcome]), column(make, "Words", make.block("body"))],
    },
    {
      slot: "layout",
      name: "Page",
      placement: everywhere,
      bands: [
        column(
          make,
          "Page",
          make.block("facts", { show: ["when", "author", "terms"] }),
          make.block("mainPicture"),
          make.block("body"),
        ),
      ],
    },
    {
      slot: "layout",
      name: "List",
      placement: on([roles("archive")], [roles("search")]),
      bands: [column(make, "List", make.block("entryList", { arrangement: "cards" }), make.block("pager"))],
    },
    { slot: "footer", name: "Footer", placement: everywhere, bands: bottom },
  ];
};

/** The parts of a frame in the slots of a page of a role, as their placements would have it; for looking before they are made. */
export const frameSlots = (
  parts: readonly FramePart[],
  role: Role,
): Readonly<Record<Slot, FramePart | null>> => {
  const holds = ({ clauses }: { readonly clauses: readonly Clause[] }) =>
    clauses.every(({ facet, values }) => facet === "role" && values.includes(role));
  const asks = ({ placement }: FramePart) =>
    placement.conditions.some(holds) && !placement.exceptions.some(holds);
  const narrow = ({ placement }: FramePart) =>
    Math.max(...placement.conditions.map((each) => each.clauses.length));
  const best = (slot: Slot) =>
    parts.filter((part) => part.slot === slot && asks(part)).sort((a, b) => narrow(b) - narrow(a))[0] ?? null;
  return Object.fromEntries(SLOTS.map((slot) => [slot, best(slot)])) as Record<Slot, FramePart | null>;
};
