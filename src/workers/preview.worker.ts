import { expose } from "comlink";
import { withPageValues } from "../core/cascade/page-values";
import { BandFit, type BandReading, readBands } from "../core/layout/fit";
import { type Way, waysToReach } from "../core/layout/reach";
import { TextMeasure } from "../core/layout/text-measure";
import type { SiteProfile } from "../core/model/design";
import type { HouseStyle } from "../core/model/house-style";
import type { Part } from "../core/model/part";
import type { Slot } from "../core/model/slot";
import { type RenderedPage, renderPage } from "../core/render/page";
import type { PageData } from "../core/render/page-data";
import { ENGLISH } from "../messages/visitor-words";
import { shaperFor } from "./fonts";

/** What stands in for what the page has: documents as they are being edited, slots left out. */
export interface Instead {
  readonly style?: HouseStyle | undefined;
  readonly profile?: SiteProfile | undefined;
  readonly without?: readonly Slot[];
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
};
export type PreviewWorker = typeof api;
expose(api);
