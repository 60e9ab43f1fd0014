import { replaceEqualDeep } from "@tanstack/react-query";
import { expose } from "comlink";
import type { FitMaterial } from "../core/blocks/sizes";
import { withPageValues } from "../core/cascade/page-values";
import { partSeenBy } from "../core/cascade/seen-by";
import { type Hidden, hiddenOn } from "../core/checks/hidden-on";
import type { FaintLogo } from "../core/checks/logos-over-pictures";
import { type FaintBand, faintBands, faintLogos } from "../core/checks/part-contrast";
import type { Piece } from "../core/design/design";
import { heroesOf } from "../core/design/hero";
import type { Band, Part } from "../core/design/part";
import { wholePart } from "../core/design/pieces";
import { blocksOf } from "../core/design/tree";
import type { EntryView } from "../core/draw/page-material";
import { BandFit } from "../core/layout/fit";
import { type HeadingLines, headingLines } from "../core/layout/heading-lines";
import { type Way, waysToReach } from "../core/layout/reach";
import { type BandReading, readBands } from "../core/layout/readings";
import { TextMeasure } from "../core/measure/text-measure";
import type { HouseStyle } from "../core/model/house-style";
import type { Menu } from "../core/model/menu";
import type { Picture } from "../core/model/picture";
import type { SiteProfile } from "../core/model/profile";
import type { Slot } from "../core/model/slot";
import { type RenderedPage, renderPage } from "../core/render/page";
import type { PageData } from "../core/render/page-data";
import {
  designsLike,
  partOfBands,
  type StartingDesign,
  designsOf as startingDesignsOf,
} from "../core/starting/designs";
import { type FrameTraits, frameParts, frameSlots, framesOf } from "../core/starting/frames";
import type { StartingMaterial } from "../core/starting/point";
import { type LookedAtOn, lookedAtOn, type Traits } from "../core/starting/traits";
import { ENGLISH } from "../messages/visitor-words";
import { shaperFor, warmFonts } from "./fonts";
import { type Drawing, PreviewEnd } from "./preview-end";

/** What stands in for what the page has: documents as they are being edited, slots left out. */
export interface Instead {
  readonly style?: HouseStyle | undefined;
  readonly profile?: SiteProfile | undefined;
  readonly without?: readonly Slot[];
  /** Pieces as they are being edited. */
  readonly pieces?: Readonly<Record<string, Piece>> | undefined;
  /** Menus as they are being edited. */
  readonly menus?: Readonly<Record<string, Menu>> | undefined;
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
  /** What heroes of entries show. */
  readonly entries: Readonly<Record<"newest" | "upcoming", readonly EntryView[]>>;
}

/** The band of a header that is laid over what follows it. */
const laidBand = (header: Part | undefined): Band | null => {
  const last = header?.bands.at(-1);
  return last?.overPicture?.on ? last : null;
};

/** The lists of heroes of entries in bands. */
const heroLists = (bands: readonly Band[], entries: DesignsRequest["entries"]): PageData["lists"] =>
  Object.fromEntries(
    bands.flatMap(heroesOf).flatMap(({ id, settings: { kind, slides } }) => {
      if (kind !== "slides" || slides.from === "own") return [];
      const shown = entries[slides.from].slice(0, slides.count);
      return [[id, { entries: shown, total: shown.length, page: 1, pages: 1, stem: "" }] as const];
    }),
  );

/** What lists and heroes of a part show, of entries that are at hand. */
const listsIn = (part: Part, entries: DesignsRequest["entries"]): PageData["lists"] => ({
  ...heroLists(part.bands, entries),
  ...Object.fromEntries(
    blocksOf(part).flatMap((block) => {
      if (block.kind !== "entryList") return [];
      const { upcoming, count } = block.settings;
      const shown = entries[upcoming ? "upcoming" : "newest"].slice(0, count || undefined);
      const isPaged = block.settings.from === "archive";
      const list = { entries: shown, total: shown.length, page: 1, pages: isPaged ? 3 : 1 };
      return [[block.id, { ...list, stem: isPaged ? "/" : "" }] as const];
    }),
  ),
});

/** A design with the page that was loaded, drawn with it. */
export interface DrawnDesign extends Omit<StartingDesign, "bands"> {
  readonly page: RenderedPage;
}

/** What a first frame of a site is made of; the pages it is looked at on come along. */
export interface FramesRequest extends Omit<DesignsRequest, "slot" | "like" | "entries"> {
  readonly style: HouseStyle;
  readonly profile: SiteProfile;
  readonly pages: readonly PageData[];
}

export interface DrawnFrame {
  readonly frame: FrameTraits;
  readonly pages: readonly RenderedPage[];
}

/** What else is noticed of a part on the page: asked for once typing rests. */
export interface Noticed {
  readonly headings: readonly HeadingLines[];
  /** Lists that find nothing. */
  readonly empty: readonly string[];
  /** Bands whose text is hard to read on this page. */
  readonly faint: readonly FaintBand[];
  /** Logos that are hardly seen. */
  readonly logos: readonly FaintLogo[];
  /** Bands of it that hide words, or whose words are hidden. */
  readonly hidden: readonly Hidden[];
}

