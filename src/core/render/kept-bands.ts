import { isSteadyBlock } from "../blocks";
import { identitiesLedTo, idsShown } from "../blocks/shown";
import type { Band } from "../design/part";
import { flatBlocks } from "../design/tree";
import { Stylesheet } from "../draw/css";
import { html, SafeHtml } from "../draw/html";
import { hasSettledFolds } from "../layout/kept-fits";
import type { TextMeasure } from "../measure/text-measure";
import { identitiesOf } from "../menus/item-tree";
import type { RenderContext } from "./context";
import { isUnder } from "./over-picture";
import type { PageData } from "./page-data";

/**
 * Bands that look the same on every page are drawn once and kept: headers and footers of a site are the same on all of
 * its pages, but for the link to the page one is on. What was drawn is kept by the band itself and used again while all
 * it was drawn from is the same; the links of menus are left open, and the current one is marked on each page anew.
 *
 * Nothing is kept of bands that show something of the page, of the hour, or of what somebody searched for.
 */
interface Kept {
  readonly sources: Sources;
  /** The markup, cut behind the address of each link that may be the current one. */
  readonly pieces: readonly string[];
  readonly hrefs: readonly string[];
  readonly whole: string;
  readonly css: Stylesheet;
  readonly needsScript: boolean;
}

/** What a band was drawn from: the same objects, or the same values. */
interface Sources {
  readonly data: Pick<PageData, "style" | "profile">;
  readonly searchPath: string;
  /** The year counts for copyright lines; the rest of the hour for nothing that is kept. */
  readonly year: string;
  readonly words: RenderContext["words"];
  readonly mark: boolean;
  readonly isOver: boolean;
  /** Where menus become a button is computed with them. */
  readonly shaper: TextMeasure["shaper"];
  readonly language: string;
  readonly menus: readonly (readonly [id: string, menu: unknown])[];
  readonly pictures: readonly (readonly [id: string, picture: unknown])[];
  readonly links: readonly (readonly [identity: string, path: string | undefined])[];
}

const steady = new WeakMap<Band, boolean>();
/** Whether a band shows nothing of the page it is on. */
export const isSteady = (band: Band): boolean => {
  const known = steady.get(band);
  if (known !== undefined) return known;
  const blocks = flatBlocks(band.cells.flatMap((cell) => cell.blocks));
  const found = !band.background.pageOwnPicture && blocks.every(isSteadyBlock);
  steady.set(band, found);
  return found;
};

const sourcesOf = (band: Band, context: RenderContext): Sources => {
  const { data } = context;
  const blocks = flatBlocks(band.cells.flatMap((cell) => cell.blocks));
  const menus = blocks.flatMap((block) => idsShown(block, "menu"));
  const { profile } = data;
  const pictures = [
    band.background.picture,
    ...band.background.slides,
    ...blocks.flatMap((block) => idsShown(block, "picture")),
    profile.logo,
    profile.logoOverPictures,
    profile.logoSmall,
  ];
  const identities = [
    ...blocks.flatMap(identitiesLedTo),
    ...menus.flatMap((id) => identitiesOf(data.menus[id]?.items ?? [])),
  ];
  return {
    data: { style: data.style, profile: data.profile },
    searchPath: data.site.searchPath,
    year: data.at.slice(0, 4),
    words: context.words,
    mark: context.mark,
    isOver: context.isOver,
    shaper: context.measure.shaper,
    language: context.measure.language,
    menus: menus.map((id) => [id, data.menus[id]]),
    pictures: [...new Set(pictures)].map((id) => [id, data.pictures[id]]),
    links: [...new Set(identities)].map((identity) => [identity, data.links[identity]?.path]),
  };
};

const isSame = (sources: Sources, context: RenderContext, isOver: boolean): boolean => {
  const { data, measure } = context;
  return (
    sources.data.style === data.style &&
    sources.data.profile === data.profile &&
    sources.isOver === isOver &&
    sources.mark === context.mark &&
    sources.words === context.words &&
    sources.shaper === measure.shaper &&
    sources.language === measure.language &&
    sources.searchPath === data.site.searchPath &&
    data.at.startsWith(sources.year) &&
    sources.menus.every(([id, menu]) => data.menus[id] === menu) &&
    sources.pictures.every(([id, picture]) => data.pictures[id] === picture) &&
    sources.links.every(([identity, path]) => data.links[identity]?.path === path)
  );
};

/** Stands where a link may turn out to be the current one. No text holds it: it is not a character of Unicode text. */
const OPEN = "\uFFFF";

const drawKept = (band: Band, context: RenderContext, draw: Draw): Kept => {
  const hrefs: string[] = [];
  const css = new Stylesheet(context.data.style);
  const state = { hasTitle: true, hasCore: true, needsScript: false };
  const current = (href: string | null): SafeHtml | null => {
    if (href === null) return null;
    hrefs.push(href);
    return new SafeHtml(OPEN);
  };
  const pieces = draw({ ...context, css, state, current }).text.split(OPEN);
  return {
    sources: sourcesOf(band, context),
    pieces,
    hrefs,
    whole: pieces.join(""),
    css,
    needsScript: state.needsScript,
  };
};

type Draw = (context: RenderContext) => SafeHtml;
const CURRENT = ' aria-current="page"';

const markupOn = ({ pieces, hrefs, whole }: Kept, { page }: PageData): string => {
  if (!hrefs.includes(page.path)) return whole;
  let text = pieces[0] as string;
  for (const [at, href] of hrefs.entries())
    text += (href === page.path ? CURRENT : "") + (pieces[at + 1] as string);
  return text;
};

/** Visitors come signed out and signed in by turns, and what a band says to them may differ. */
const kept = { out: new WeakMap<Band, Kept>(), in: new WeakMap<Band, Kept>() };

/** Bands that were drawn already. What one types makes a new band with each letter, drawn once: it is kept from the second time on. */
const drawnOnce = { out: new WeakSet<Band>(), in: new WeakSet<Band>() };

/** A band of a page: as it was drawn before, where nothing it is drawn from has changed. */
export const drawBand = (band: Band, context: RenderContext, isOver: boolean, draw: Draw): SafeHtml => {
  const side = context.data.audience === "signedOut" ? "out" : "in";
  const keptHere = kept[side];
  const known = keptHere.get(band);
  if (known && isSame(known.sources, context, isOver) && !isUnder(context.over, band.id))
    return takeKept(known, context);
  const here = { ...context, isOver };
  if (!drawnOnce[side].has(band)) {
    drawnOnce[side].add(band);
    return draw(here);
  }
  if (!isSteady(band) || isUnder(context.over, band.id)) return draw(here);
  const drawn = drawKept(band, here, draw);
  // a text with the sign in it cannot be cut at the links; a font that was not there yet may be there next time
  if (drawn.pieces.length !== drawn.hrefs.length + 1 || !hasSettledFolds(band, context.data.audience))
    return draw(here);
  keptHere.set(band, drawn);
  return takeKept(drawn, context);
};

const takeKept = (found: Kept, context: RenderContext): SafeHtml => {
  context.css.absorb(found.css);
  context.state.needsScript ||= found.needsScript;
  return new SafeHtml(markupOn(found, context.data));
};

/** How a link to the page one is on is marked. */
export const currentOn =
  ({ page }: PageData): RenderContext["current"] =>
  (href) =>
    href === page.path ? html` aria-current="page"` : null;
