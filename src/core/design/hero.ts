import { HERO_GAP, HERO_PADDING } from "../blocks/hero";
import { MOST_SLIDES } from "../blocks/hero-settings";
import { slidesOf } from "../blocks/slides";
import type { PageMaterial } from "../draw/page-material";
import type { Slide } from "../draw/slide";
import { type Issue, issue } from "../model/issue";
import type { AnyBlock } from "../model/look";
import { Band, type Block, type Cell, type Part } from "./part";
import { findPlace, type PartNode } from "./tree";

/**
 * What a hero shows is drawn and held against its ground as bands are: each of its slides is a band of its own, with
 * one cell for its words.
 */

const BLANK = Band.parse({ id: "slide", cells: [{ id: "cell" }] }) as Band;

const NO_PADDING = { wide: 0 };

/** The band a slide is drawn as. */
export const bandOfSlide = (slide: Slide): Band => ({
  ...BLANK,
  id: slide.id,
  width: slide.isAcross ? "full" : "content",
  colour: slide.colour,
  height: slide.height,
  screenHeight: slide.screenHeight,
  paddingBlock: slide.isAcross ? NO_PADDING : HERO_PADDING,
  alignBlock: slide.down,
  background: {
    ...BLANK.background,
    colour: slide.ground,
    picture: slide.picture,
    pageOwnPicture: slide.ownPicture,
    pictureFit: slide.fit,
    slower: slide.slower,
    video: slide.video,
    overlay: slide.overlay,
    overlayColour: slide.overlayColour,
    texture: slide.texture,
    textureStrength: slide.textureStrength,
  },
  cells: [
    {
      ...(BLANK.cells[0] as Cell),
      id: `${slide.id}-words`,
      share: 12,
      direction: "column",
      align: slide.across,
      gap: HERO_GAP,
      blocks: slide.blocks as readonly Block[],
    },
  ],
});

type Hero = Extract<Block, { kind: "hero" }>;
const isHero = (block: AnyBlock): block is Hero => block.kind === "hero";

const heroesIn = (blocks: readonly Block[]): readonly Hero[] =>
  blocks.flatMap((block) => (isHero(block) ? [block] : heroesIn(block.blocks ?? [])));

/** The heroes of a band, in reading order. */
export const heroesOf = ({ cells }: Pick<Band, "cells">): readonly Hero[] =>
  cells.flatMap(({ blocks }) => heroesIn(blocks));

const slideBands = new WeakMap<
  AnyBlock,
  { readonly entries: readonly unknown[]; readonly bands: readonly Band[] }
>();

/** The bands a hero's slides are drawn as, with the entries that the lists of a page have for it; the same for the same. */
export const bandsOfHero = (hero: Hero, lists: PageMaterial["lists"]): readonly Band[] => {
  const entries = [hero, ...(hero.blocks ?? [])].map(({ id }) => lists[id]?.entries);
  const known = slideBands.get(hero);
  if (known?.entries.every((each, at) => each === entries[at])) return known.bands;
  const bands = slidesOf(hero, lists, null).map(bandOfSlide);
  slideBands.set(hero, { entries, bands });
  return bands;
};

const withoutHeroes = (blocks: readonly Block[]): readonly Block[] =>
  blocks.flatMap((block) => {
    if (isHero(block)) return [];
    return block.blocks ? [{ ...block, blocks: withoutHeroes(block.blocks) } as Block] : [block];
  });

/**
 * The bands of a part as texts stand on them: what a hero shows is a band of its own, and no longer in the band that
 * holds it. The same list where there is no hero.
 */
export const bandsOnGrounds = (bands: readonly Band[], lists: PageMaterial["lists"]): readonly Band[] =>
  bands.every((band) => heroesOf(band).length === 0)
    ? bands
    : bands.flatMap((band) => {
        const heroes = heroesOf(band);
        if (heroes.length === 0) return [band];
        const left = {
          ...band,
          cells: band.cells.map((cell) => ({ ...cell, blocks: withoutHeroes(cell.blocks) })),
        };
        return [left, ...heroes.flatMap((hero) => bandsOfHero(hero, lists))];
      });

/** Where the overlay and the colour of texts of a ground are set, and what it is selected by. */
export interface GroundSettings {
  readonly node: PartNode;
  readonly overlay: { readonly node: string; readonly path: readonly string[] };
  readonly colour: { readonly node: string; readonly path: readonly string[] };
}

const OF_BLOCK = { overlay: ["settings", "overlay"], colour: ["settings", "colour"] } as const;

/** Of a band of a part, or of one that a hero shows; undefined where it is gone. */
export const groundSettings = (part: Pick<Part, "bands">, ground: string): GroundSettings | undefined => {
  const place = findPlace(part, ground);
  if (place?.type === "band")
    return {
      node: place.node,
      overlay: { node: ground, path: ["background", "overlay"] },
      colour: { node: ground, path: ["colour"] },
    };
  // a slide has the colour of its hero
  const hero = part.bands
    .flatMap(heroesOf)
    .find(({ id }) => ground === id || place?.parent === id || (!place && ground.startsWith(`${id}-`)));
  if (!hero) return undefined;
  const of = place ? place.node : hero;
  return {
    node: of,
    overlay: { node: of.id, path: OF_BLOCK.overlay },
    colour: { node: hero.id, path: OF_BLOCK.colour },
  };
};

const isSlide = (node: PartNode): boolean => "kind" in node && node.kind === "slide";

/** What is wrong with putting a node into a parent: slides stand in heroes, so many at most, and no hero in another. */
export const wrongInHero = (
  part: Pick<Part, "bands">,
  node: PartNode,
  parent: string,
  id: string,
): Issue | null => {
  const around = parent === "" ? undefined : findPlace(part, parent)?.node;
  const hero = around && "kind" in around && isHero(around) ? around : undefined;
  if (isSlide(node) && !hero) return issue("hero.slideElsewhere", [id, node.id]);
  if (isSlide(node) && (hero?.blocks ?? []).filter(isSlide).length >= MOST_SLIDES)
    return issue("hero.tooManySlides", [id, parent], { limit: MOST_SLIDES });
  const within = (at: PartNode | undefined): boolean => {
    if (!at || !("kind" in at)) return false;
    return at.kind === "hero" || within(findPlace(part, findPlace(part, at.id)?.parent ?? "")?.node);
  };
  const holdsHero = "kind" in node && heroesIn([node]).length > 0;
  return holdsHero && within(around) ? issue("hero.inItself", [id, node.id]) : null;
};
