import { defaultSettings, type SettingsOf } from "../blocks";
import type { Band, Block } from "../design/part";
import type { Slot } from "../model/slot";
import { Maker } from "./maker";
import { mainMenu, type Point, type StartingMaterial, type StartingPoint, surface } from "./point";
import { TITLE_BARS } from "./title-bars";
import { wearingOf } from "./worn-menus";

const otherMenus = (material: StartingMaterial) =>
  material.menus.filter((menu) => menu !== mainMenu(material));
/** Room for a logo on a phone, px: beside the button of a menu there is little. */
const LOGO_ROOM = { alone: 240, beside: 96 } as const;

/** How high a logo is on a phone, px: no higher than it is elsewhere, and so that it is seen. */
export const logoOnPhone = (ratio: number, most: number, room: keyof typeof LOGO_ROOM): number =>
  Math.max(16, Math.min(most, Math.floor(LOGO_ROOM[room] / ratio)));

/** Letters of a name that is set smaller than others. */
export const LONG_NAME = 24;

const sign = (
  { hasLogo, logoRatio, nameLength }: StartingMaterial,
  make: Maker,
  height = 40,
  room: keyof typeof LOGO_ROOM = "beside",
): Block =>
  hasLogo
    ? make.block("logo", {
        height: { wide: height, small: logoOnPhone(logoRatio, Math.round(height * 0.85), room) },
      })
    : make.block("siteName", { text: nameLength > LONG_NAME ? "lead" : "h3" });
