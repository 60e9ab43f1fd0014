import type { FitMaterial } from "../blocks/sizes";
import { worstOver } from "../checks/over-pictures";
import { shinesThrough } from "../checks/shines-through";
import { contrast } from "../colour/contrast";
import { colourOf } from "../colour/hex";
import { designOf, STYLE_ID } from "../design/design";
import { bandsOnGrounds, heroesOf } from "../design/hero";
import type { Band, Part } from "../design/part";
import { blocksOf } from "../design/tree";
import type { EntryView, PageMaterial } from "../draw/page-material";
import { BandFit, flipOf, isWrongIn } from "../layout/fit";
import { rowHeight } from "../layout/heights";
import { NARROWEST, ROOM_AT, WIDEST_SCREEN } from "../layout/readings";
import type { TextMeasure } from "../measure/text-measure";
import type { HouseStyle } from "../model/house-style";
import { Picture } from "../model/picture";
import { EVERYWHERE } from "../model/placement";
import type { Slot } from "../model/slot";
import { pairsInUse } from "../style/pairs";
import { Dice } from "./dice";
import { layOut } from "./layouts";
import type { StartingMaterial } from "./point";
import { distanceOf, FORMS, GROUNDS, seenTraits, type Traits } from "./traits";
import { wearingOf } from "./worn-menus";

/**
 * Complete parts of each slot made by chance from a seed, out of the site's own logo, menus, colours and pictures.
 *
 * Traits are thrown, laid out, and what does not pass is dropped: a band that takes a second row or is wider than the
 * screen anywhere from 320 to 1600 px, a text fainter than WCAG 2.2 §1.4.3 asks, a form the site has nothing for. What is
 * left is scored by how early its menu stands in one row, how strong its faintest text is, how high it is and how evenly
 * it lies; then the best is taken, and again and again the one that is good and far from all taken before. The same
 * seed gives the same designs on every machine.
 */

export interface DesignMaterial extends StartingMaterial {
  readonly fit: FitMaterial;
  readonly measure: TextMeasure;
  readonly pictureOf: (id: string) => Picture | undefined;
  /** The band of the header that is laid over what follows it, where there is one: its texts stand on title bars, too. */
  readonly over?: Band | null;
}

export interface StartingDesign {
  readonly traits: Traits;
  readonly bands: readonly Band[];
  /** Px from which on the menu is spelled out in one row on wide screens; null where it never is or there is none. */
  readonly edge: number | null;
  /** Px at 1280, as far as it is told by its blocks. */
  readonly height: number;
  /** Contrast of its faintest text on a ground of one colour. */
  readonly contrast: number;
  /** Texts stand on pictures, too: there they have what is asked for, or more. */
  readonly isOnPictures: boolean;
  /** 0 to 100. */
  readonly score: number;
}

/** How many make a page of starting points, and how many one seed gives. */
export const PAGE = 6;
export const OF_A_SEED = 24;
/** Any two of a seed are at least this far apart: another ground, or three smaller traits. */
export const LEAST_APART = 3;
const THROWS = 420;

const ROOMS = ["tight", "even", "wide"] as const;
const SIGNS = ["small", "middle", "large"] as const;
const ALIGNS = ["start", "centre", "end"] as const;
const EXTRAS = ["none", "search", "social", "tagline"] as const;
const STAYS = ["no", "no", "always", "scrollingUp"] as const;

const thrown = (slot: Traits["slot"], dice: Dice): Traits =>
  seenTraits({
    slot,
    form: dice.one(FORMS[slot]),
    ground: dice.one(GROUNDS),
    second: dice.one(GROUNDS),
    room: dice.one(ROOMS),
    sign: dice.one(SIGNS),
    align: dice.one(ALIGNS),
    extra: dice.one(EXTRAS),
    rule: dice.next() < 0.4,
    width: dice.next() < 0.25 ? "full" : "content",
    stays: slot === "header" ? dice.one(STAYS) : "no",
    ...(slot === "titleBar" ? ofTitleBar(dice) : {}),
    ...(slot === "layout" || slot === "side" ? ofLayout(dice) : {}),
  });
/** Opposite a title stands a search box or the way down to the page. */
const ofTitleBar = (dice: Dice) => ({
  picture: Math.floor(dice.next() * PICTURES),
  extra: dice.one(["none", "none", "search"] as const),
});
const PICTURES = 6;
/** What is read for long stands on the ground of the page mostly, as wide as everything else. */
const ofLayout = (dice: Dice) => ({
  ground: dice.one(["background", "background", "surface", "line", "text"] as const),
  picture: Math.floor(dice.next() * PICTURES),
  extra: dice.one(["none", "none", "search"] as const),
  width: "content" as const,
});

