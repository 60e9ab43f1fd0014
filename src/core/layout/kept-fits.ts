import { identitiesLedTo, idsShown, valuesFor } from "../blocks/shown";
import type { FitMaterial } from "../blocks/sizes";
import type { Band } from "../design/part";
import type { Edges } from "../draw/css";
import { rowItems } from "../measure/menu-items";
import type { TextMeasure } from "../measure/text-measure";
import type { Audience } from "../model/placement";
import { BandFit, blocksIn, hasBandMenu } from "./fit";

/** What the fit of a band was computed from: while all of it is the same, so is the fit. */
interface Source {
  readonly measure: TextMeasure;
  readonly profile: FitMaterial["profile"];
  readonly documents: readonly unknown[];
  /** Items that are shown, and the year: pages come and go without a change of the menu. */
  readonly shown: string;
}

const sourceOf = (band: Band, material: FitMaterial, measure: TextMeasure): Source => {
  const { profile, pictures, menus, links, at } = material;
  const blocks = blocksIn(band);
  // what depends on who looks beyond signed in or out is kept apart already
  const shown = blocks.map((block) => [
    ...idsShown(block, "menu").map((id) =>
      rowItems(menus[id], "all", { links, audience: material.audience })
        .map((item) => item.id)
        .join(" "),
    ),
    ...identitiesLedTo(block).map((identity) => links[identity] !== undefined),
    // notices come and go
    ...valuesFor(block, "moment").map((moment) => at < (moment as string)),
  ]);
  return {
    measure,
    profile,
    documents: [
      ...blocks.flatMap((block) => idsShown(block, "menu").map((id) => menus[id])),
      ...[profile.logo, profile.logoOverPictures, profile.logoSmall].map((id) => pictures[id]),
    ],
    shown: [at.slice(0, 4), ...shown.map((each) => each.join(" "))].join("|"),
  };
};

const isSame = (a: Source, b: Source): boolean =>
  a.measure.shaper === b.measure.shaper &&
  a.measure.style === b.measure.style &&
  a.measure.language === b.measure.language &&
  a.profile === b.profile &&
  a.shown === b.shown &&
  a.documents.every((each, place) => each === b.documents[place]);

interface Kept {
  readonly source: Source;
  readonly fit: BandFit;
  readonly folds: Edges | null;
}
/** Visitors come signed out and signed in by turns, and what a band says to them may differ. */
const known = { out: new WeakMap<Band, Kept>(), in: new WeakMap<Band, Kept>() };
const knownTo = (audience: Audience): WeakMap<Band, Kept> => known[audience === "signedOut" ? "out" : "in"];

const keep = (band: Band, material: FitMaterial, measure: TextMeasure): Kept => {
  const source = sourceOf(band, material, measure);
  const fits = knownTo(material.audience);
  const found = fits.get(band);
  if (found && isSame(found.source, source)) return found;
  // no more of the page than it needs: it lives as long as the band
  const { menus, links, pictures, profile, audience, at, words } = material;
  const fit = new BandFit(band, { menus, links, pictures, profile, audience, at, words }, measure);
  const kept = { source, fit, folds: fit.folds() };
  // a font that was not there yet may be there next time
  if (fit.isExact) fits.set(band, kept);
  return kept;
};

/** How a band fits, kept for each band while what it shows is the same: pages are drawn far oftener than changed. */
export const keptFit = (band: Band, material: FitMaterial, measure: TextMeasure): BandFit =>
  keep(band, material, measure).fit;

/** `BandFit.folds`, kept likewise. */
export const foldsOf = (band: Band, material: FitMaterial, measure: TextMeasure): Edges | null =>
  hasBandMenu(band) ? keep(band, material, measure).folds : null;

/** Whether the folds of a band are known for good: it has no menu that folds, or they were told with all fonts there. */
export const hasSettledFolds = (band: Band, audience: Audience): boolean =>
  !hasBandMenu(band) || knownTo(audience).has(band);