const menuBlock = (
  material: StartingMaterial,
  make: Maker,
  settings: Partial<SettingsOf<"menu">> = {},
): Block | null => {
  const menu = mainMenu(material);
  return menu ? make.block("menu", { menu: menu.id, label: menu.name, ...settings }) : null;
};
const BUILDS: Readonly<Record<Slot, readonly Point[]>> = {
  header: [
    {
      key: "one-line",
      name: "Header in one line",
      about: "The logo at the left, the menu and a search box at the right.",
      build: (material, make) => [
        make.band(
          { name: "Main band", paddingBlock: { wide: 14 }, background: surface() },
          make.cell({ share: 0 }, sign(material, make)),
          make.cell({ share: 1, align: "end", gap: 24 }, menuBlock(material, make)),
          make.cell({ share: 0 }, make.block("search", { width: 150 }, { hideOn: ["middle", "small"] })),
        ),
      ],
    },
    {
      key: "two-bands",
      name: "Header in two bands",
      about: "A thin dark band with the tagline, the logo in the middle below it, the menu under the logo.",
      build: (material, make) => [
        make.band(
          {
            name: "Thin band",
            paddingBlock: { wide: 6 },
            colour: "role:background",
            background: { ...surface(), colour: "role:text" },
            hideOn: ["small"],
          },
          make.cell({ share: 1 }, material.hasTagline ? make.block("tagline") : null),
          make.cell({ share: 0, align: "end" }, material.hasSocial ? make.block("social") : null),
        ),
        make.band(
          { name: "Logo and menu", paddingBlock: { wide: 22, small: 14 }, background: surface() },
          make.cell(
            { share: 1, direction: "column", align: "centre", gap: 14 },
            sign(material, make, 56, "alone"),
            menuBlock(material, make),
          ),
        ),
      ],
    },
  ],
  titleBar: TITLE_BARS,
  layout: [
    {
      key: "article",
      name: "Article",
      about: "Facts, picture and body of an entry in one column.",
      build: (_, make) => [
        make.band(
          { name: "Article", paddingBlock: { wide: 32 }, alignBlock: "start" },
          make.cell(
            { share: 12, direction: "column", gap: 20 },
            make.block("title"),
            make.block("facts", { show: ["date", "when", "author", "terms", "fields"] }),
            make.block("mainPicture"),
            make.block("body"),
          ),
        ),
      ],
    },
    {
      key: "cards",
      name: "Archive of cards",
      about: "The archive's title and its entries as cards, twelve to a page.",
      build: (_, make) => [
        make.band(
          { name: "Archive", paddingBlock: { wide: 32 }, alignBlock: "start" },
          make.cell(
            { share: 12, direction: "column", gap: 28 },
            make.block("title"),
            make.block("entryList", { arrangement: "cards", whenEmpty: "Nothing here yet." }),
            make.block("pager"),
          ),
        ),
      ],
    },
  ],
  side: [
    {
      key: "latest",
      name: "Search and latest",
      about: "A search box and the five latest entries.",
      build: (material, make) => [
        make.band(
          { name: "Side", paddingBlock: { wide: 32 }, alignBlock: "start" },
          make.cell(
            { share: 12, direction: "column", gap: 20 },
            make.block("search", { width: 160 }),
            make.block("heading", { text: "Latest", style: "h4" }),
            latest(material, make),
          ),
        ),
      ],
    },
    {
      key: "menu",
      name: "Menu at the side",
      about: "The main menu as a column.",
      build: (material, make) => [
        make.band(
          { name: "Side", paddingBlock: { wide: 32 }, alignBlock: "start" },
          make.cell(
            { share: 12, direction: "column", gap: 16 },
            menuBlock(material, make, { direction: "column", buttonBelow: "never", label: "In this site" }),
            make.block("search", { width: 160 }),
          ),
        ),
      ],
    },
  ],
  footer: [
    {
      key: "columns",
      name: "Footer in columns",
      about: "The logo and tagline beside the menus, and a thin bar with the year.",
      build: (material, make) => [
        make.band(
          {
            name: "Columns",
            paddingBlock: { wide: 40, small: 28 },
            gap: 48,
            alignBlock: "start",
            stackOnSmall: true,
            colour: "role:background",
            background: { ...surface(), colour: "role:text" },
          },
          make.cell(
            { share: 5, direction: "column", gap: 10 },
            make.block("siteName", { text: "h3" }),
            material.hasTagline ? make.block("tagline") : null,
            material.hasSocial ? make.block("social") : null,
          ),
          ...material.menus.slice(0, 2).map((menu) =>
            make.cell(
              { share: 3, direction: "column" },
              make.block("menu", {
                menu: menu.id,
                label: `${menu.name}, in the footer`,
                direction: "column",
                subItems: "none",
                buttonBelow: "never",
                gap: 4,
              }),
            ),
          ),
        ),
        bar(make),
      ],
    },
    {
      key: "one-bar",
      name: "One quiet bar",
      about: "The copyright line at the left, a short menu at the right.",
      build: (material, make) => {
        const short = otherMenus(material)[0] ?? mainMenu(material);
        return [
          make.band(
            {
              name: "Bar",
              paddingBlock: { wide: 20 },
              stackOnSmall: true,
              background: { ...surface(), colour: "role:line" },
            },
            make.cell({ share: 1 }, make.block("copyright")),
            make.cell(
              { share: 0, align: "end" },
              short
                ? make.block("menu", {
                    menu: short.id,
                    label: "Footer",
                    subItems: "none",
                    buttonBelow: "never",
                    gap: 20,
                  })
                : null,
            ),
          ),
        ];
      },
    },
  ],
};

const bar = (make: Maker): Band =>
  make.band(
    {
      name: "Bottom bar",
      paddingBlock: { wide: 14 },
      colour: "role:background",
      background: { ...surface(), colour: "role:text" },
    },
    make.cell({ share: 1 }, make.block("copyright")),
  );
const latest = (material: StartingMaterial, make: Maker): Block => {
  const settings = defaultSettings("entryList");
  return make.block("entryList", {
    from: "kinds",
    kinds: material.kinds.slice(0, 2),
    count: 5,
    paged: false,
    rows: { ...settings.rows, picture: "none", summary: false },
  });
};

/** All starting points of a slot, laid out. */
export const startingPoints = (
  slot: Slot,
  material: StartingMaterial,
  newId: () => string,
): readonly StartingPoint[] =>
  BUILDS[slot].flatMap(({ key, name, about, build, isFor }) =>
    isFor && !isFor(material)
      ? []
      : [{ key, name, about, bands: wearingOf(slot, build(material, new Maker(newId))) }],
  );

/** One starting point by its key; undefined if the slot has none of that key. */
export const startingPoint = (
  slot: Slot,
  key: string,
  material: StartingMaterial,
  newId: () => string,
): StartingPoint | undefined => startingPoints(slot, material, newId).find((point) => point.key === key);