const CHANGED = ["ground", "second", "room", "sign", "align", "extra", "rule", "width"] as const;
const OF_LAYOUTS = ["ground", "room", "sign", "extra", "rule", "picture"] as const;
const KEYS = {
  header: CHANGED,
  footer: CHANGED,
  titleBar: [...CHANGED, "picture"],
  layout: OF_LAYOUTS,
  side: OF_LAYOUTS,
} as const;
/** One to three traits thrown again; the form stays. */
const changed = (traits: Traits, dice: Dice): Traits => {
  const other = thrown(traits.slot, dice);
  const keys = KEYS[traits.slot];
  const count = 1 + Math.floor(dice.next() * 3);
  const taken = Array.from({ length: count }, () => dice.one(keys));
  return seenTraits({ ...traits, ...Object.fromEntries(taken.map((key) => [key, other[key]])) });
};

/** A part that stands for a design while it is judged. */
export const partOfBands = (slot: Slot, bands: readonly Band[]): Part => ({
  schema: 1,
  slot,
  number: 1,
  name: "A starting point",
  on: true,
  binnedAt: null,
  origin: "00000000-0000-4000-8000-00000000005b",
  placement: EVERYWHERE,
  bands,
});

/**
 * Any picture may come to lie behind what shows entries, or the page's own, and one that is not at hand may be any: the
 * lightest and the darkest there could be.
 */
const EXTREMES = [0, 100].map((lightness) =>
  Picture.parse({
    schema: 1,
    name: "Any",
    origin: "00000000-0000-4000-8000-00000000005b",
    file: "0".repeat(64),
    type: "image/webp",
    width: 1600,
    height: 900,
    focal: { x: 50, y: 50 },
    lightness,
  }),
);
const ENTRY: EntryView = {
  id: "any",
  path: "/",
  title: "An entry of the site",
  summary: "What it is about, in a line or two.",
  picture: "any",
  published: "2026-01-01T12:00",
  starts: null,
  ends: null,
  author: null,
  terms: [],
  fields: [],
  price: null,
  restricted: false,
};
/** Lists for heroes of entries, with an entry that stands for any. */
const listsFor = (bands: readonly Band[]): PageMaterial["lists"] =>
  Object.fromEntries(
    bands
      .flatMap(heroesOf)
      .map(({ id }) => [id, { entries: [ENTRY], total: 1, page: 1, pages: 1, stem: "" }]),
  );
const picturesOf = (
  { background: { picture, pageOwnPicture } }: Band,
  pictureOf: DesignMaterial["pictureOf"],
): readonly Picture[] => {
  if (pageOwnPicture) return EXTREMES;
  if (picture === "") return [];
  const own = pictureOf(picture);
  return own ? [own] : EXTREMES;
};

/** The least contrast of its texts; null if one is too faint. */
const contrastIn = (part: Part, { fit, measure, pictureOf, over }: DesignMaterial): number | null => {
  const { style } = measure;
  const design = designOf([
    { id: STYLE_ID, kind: "style", body: style },
    { id: "start", kind: "part", body: part },
  ] as never);
  const pairs = pairsInUse(design, fit).filter(({ uses }) => uses.some((use) => use.part === "start"));
  const grounds = bandsOnGrounds(part.bands, listsFor(part.bands));
  const about = { ...fit, style };
  const [first] = grounds.filter(({ cells }) => cells.some(({ blocks }) => blocks.length > 0));
  const fails = grounds.some((band) =>
    picturesOf(band, pictureOf).some(
      (picture) =>
        worstOver(band, "any", picture, about) !== null ||
        (over && band === first && worstOver(over, "any", picture, about, band) !== null),
    ),
  );
  const shines = shinesThrough(part, { ...fit, style });
  if (fails || shines.length > 0 || pairs.some(({ passes }) => !passes)) return null;
  // without a ground its text is that of the page on the page's own
  const isBare = grounds.some(({ background }) => background.colour === "");
  const plain = isBare ? textOnPage(style) : 21;
  return Math.min(plain, ...pairs.map(({ ratio }) => ratio));
};
const textOnPage = ({ palette, roles }: HouseStyle): number => {
  const [text, ground] = ([roles.text, roles.background] as const).map((id) =>
    colourOf(palette.find((each) => each.id === id)?.value ?? "#000000"),
  );
  return text && ground ? contrast(text, ground) : 1;
};

/** Where its bands stand in one row; null if one does not fit somewhere. */
const fitOf = (slot: Traits["slot"], fits: readonly BandFit[]): { readonly edge: number | null } | null => {
  for (const fit of fits) {
    if (slot === "header" && !fit.isExact) return null;
    const stretches = fit.stretches(NARROWEST, WIDEST_SCREEN);
    const isWrong = stretches.some(({ state }) => isWrongIn(slot, state)) || flipOf(stretches) !== null;
    if (isWrong) return null;
  }
  const isSpelledOut = (fit: BandFit) => Number.isFinite(fit.folds()?.wide ?? Infinity);
  const edges = fits.filter(isSpelledOut).map((fit) => fit.edges().wide);
  const edge = edges.length === 0 ? null : Math.max(...edges);
  return { edge: edge !== null && Number.isFinite(edge) ? edge : null };
};

const clamped = (value: number): number => Math.min(1, Math.max(0, value));

