import { defaultSettings, type SettingsOf } from "../blocks";
import { type Band, BandBackground, type Block } from "../design/part";
import { type Layout, type Pieces, padding } from "./form-material";
import { darkPictures } from "./point";

/** Forms of title bars, heroes among them. */

const TITLE_STYLES = { small: "h3", middle: "h2", large: "h1" } as const;

const title = (p: Pieces): Block => p.make.block("title", { style: TITLE_STYLES[p.traits.sign] });
const opposite = (p: Pieces): Block =>
  p.make.block("opposite", p.traits.extra === "search" ? { shows: "search", width: 200 } : {});

/** A title at the side its traits say, and what stands opposite it. */
const barOf = (p: Pieces, settings: Partial<Band>, ...words: readonly Block[]): readonly Band[] => [
  p.band(
    "Title band",
    p.traits.ground,
    { ...padding(p.room + 14), leads: p.traits.align, gap: 24, ...settings },
    p.cell({ share: 1, direction: "column", gap: 6 }, ...words),
    p.cell({ share: 0 }, opposite(p)),
  ),
  ...p.rule(p.traits.ground),
];

export const titleOpposite: Layout = (p) => barOf(p, {}, title(p));

export const titleLines: Layout = (p) => barOf(p, {}, title(p), p.make.block("secondLine"));

/** On the ground of the page, whatever that is. */
export const titleWords: Layout = (p) =>
  barOf(p, { shows: "words", colour: "", background: BandBackground.parse({}) }, title(p));

/** Strong enough for white on any picture: a white one is seen as #666666 through it, 5.7 : 1. */
const OVER_ANY = 60;
const HEIGHTS = { tight: 220, even: 300, wide: 400 } as const;
const HERO_HEIGHTS = { tight: 360, even: 440, wide: 560 } as const;

export const titlePicture: Layout = (p) => {
  const pictures = darkPictures(p.material);
  const picture = pictures[(p.traits.picture ?? 0) % Math.max(1, pictures.length)];
  if (!picture) return null;
  const { align, room, width } = p.traits;
  return [
    p.make.band(
      {
        name: "Picture band",
        width,
        height: { wide: HEIGHTS[room], small: HEIGHTS[room] - 60 },
        paddingBlock: { wide: 32 },
        alignBlock: "end",
        colour: "#ffffff",
        background: BandBackground.parse({
          colour: "#000000",
          picture: picture.id,
          pageOwnPicture: true,
          overlay: OVER_ANY,
        }),
      },
      p.cell({ share: 1, direction: "column", gap: 8, align }, p.make.block("breadcrumbs"), title(p)),
    ),
  ];
};

const HERO = defaultSettings("hero");

/** A hero from edge to edge on one of the grounds. */
const heroOf = (p: Pieces, settings: Partial<SettingsOf<"hero">>, words: readonly Block[] = []) => {
  const { align, room } = p.traits;
  const { colour, background } = p.onGround();
  const high = HERO_HEIGHTS[room];
  return [
    p.make.band(
      { name: "Hero", width: "full" },
      p.cell(
        { share: 12 },
        p.make.block(
          "hero",
          {
            ...HERO,
            across: align,
            colour: colour || "role:text",
            ground: background.colour,
            height: { wide: high, small: high - 80 },
            overlay: OVER_ANY + 10,
            ...settings,
          },
          {},
          words,
        ),
      ),
    ),
  ];
};

export const heroPicture: Layout = (p) => {
  const pictures = darkPictures(p.material);
  const picture = pictures[(p.traits.picture ?? 0) % Math.max(1, pictures.length)]?.id ?? "";
  const second = p.material.hasTagline ? [p.make.block("tagline", { text: "lead" })] : [];
  return heroOf(p, { picture: { ...HERO.picture, picture } }, [
    p.make.block("title", { style: "h1" }),
    ...second,
  ]);
};

const heroEntries =
  (from: "newest" | "upcoming"): Layout =>
  (p) => {
    const { hasEvents, listedKinds } = p.material;
    if (from === "upcoming" ? !hasEvents : listedKinds.length === 0) return null;
    const picture = darkPictures(p.material)[0]?.id ?? "";
    const isBeside = p.traits.sign === "small";
    return heroOf(p, {
      kind: "slides",
      slides: {
        ...HERO.slides,
        from,
        kinds: from === "newest" ? [...listedKinds] : [],
        picture,
        arrangement: isBeside ? "beside" : "one",
        plays: p.traits.sign === "middle",
      },
    });
  };
export const heroNewest = heroEntries("newest");
export const heroNext = heroEntries("upcoming");
