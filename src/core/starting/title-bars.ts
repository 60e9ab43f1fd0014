import { defaultSettings, type SettingsOf } from "../blocks";
import { type Band, BandBackground, type Block } from "../design/part";
import type { Maker } from "./maker";
import { darkPicture, type Point, surface } from "./point";

/** Starting points of title bars, heroes among them. */

const HERO = defaultSettings("hero");
/** A band that a hero fills to the edges of the screen; its overlay is strong enough for white on any picture. */
const heroBand = (make: Maker, settings: Partial<SettingsOf<"hero">>, words: readonly Block[] = []): Band =>
  make.band(
    { name: "Hero", width: "full" },
    make.cell({ share: 12 }, make.block("hero", { ...HERO, overlay: 70, ...settings }, {}, words)),
  );

export const TITLE_BARS: readonly Point[] = [
  {
    key: "plain",
    name: "Title and breadcrumbs",
    about: "The page's title at the left, breadcrumbs at the right, on a quiet surface.",
    build: (_, make) => [
      make.band(
        {
          name: "Title band",
          paddingBlock: { wide: 28, small: 20 },
          background: { ...surface(), colour: "role:line" },
          stackOnSmall: true,
        },
        make.cell({ share: 1 }, make.block("title", { style: "h1" })),
        make.cell({ share: 0, align: "end" }, make.block("breadcrumbs")),
      ),
    ],
  },
  {
    key: "picture",
    name: "Title on a picture",
    about: "The page's own picture behind its title; a dark picture of the site where it has none.",
    build: (material, make) => [
      make.band(
        {
          name: "Picture band",
          height: { wide: 300, small: 200 },
          paddingBlock: { wide: 32 },
          alignBlock: "end",
          colour: "#ffffff",
          background: BandBackground.parse({
            colour: "#000000",
            picture: darkPicture(material)?.id ?? "",
            pageOwnPicture: true,
            overlay: 60,
          }),
        },
        make.cell(
          { share: 1, direction: "column", gap: 8 },
          make.block("breadcrumbs"),
          make.block("title", { style: "h1" }),
        ),
      ),
    ],
  },
  {
    key: "lines",
    name: "Title with its second line",
    about: "The page's title and what it says of itself, breadcrumbs opposite.",
    build: (_, make) => [
      make.band(
        {
          name: "Title band",
          paddingBlock: { wide: 36, small: 24 },
          background: { ...surface(), colour: "role:surface" },
          leads: "start",
        },
        make.cell(
          { share: 1, direction: "column", gap: 6 },
          make.block("title", { style: "h1" }),
          make.block("secondLine"),
        ),
        make.cell({ share: 0 }, make.block("opposite")),
      ),
    ],
  },
  {
    key: "hero",
    name: "Hero",
    about: "The site's name and tagline over one of its dark pictures, as wide as the screen.",
    build: (material, make) => [
      heroBand(make, { picture: { ...HERO.picture, picture: darkPicture(material)?.id ?? "" } }, [
        make.block("siteName", { text: "h1", link: false }),
        ...(material.hasTagline ? [make.block("tagline", { text: "lead" })] : []),
      ]),
    ],
  },
  {
    key: "next",
    name: "Hero of what comes next",
    about: "The next three entries with a date, one after another, over their own pictures.",
    isFor: ({ hasEvents }) => hasEvents,
    build: (material, make) => [
      heroBand(make, {
        kind: "slides",
        slides: { ...HERO.slides, from: "upcoming", picture: darkPicture(material)?.id ?? "" },
      }),
    ],
  },
];
