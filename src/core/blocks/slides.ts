import type { EntryView, PageMaterial, VisitorWords } from "../draw/page-material";
import type { Slide } from "../draw/slide";
import { type AnyBlock, Look } from "../model/look";
import type { SettingsOfHero } from "./hero-settings";

/** What the kinds of a hero come to. */

type Hero = Omit<AnyBlock, "settings"> & { readonly settings: SettingsOfHero };
type Shared = Omit<
  Slide,
  "id" | "blocks" | "picture" | "ownPicture" | "fit" | "slower" | "video" | "isAcross"
>;

/** A slide without picture or video. */
const BARE = {
  picture: "",
  ownPicture: false,
  fit: "fills",
  slower: false,
  video: null,
  isAcross: false,
} as const satisfies Partial<Slide>;

/** What text over a hero is written in, and what lies under pictures, where nothing is set. */
const WHITE = "#ffffff";
const DARK = "#101418";

const shared = ({ settings }: Hero): Shared => ({
  overlay: settings.overlay,
  overlayColour: settings.overlayColour,
  texture: settings.texture,
  textureStrength: settings.textureStrength,
  ground: settings.ground || DARK,
  colour: settings.colour || WHITE,
  across: settings.across,
  down: settings.down,
  height: settings.height,
  screenHeight: settings.screenHeight,
});

const PLAIN_LOOK = Look.parse({});
const made = (id: string, kind: string, settings: object): AnyBlock => ({
  id,
  kind,
  settings: settings as Record<string, unknown>,
  look: PLAIN_LOOK,
});
const paragraph = (text: string, size: string) => ({
  text: [{ type: "paragraph", children: [{ text }] }],
  size,
});

/** The words of an entry: when it is, its title, its summary, the way to it. */
const wordsOf = (
  entry: EntryView,
  id: string,
  { slides }: SettingsOfHero,
  words: VisitorWords | null,
): readonly AnyBlock[] => {
  const when = entry.starts
    ? (words?.span(entry.starts, entry.ends) ?? entry.starts)
    : entry.published
      ? (words?.date(entry.published) ?? entry.published)
      : "";
  return [
    ...(slides.date && when !== "" ? [made(`${id}-when`, "richText", paragraph(when, "body"))] : []),
    made(`${id}-title`, "heading", { text: entry.title, level: 2, style: "h1" }),
    ...(slides.summary && entry.summary !== ""
      ? [made(`${id}-summary`, "richText", paragraph(entry.summary, "lead"))]
      : []),
    ...(slides.link === ""
      ? []
      : [made(`${id}-link`, "button", { label: slides.link, target: { url: entry.path }, look: "filled" })]),
  ];
};

const ofEntry = (hero: Hero, entry: EntryView, at: number, words: VisitorWords | null): Slide => {
  const id = `${hero.id}-${at + 1}`;
  return {
    ...shared(hero),
    id,
    blocks: wordsOf(entry, id, hero.settings, words),
    ...BARE,
    picture: entry.picture ?? hero.settings.slides.picture,
  };
};

const isSlide = ({ kind }: AnyBlock): boolean => kind === "slide";

/**
 * A slide that is a block of its own: what it does not say is as the hero has it. One made of an entry has the picture
 * and the words of that where it has none; null where the entry is gone, or not for who looks.
 */
const ofBlock = (
  hero: Hero,
  { id, settings, blocks = [] }: AnyBlock,
  lists: PageMaterial["lists"],
  words: VisitorWords | null,
): Slide | null => {
  const said = settings as SettingsOfSlide;
  const all = shared(hero);
  const entry = said.entry ? lists[id]?.entries[0] : undefined;
  if (said.entry && (!entry || entry.restricted)) return null;
  return {
    ...all,
    id,
    blocks: entry && blocks.length === 0 ? wordsOf(entry, id, hero.settings, words) : blocks,
    ...BARE,
    picture: said.picture || (entry?.picture ?? ""),
    overlay: said.overlay < 0 ? all.overlay : said.overlay,
    across: said.across || all.across,
  };
};
type SettingsOfSlide = {
  readonly entry: { readonly identity: string } | null;
  readonly picture: string;
  readonly overlay: number;
  readonly across: Slide["across"] | "";
};

/** A map from edge to edge, and below it the words; neither where there is nothing of it. */
const mapAndWords = (hero: Hero, words: readonly AnyBlock[]): readonly Slide[] => {
  const { map } = hero.settings;
  const bare = { ...shared(hero), ...BARE, overlay: 0, height: NO_HEIGHT, screenHeight: NO_HEIGHT };
  const block = made(`${hero.id}-map`, "map", map);
  return [
    ...(map.place === null ? [] : [{ ...bare, id: `${hero.id}-1`, blocks: [block], isAcross: true }]),
    ...(words.length === 0 ? [] : [{ ...bare, id: `${hero.id}-2`, blocks: words }]),
  ];
};
const NO_HEIGHT = { wide: 0 };

/**
 * What a hero shows on a page, in its turn; none where it is not there. Entries that who looks may not read are left
 * out, and slides made of them with them.
 */
export const slidesOf = (
  hero: Hero,
  lists: PageMaterial["lists"],
  words: VisitorWords | null,
): readonly Slide[] => {
  const { kind, picture, slides, video } = hero.settings;
  const own = (hero.blocks ?? []).filter((block) => !isSlide(block));
  const alone = { ...shared(hero), id: `${hero.id}-1`, blocks: own };
  switch (kind) {
    case "none":
      return [];
    case "picture":
      return [{ ...alone, ...BARE, ...picture }];
    case "video":
      return [{ ...alone, ...BARE, picture: video.poster, video: video.file }];
    case "map":
      return mapAndWords(hero, own);
    case "slides":
      return slides.from === "own"
        ? (hero.blocks ?? []).filter(isSlide).flatMap((each) => ofBlock(hero, each, lists, words) ?? [])
        : (lists[hero.id]?.entries ?? [])
            .filter(({ restricted }) => !restricted)
            .map((entry, at) => ofEntry(hero, entry, at, words));
  }
};
