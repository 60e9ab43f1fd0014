import type { Band, Part } from "../design/part";
import { statesOf, staysOn } from "../design/stuck";
import { nodeClass } from "../draw/context";
import { rem } from "../draw/css";
import { rowHeights } from "../layout/heights";
import type { Width } from "../model/values";
import type { RenderContext } from "./context";
import type { PageData } from "./page-data";

/** What 6rem of the base rules leaves room for, px: what stays at the top and a little air below it. */
const USUAL = 80;
const AIR = 16;

const stuckIn = (part: Part): readonly Band[] => part.bands.filter(({ sticky }) => sticky);

/** The least and the most a band is high while it is stuck, or about to be. */
const stuckHeights = (band: Band, data: PageData, width: Width) => {
  const heights = statesOf(band).map((each) => rowHeights(each, data, data.style, width));
  return {
    low: Math.min(...heights.map(({ low }) => low)),
    high: Math.max(...heights.map(({ high }) => high)),
  };
};

const heightsOf = (bands: readonly Band[], data: PageData, width: Width, is: "low" | "high"): number =>
  bands
    .filter((band) => !band.hideOn.includes(width) && staysOn(band, width))
    .reduce((sum, band) => sum + stuckHeights(band, data, width)[is], 0);

/** How high what a header keeps at the top of wide screens is at most, px. */
export const stuckHeight = (data: PageData): number =>
  data.slots.header ? heightsOf(stuckIn(data.slots.header.part), data, "wide", "high") : 0;

/**
 * Where bands of a part that stay at the top stay: each below those before it. What one jumps to, or comes to by
 * keyboard, stands below all of them (WCAG 2.2 §2.4.11).
 */
export const stuckCss = (part: Part, { css, data }: RenderContext): void => {
  const stuck = stuckIn(part);
  const below = (bands: readonly Band[], is: "low" | "high") => {
    const at = (width: Width) => heightsOf(bands, data, width, is);
    return { wide: at("wide"), middle: at("middle"), small: at("small") };
  };
  for (const [at, band] of stuck.entries()) {
    // no slit is left between two of them
    const tops = below(stuck.slice(0, at), "low");
    if (at > 0) css.responsive(`.${nodeClass(band.id)}`, tops, (top) => ({ "--top": rem(top) }));
  }
  if (part.slot !== "header") return;
  const all = below(stuck, "high");
  if (Math.max(all.wide, all.middle, all.small) > USUAL)
    css.responsive("html", all, (height) => ({
      "scroll-padding-top": rem(Math.max(USUAL, height) + AIR),
    }));
};