/** A view that is to be drawn, what its drawing is called, and whether a ruler stands beside it. */
export interface ViewWanted {
  readonly view: number;
  readonly name: Omit<Drawing, "page">;
  readonly hasRuler: boolean;
}

/** Draws pages for previews, off the main thread: each page's data once, then what is edited as it changes. */
interface View {
  data?: PageData;
  drawing?: Drawing;
  /** The frames that show it, each with a line of its own: what is drawn goes there past the studio's thread. */
  readonly frames: Map<number, PreviewEnd>;
}
const views = new Map<number, View>();
const viewOf = (id: number): View => {
  const known = views.get(id) ?? { frames: new Map() };
  views.set(id, known);
  return known;
};
let site = "";
/** The data that came last: menus, style and profile that are the same on the next page are the same objects there. */
let loaded: PageData | null = null;
/** The part as it was drawn last: what of it stays the same is the same object, so what is kept of it holds for every page. */
let before: Part | null = null;

/** The page with what stands in for what it has, and the part as the page has it. */
const pageWith = (plain: PageData, id: string | null, part: Part | null, instead: Instead) => {
  const left = Object.fromEntries((instead.without ?? []).map((slot) => [slot, null]));
  const pieces = { ...plain.pieces, ...instead.pieces };
  const shown =
    part &&
    partSeenBy(
      wholePart(withPageValues(part, plain.values[part.slot]), (piece) => pieces[piece]),
      plain.audience,
    );
  const slots = { ...plain.slots, ...left, ...(shown && id ? { [shown.slot]: { id, part: shown } } : {}) };
  const { style = plain.style, profile = plain.profile } = instead;
  const menus = instead.menus ? { ...plain.menus, ...instead.menus } : plain.menus;
  return { shown, page: { ...plain, slots, style, profile, menus } };
};

/** A view as it was drawn, and what a ruler says of the part there. */
interface Drawn {
  readonly view: View;
  readonly drawing: Drawing;
  readonly read: () => readonly BandReading[];
}
const draw = async (
  { view, name, hasRuler }: ViewWanted,
  id: string | null,
  part: Part | null,
  instead: Instead,
): Promise<Drawn | null> => {
  const shownIn = viewOf(view);
  const found = shownIn.data && pageWith(shownIn.data, id, part, instead);
  if (!found) return null;
  const { page, shown } = found;
  const shaper = await shaperFor(site, page.style);
  const drawing = { ...name, page: renderPage(page, ENGLISH, { mark: true, shaper }) };
  shownIn.drawing = drawing;
  const read = () => {
    const measure = new TextMeasure(shaper, page.style, page.site.language);
    return shown && hasRuler ? readBands(shown, { ...page, words: ENGLISH }, measure) : [];
  };
  return { view: shownIn, drawing, read };
};

