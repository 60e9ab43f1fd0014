import { expose } from "comlink";
import { withPageValues } from "../core/cascade/page-values";
import type { FitMaterial } from "../core/layout/extents";
import { BandFit, type BandReading, readBands } from "../core/layout/fit";
import { type Way, waysToReach } from "../core/layout/reach";
import { TextMeasure } from "../core/layout/text-measure";
import type { Picture, SiteProfile } from "../core/model/design";
import type { HouseStyle } from "../core/model/house-style";
import type { Part } from "../core/model/part";
import type { Slot } from "../core/model/slot";
import { type RenderedPage, renderPage } from "../core/render/page";
import type { PageData } from "../core/render/page-data";
import {
  designsLike,
  partOfBands,
  type StartingDesign,
  designsOf as startingDesignsOf,
} from "../core/starting/designs";
import type { StartingMaterial } from "../core/starting/points";
import type { Traits } from "../core/starting/traits";
import { ENGLISH } from "../messages/visitor-words";
import { shaperFor } from "./fonts";

/** What stands in for what the page has: documents as they are being edited, slots left out. */
export interface Instead {
  readonly style?: HouseStyle | undefined;
  readonly profile?: SiteProfile | undefined;
  readonly without?: readonly Slot[];
}

/** What designs are made of, as it crosses to here. */
export interface DesignsRequest {
  readonly slot: Traits["slot"];
  readonly seed: number;
  /** More like this one, or anything. */
  readonly like: Traits | null;
  readonly material: StartingMaterial;
  readonly fit: Omit<FitMaterial, "words">;
  readonly pictures: Readonly<Record<string, Picture>>;
}

/** A design with the page that was loaded, drawn with it. */
export interface DrawnDesign extends Omit<StartingDesign, "bands"> {
  readonly page: RenderedPage;
}

/** A page drawn, and what a ruler says of the bands of the part being edited. */
export interface DrawnPage extends RenderedPage {
  readonly readings: readonly BandReading[];
}

/** Draws pages for previews, off the main thread: the page's data once, then what is edited as it changes. */
let data: PageData | undefined;
let site = "";

const api = {
  load(from: string, next: PageData): void {
    site = from;
    data = next;
  },
  /** The page with a part as it is now in place of the one in its slot, and whatever else stands in for what it has. */
  async render(id: string | null, part: Part | null, instead: Instead): Promise<DrawnPage | null> {
    if (!data) return null;
    const left = Object.fromEntries((instead.without ?? []).map((slot) => [slot, null]));
    const shown = part && withPageValues(part, data.values[part.slot]);
    const slots = { ...data.slots, ...left, ...(shown && id ? { [shown.slot]: { id, part: shown } } : {}) };
    const { style = data.style, profile = data.profile } = instead;
    const page = { ...data, slots, style, profile };
    const shaper = await shaperFor(site, style);
    const drawn = renderPage(page, ENGLISH, { mark: true, shaper });
    const measure = new TextMeasure(shaper, style, data.site.language);
    return { ...drawn, readings: shown ? readBands(shown, { ...page, words: ENGLISH }, measure) : [] };
  },
  /** What would make a band of the part stand in one row from a width on. */
  async waysToReach(part: Part, band: string, target: number): Promise<readonly Way[]> {
    const found = part.bands.find(({ id }) => id === band);
    if (!data || !found) return [];
    const shaper = await shaperFor(site, data.style);
    const measure = new TextMeasure(shaper, data.style, data.site.language);
    return waysToReach(new BandFit(found, { ...data, words: ENGLISH }, measure), target);
  },
  /** Starting points of a seed, on the page that was loaded. */
  async designs({
    slot,
    seed,
    like,
    material,
    fit,
    pictures,
  }: DesignsRequest): Promise<readonly DrawnDesign[]> {
    if (!data) return [];
    const page: PageData = {
      ...data,
      menus: { ...data.menus, ...fit.menus },
      links: { ...data.links, ...fit.links },
      pictures: { ...data.pictures, ...fit.pictures, ...pictures },
    };
    const shaper = await shaperFor(site, page.style);
    const from = {
      ...material,
      fit: { ...fit, words: ENGLISH },
      measure: new TextMeasure(shaper, page.style, page.site.language),
      pictureOf: (id: string) => pictures[id],
    };
    const found = like ? designsLike(like, seed, from) : startingDesignsOf(slot, seed, from);
    return found.map(({ bands, ...design }) => {
      const part = partOfBands(slot, bands);
      const slots = { ...page.slots, [slot]: { id: "start", part } };
      return { ...design, page: renderPage({ ...page, slots }, ENGLISH, { shaper }) };
    });
  },
};
export type PreviewWorker = typeof api;
expose(api);
