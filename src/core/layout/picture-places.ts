import { pictureHeight } from "../blocks";
import { pictureAcross, ratioOf } from "../blocks/list-css";
import { hasPictures, isFirstLarge } from "../blocks/list-settings";
import { idsShown } from "../blocks/shown";
import { type Design, documentsOf, findBody, getBody, PROFILE_ID, STYLE_ID } from "../design/design";
import { bandsOfHero, bandsOnGrounds, groundSettings, heroesOf } from "../design/hero";
import type { Band, Block, Part } from "../design/part";
import { wholeDesign } from "../design/pieces";
import { blocksOf } from "../design/tree";
import type { EntryFacts } from "../model/content";
import type { HouseStyle } from "../model/house-style";
import { entryIdentity, kindIdentity, termIdentity } from "../model/identity";
import type { Responsive } from "../model/values";
import { valueAt, WIDTHS, type Width } from "../model/values";
import { isSeenWhole, type Size } from "./crops";
import { leastHeight } from "./heights";

/** The screens pictures are looked at on, px: one a width. */
export const SCREENS: Readonly<Record<Width, number>> = { wide: 1280, middle: 820, small: 390 };

/** A place a picture is shown in, with the box it fills there at each width. */
export interface PicturePlace {
  readonly where:
    | { readonly is: "band" | "block"; readonly part: string; readonly node: string }
    | {
        readonly is: "mainPicture" | "listed";
        readonly part: string;
        readonly node: string;
        readonly entry: string;
      }
    | { readonly is: "logo" | "logoOverPictures" | "logoSmall" | "icon" | "sharePicture" }
    | { readonly is: "entry"; readonly entry: string };
  /** Null where the picture is shown whole. */
  readonly boxes: Readonly<Record<Width, Size>> | null;
}

/** Distance of content from the edge of the screen, px: 1.5rem on either side. */
const EDGES = 48;
const contentWidth = (style: HouseStyle, width: Width): number =>
  Math.min(style.measures.contentWidth, SCREENS[width] - EDGES);

const boxes = (of: (width: Width) => Size): PicturePlace["boxes"] =>
  Object.fromEntries(WIDTHS.map((width) => [width, of(width)])) as Record<Width, Size>;

/** The least a band takes up: its height, or what its padding and a line of text need. What stands in it may make it higher. */
const LINE = 28;
export const bandHeight = (band: Band, width: Width): number =>
  Math.max(leastHeight(band, width), 2 * valueAt(band.paddingBlock, width) + LINE);

/** One that is as wide as its band is seen whole where the band is higher. */
const bandBoxes = (band: Band, picture: Size | undefined): PicturePlace["boxes"] => {
  const { pictureFit } = band.background;
  if (pictureFit === "whole") return null;
  return boxes((width) => {
    const box = { width: SCREENS[width], height: bandHeight(band, width) };
    return picture && isSeenWhole(pictureFit, picture, box)
      ? { ...box, height: (box.width * picture.height) / picture.width }
      : box;
  });
};

/** A picture with its size, where it is there. */
interface Sized {
  readonly id: string;
  readonly size: Size | undefined;
}

const inPart = (
  id: string,
  part: Part,
  { id: picture, size }: Sized,
  style: HouseStyle,
): readonly PicturePlace[] => [
  ...bandsOnGrounds(part.bands, {})
    .filter(({ background }) => background.picture === picture || background.slides.includes(picture))
    .map(
      (band): PicturePlace => ({
        where: { is: "band", part: id, node: groundSettings(part, band.id)?.node.id ?? band.id },
        boxes: bandBoxes(band, size),
      }),
    ),
  ...blocksOf(part).flatMap((block) =>
    idsShown(block, "picture").includes(picture) && !isShownAsBand(part, block, picture)
      ? [
          {
            where: { is: "block" as const, part: id, node: block.id },
            boxes: blockBoxes(pictureHeight(block), style),
          },
        ]
      : [],
  ),
];

/** Whether a hero, or a slide in one, shows a picture now: then it lies behind a band. */
const isShownAsBand = (part: Part, { id, kind }: Block, picture: string): boolean =>
  (kind === "hero" || kind === "slide") &&
  bandsOnGrounds(part.bands, {}).some(
    (band) => band.background.picture === picture && groundSettings(part, band.id)?.node.id === id,
  );

const blockBoxes = (height: Responsive<number>, style: HouseStyle): PicturePlace["boxes"] =>
  WIDTHS.every((width) => valueAt(height, width) === 0)
    ? null
    : boxes((width) => ({ width: contentWidth(style, width), height: valueAt(height, width) }));

const PROFILE_PICTURES = ["logo", "logoOverPictures", "logoSmall", "icon", "sharePicture"] as const;