const api = {
  /** The data of the page that is looked at in a view. */
  load(view: number, from: string, next: PageData): void {
    site = from;
    loaded = replaceEqualDeep(loaded, next);
    viewOf(view).data = loaded;
  },
  /** Nobody looks at a view any more. */
  leave(view: number): void {
    for (const frame of viewOf(view).frames.values()) frame.close();
    views.delete(view);
  },
  /** Ties a frame to the drawings of a view: it shows the last one, and each that comes. */
  tie(view: number, frame: number, port: MessagePort): void {
    const { frames, drawing } = viewOf(view);
    const end = new PreviewEnd(port);
    frames.set(frame, end);
    if (drawing) end.show(drawing);
  },
  untie(view: number, frame: number): void {
    const { frames } = viewOf(view);
    frames.get(frame)?.close();
    frames.delete(frame);
  },
  /**
   * Draws the pages of views with a part as it is now in place of the one in its slot, and whatever else stands in for
   * what they have, in all frames. Says of each what a ruler says of the bands of the part, if there is one; null as
   * long as there is no page.
   */
  async renderAll(
    wanted: readonly ViewWanted[],
    id: string | null,
    part: Part | null,
    instead: Instead,
  ): Promise<readonly (readonly BandReading[] | null)[]> {
    // what is asked for meanwhile may be of another part: all of these are drawn with this one
    const edited = replaceEqualDeep(before, part);
    before = edited;
    const drawn: (Drawn | null)[] = [];
    for (const each of wanted) drawn.push(await draw(each, id, edited, instead));
    // frames that are told in one breath are drawn in one
    const telling = drawn.flatMap((each) =>
      each ? [...each.view.frames.values()].map((frame) => frame.prepare(each.drawing)) : [],
    );
    for (const tell of telling) tell();
    return drawn.map((each) => each?.read() ?? null);
  },
  /** Gets every font that can be chosen, so that a choice is drawn at once. */
  async warm(view: number): Promise<void> {
    const { data } = viewOf(view);
    if (data) await warmFonts(site, data.style);
  },
  /** Lines of headings, and what is hard to read, of a part as it is now on the page. */
  async notice(view: number, id: string, part: Part, instead: Instead): Promise<Noticed> {
    const { data } = viewOf(view);
    const found = data && pageWith(data, id, part, instead);
    if (!found?.shown) return { headings: [], empty: [], faint: [], logos: [], hidden: [] };
    const { page, shown } = found;
    const shaper = await shaperFor(site, page.style);
    const measure = new TextMeasure(shaper, page.style, page.site.language);
    return {
      headings: headingLines(shown, { ...page, words: ENGLISH }, page.page.title, measure),
      empty: Object.keys(page.lists).filter((list) => page.lists[list]?.entries.length === 0),
      faint: faintBands(shown, page),
      logos: faintLogos(shown, page),
      hidden: hiddenOn(shown, page, ENGLISH, measure),
    };
  },
  /** What would make a band of the part stand in one row from a width on. */
  async waysToReach(
    view: number,
    part: Part,
    instead: Instead,
    band: string,
    target: number,
  ): Promise<readonly Way[]> {
    const { data } = viewOf(view);
    const found = part.bands.find(({ id }) => id === band);
    if (!data || !found) return [];
    const { page } = pageWith(data, null, null, instead);
    const shaper = await shaperFor(site, page.style);
    const measure = new TextMeasure(shaper, page.style, page.site.language);
    return waysToReach(new BandFit(found, { ...page, words: ENGLISH }, measure), target);
  },
  /** Starting points of a seed, on a page. */
  async designs(
    siteId: string,
    pages: Readonly<Partial<Record<LookedAtOn, PageData>>>,
    { slot, seed, like, material, fit, pictures, entries }: DesignsRequest,
  ): Promise<readonly DrawnDesign[]> {
    const whole = (data: PageData): PageData => ({
      ...data,
      menus: { ...data.menus, ...fit.menus },
      links: { ...data.links, ...fit.links },
      pictures: { ...data.pictures, ...fit.pictures, ...pictures },
    });
    const shown = Object.fromEntries(Object.entries(pages).map(([sort, data]) => [sort, whole(data)]));
    const [page] = Object.values(shown);
    if (!page) return [];
    const shaper = await shaperFor(siteId, page.style);
    const from = {
      ...material,
      fit: { ...fit, words: ENGLISH },
      measure: new TextMeasure(shaper, page.style, page.site.language),
      pictureOf: (id: string) => pictures[id],
      over: slot === "titleBar" ? laidBand(page.slots.header?.part) : null,
    };
    const found = like ? designsLike(like, seed, from) : startingDesignsOf(slot, seed, from);
    return found.map(({ bands, ...design }) => {
      const part = partOfBands(slot, bands);
      const on = shown[lookedAtOn(design.traits)] ?? page;
      // what is looked at stands at the top, and alone
      const around =
        slot === "layout"
          ? { ...on.slots, header: null, side: null, footer: null }
          : slot === "side"
            ? { ...on.slots, header: null, footer: null }
            : on.slots;
      const slots = { ...around, [slot]: { id: "start", part } };
      const lists = { ...on.lists, ...listsIn(part, entries) };
      const [before = null, after = null] = entries.newest;
      const neighbours = Object.fromEntries(blocksOf(part).map(({ id }) => [id, { before, after }]));
      const drawn = { ...on, slots, lists, neighbours: { ...on.neighbours, ...neighbours } };
      return { ...design, page: renderPage(drawn, ENGLISH, { shaper }) };
    });
  },
  /** Complete frames for a site that has none, drawn on its own pages. */
  async frames(from: string, request: FramesRequest): Promise<readonly DrawnFrame[]> {
    const { seed, material, fit, pictures, style, profile, pages } = request;
    const [first] = pages;
    if (!first) return [];
    const shaper = await shaperFor(from, style);
    const whole = {
      ...material,
      fit: { ...fit, words: ENGLISH },
      measure: new TextMeasure(shaper, style, first.site.language),
      pictureOf: (id: string) => pictures[id],
    };
    const frames = framesOf(
      startingDesignsOf("header", seed, whole),
      startingDesignsOf("footer", seed, whole),
      startingDesignsOf("titleBar", seed, whole),
    );
    return frames.map((frame) => {
      let count = 0;
      const parts = frameParts(frame, material, () => `start-${++count}`) ?? [];
      const drawn = pages.map((page) => {
        const slots = Object.fromEntries(
          Object.entries(frameSlots(parts, page.page.role)).map(([slot, part]) => [
            slot,
            part && { id: `start-${slot}`, part: partOfBands(part.slot, part.bands) },
          ]),
        ) as unknown as PageData["slots"];
        const { menus, links } = fit;
        const own = {
          style,
          profile,
          menus,
          links,
          slots,
          pictures: { ...page.pictures, ...fit.pictures, ...pictures },
        };
        return renderPage({ ...page, site: { ...page.site, name: profile.name }, ...own }, ENGLISH, {
          shaper,
        });
      });
      return { frame, pages: drawn };
    });
  },
};
export type PreviewWorker = typeof api;
expose(api);