/** Heights a part is best at, px at 1280. */
const HEIGHTS = {
  header: [56, 150],
  footer: [60, 380],
  titleBar: [56, 460],
  // as high as what a page has to say
  layout: [0, 5000],
  side: [0, 5000],
} as const;

const judged = (traits: Traits, material: DesignMaterial): StartingDesign | null => {
  let count = 0;
  const laidOut = layOut(traits, material, () => `start-${++count}`);
  if (!laidOut) return null;
  const bands = wearingOf(traits.slot, laidOut);
  const part = partOfBands(traits.slot, bands);
  if (blocksOf(part).every(({ kind }) => kind === "line")) return null;
  const { fit, measure } = material;
  const fits = bands.map((band) => new BandFit(band, fit, measure));
  const found = fitOf(traits.slot, fits);
  const contrast = found && contrastIn(part, material);
  if (!found || contrast === null) return null;
  const height = bands.reduce((sum, band) => sum + rowHeight(band, fit, measure.style, "wide"), 0);
  const [low, high] = HEIGHTS[traits.slot];
  const balance = fits.reduce((sum, each) => sum + each.balanceAt(ROOM_AT), 0) / fits.length;
  const score =
    30 * (found.edge === null ? 0.6 : clamped((1300 - found.edge) / 500)) +
    25 * clamped((contrast - 4.5) / 7.5) +
    20 * (height < low ? 0.5 : clamped(1 - (height - high) / high)) +
    25 * balance;
  const isOnPictures = bandsOnGrounds(bands, listsFor(bands)).some(
    ({ background }) => background.picture !== "" || background.pageOwnPicture,
  );
  return {
    traits,
    bands,
    edge: found.edge,
    height,
    contrast,
    isOnPictures,
    score: Math.round(score * 10) / 10,
  };
};

const keyOf = ({ slot, bands }: { readonly slot: string; readonly bands: readonly Band[] }): string =>
  `${slot} ${JSON.stringify(bands)}`;

/** All designs that pass of so many throws, none laid out like another. */
const passing = (
  throws: number,
  next: () => Traits,
  material: DesignMaterial,
  known: readonly StartingDesign[] = [],
): readonly StartingDesign[] => {
  const seen = new Set(known.map(({ traits, bands }) => keyOf({ slot: traits.slot, bands })));
  const found: StartingDesign[] = [];
  for (let count = 0; count < throws; count += 1) {
    const design = judged(next(), material);
    if (!design) continue;
    const key = keyOf({ slot: design.traits.slot, bands: design.bands });
    if (seen.has(key)) continue;
    seen.add(key);
    found.push(design);
  }
  return found;
};

/** Points of the score that one unit of distance is worth, up to another form. */
const WORTH = 7;
const FAR = 7;

/** What it costs to show a form or a ground again that stands on the same page of six already. */
const sameness = ({ traits }: StartingDesign, chosen: readonly StartingDesign[], start: number): number => {
  const page = chosen.slice(chosen.length - ((chosen.length - start) % PAGE));
  return page.reduce(
    (sum, each) =>
      sum +
      (each.traits.form === traits.form ? AGAIN.form : 0) +
      (each.traits.ground === traits.ground ? AGAIN.ground : 0),
    0,
  );
};
const AGAIN = { form: 60, ground: 10 } as const;

/** The best, then ever again the one that is good and far from those taken, at least so far apart. */
const spread = (
  pool: readonly StartingDesign[],
  want: number,
  apart: number,
  taken: readonly StartingDesign[] = [],
): readonly StartingDesign[] => {
  const chosen = [...taken];
  const nearest = pool.map((design) =>
    chosen.reduce((least, each) => Math.min(least, distanceOf(design.traits, each.traits)), Infinity),
  );
  while (chosen.length < want + taken.length) {
    let best = -1;
    let most = -Infinity;
    for (const [at, design] of pool.entries()) {
      const far = nearest[at] as number;
      if (far < apart) continue;
      const value = design.score + WORTH * Math.min(far, FAR) - sameness(design, chosen, taken.length);
      if (value > most) [best, most] = [at, value];
    }
    const design = pool[best];
    if (!design) break;
    chosen.push(design);
    for (const [at, each] of pool.entries())
      nearest[at] = Math.min(nearest[at] as number, distanceOf(each.traits, design.traits));
  }
  return chosen.slice(taken.length);
};

/** The designs of a seed, the best and most different first; fewer than `OF_A_SEED` only where the site has little to show. */
export const designsOf = (
  slot: Traits["slot"],
  seed: number,
  material: DesignMaterial,
): readonly StartingDesign[] => {
  const dice = new Dice(seed);
  return spread(
    passing(THROWS, () => thrown(slot, dice), material),
    OF_A_SEED,
    LEAST_APART,
  );
};

/** Designs of the same form as one, each with a few traits otherwise. */
export const designsLike = (
  traits: Traits,
  seed: number,
  material: DesignMaterial,
): readonly StartingDesign[] => {
  const dice = new Dice(seed);
  const own = judged(traits, material);
  const known = own ? [own] : [];
  return spread(
    passing(120, () => changed(traits, dice), material, known),
    PAGE,
    1,
    known,
  );
};