/** The block of a layout that shows an entry's main picture, with the part it is in; bands that take the page's own picture too. */
const entryPlaces = (
  id: string,
  part: Part,
  entry: string,
  size: Size | undefined,
  style: HouseStyle,
): readonly PicturePlace[] => {
  const isMain = (block: Block): block is Extract<Block, { kind: "mainPicture" }> =>
    block.kind === "mainPicture";
  const shown = blocksOf(part)
    .filter(isMain)
    .map(
      (block): PicturePlace => ({
        where: { is: "mainPicture", part: id, node: block.id, entry },
        boxes: blockBoxes(block.settings.height, style),
      }),
    );
  const behind = bandsOnGrounds(part.bands, {})
    .filter(({ background }) => background.pageOwnPicture)
    .map(
      (band): PicturePlace => ({
        where: {
          is: "mainPicture",
          part: id,
          node: groundSettings(part, band.id)?.node.id ?? band.id,
          entry,
        },
        boxes: bandBoxes(band, size),
      }),
    );
  return [...behind, ...shown];
};

type List = Extract<Block, { kind: "entryList" }>;

/** What a picture fills in a list; null where pictures are as they are. */
const listBoxes = ({ settings }: List, style: HouseStyle): PicturePlace["boxes"] => {
  const ratio = ratioOf(settings.ratio);
  if (ratio === null) return null;
  return boxes((width) => {
    const across = pictureAcross(settings, width, contentWidth(style, width), !hasPictures(settings));
    return { width: Math.round(across), height: Math.round(across / ratio) };
  });
};

const showsPictures = ({ settings }: List): boolean => hasPictures(settings) || isFirstLarge(settings);

/** Lists of a part that may show an entry of the kind: an archive's own where `isArchive`, else those that name the kind. */
const listPlaces = (
  id: string,
  part: Part,
  entry: EntryFacts,
  isArchive: boolean,
  style: HouseStyle,
): readonly PicturePlace[] =>
  blocksOf(part)
    .filter((block): block is List => block.kind === "entryList")
    .filter((block) => showsPictures(block))
    .filter(({ settings }) =>
      settings.from === "archive"
        ? isArchive
        : settings.from === "chosen"
          ? !isArchive && settings.chosen.includes(entryIdentity(entry.id))
          : !isArchive && (settings.kinds.length === 0 || settings.kinds.includes(entry.kind)),
    )
    .map((block) => ({
      where: { is: "listed", part: id, node: block.id, entry: entry.id },
      boxes: listBoxes(block, style),
    }));

/** Heroes of a part that may show an entry of the kind among others: as high as the hero is. */
const heroPlaces = (id: string, part: Part, entry: EntryFacts): readonly PicturePlace[] =>
  part.bands
    .flatMap(heroesOf)
    .filter(({ settings: { kind, slides } }) => kind === "slides" && slides.from !== "own")
    .filter(({ settings: { slides } }) => slides.kinds.length === 0 || slides.kinds.includes(entry.kind))
    .flatMap((hero) =>
      bandsOfHero({ ...hero, settings: { ...hero.settings, kind: "picture" } }, {}).map((band) => ({
        where: { is: "listed", part: id, node: hero.id, entry: entry.id } as const,
        boxes: bandBoxes(band, undefined),
      })),
    );

const listed = (
  design: Design,
  parts: readonly { readonly id: string; readonly body: Part }[],
  entry: EntryFacts,
  partsOf: (page: string) => readonly string[],
  style: HouseStyle,
): readonly PicturePlace[] => {
  const archives = [kindIdentity(entry.kind), ...entry.terms.map((term) => termIdentity(term))];
  const drawn = [...new Set(archives.flatMap(partsOf))];
  return [
    ...drawn.flatMap((id) => {
      const body = findBody(design, "part", id);
      return body ? listPlaces(id, body, entry, true, style) : [];
    }),
    ...parts
      .filter(({ body }) => body.on)
      .flatMap(({ id, body }) => [
        ...listPlaces(id, body, entry, false, style),
        ...heroPlaces(id, body, entry),
      ]),
  ];
};

/** `entries` are those whose picture it is; `partsOf` tells which parts a page is drawn with, by its identity, in any order. */
export const picturePlaces = (
  design: Design,
  picture: string,
  entries: readonly EntryFacts[],
  partsOf: (page: string) => readonly string[],
): readonly PicturePlace[] => {
  const style = getBody(design, "style", STYLE_ID);
  const profile = findBody(design, "profile", PROFILE_ID);
  const size = findBody(design, "picture", picture);
  const parts = documentsOf(wholeDesign(design), "part").filter(({ body }) => body.binnedAt === null);
  return [
    ...parts.flatMap(({ id, body }) => inPart(id, body, { id: picture, size }, style)),
    ...PROFILE_PICTURES.filter((each) => profile?.[each] === picture).map(
      (is): PicturePlace => ({ where: { is }, boxes: null }),
    ),
    ...entries.flatMap((entry): readonly PicturePlace[] => {
      const { id } = entry;
      const own = partsOf(entryIdentity(id)).flatMap((part) => {
        const body = findBody(design, "part", part);
        return body ? entryPlaces(part, body, id, size, style) : [];
      });
      const places = [...own, ...listed(design, parts, entry, partsOf, style)];
      return places.length > 0 ? places : [{ where: { is: "entry", entry: id }, boxes: null }];
    }),
  ];
};
