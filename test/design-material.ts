import { TextMeasure } from "../src/core/measure/text-measure";
import type { Menu } from "../src/core/model/menu";
import type { DesignMaterial } from "../src/core/starting/designs";
import { ENGLISH } from "../src/messages/visitor-words";
import { pageData, picture } from "./page-data";
import { shaper } from "./shaper";

/** A site that has everything starting points are made of. */
const data = pageData();
const menu = (name: string, labels: readonly string[]): Menu => ({
  schema: 1,
  name,
  origin: "00000000-0000-4000-8000-000000000000",
  items: labels.map((label, at) => ({ id: `${name}-${at}`, label, target: { url: "/x/" }, items: [] })),
});
const menus = {
  main: menu("Main", ["Visit", "The domes", "Open nights", "Sky notes", "Prints", "About"]),
  small: menu("Small print", ["Getting here", "Members"]),
};
const logo = { ...picture, width: 520, height: 120 };
export const material: DesignMaterial = {
  hasLogo: true,
  nameLength: 12,
  logoRatio: 520 / 120,
  hasLogoOverPictures: true,
  hasAddress: true,
  hasTagline: true,
  hasSocial: true,
  hasEvents: false,
  eventKinds: [],
  priceField: "",
  hasAuthors: true,
  menus: Object.entries(menus).map(([id, { name, items }]) => ({ id, name, items: items.length })),
  pictures: [{ id: "dark", width: 1600, height: 900, lightness: 12 }],
  kinds: [],
  listedKinds: [],
  fit: {
    menus,
    links: {},
    pictures: { logo, light: logo },
    profile: { ...data.profile, logo: "logo", logoOverPictures: "light", tagline: "Open on Fridays" },
    audience: "signedOut",
    at: data.at,
    words: ENGLISH,
  },
  measure: new TextMeasure(shaper, data.style, "en"),
  pictureOf: (id) => (id === "dark" ? { ...picture, lightness: 12 } : undefined),
};

const NAME = "The Public Observatory of Pellow Ridge and of the Old Harbour Quay";
const LABELS = [
  "Visit",
  "Opening hours",
  "Sky notes",
  "Prints",
  "About us",
  "Contact",
  "Members",
  "Walks",
  "Eclipses",
];

/** A site with so many items in its menu, a name of so many letters, and a logo so much wider than high. */
export const materialWith = (site: {
  readonly items: number;
  readonly letters: number;
  readonly ratio: number;
  readonly hasLogo: boolean;
}): DesignMaterial => {
  const name = NAME.slice(0, site.letters).trim();
  const items = LABELS.slice(0, site.items).map((label, at) => ({
    id: `i${at}`,
    label,
    target: { url: `/${at}/` },
    items: [],
  }));
  const main = { ...menus.main, items };
  const own = { ...logo, width: Math.round(200 * site.ratio), height: 200 };
  return {
    ...material,
    hasLogo: site.hasLogo,
    hasLogoOverPictures: site.hasLogo,
    logoRatio: own.width / own.height,
    nameLength: name.length,
    menus: material.menus.map((menu) => (menu.id === "main" ? { ...menu, items: items.length } : menu)),
    fit: {
      ...material.fit,
      menus: { ...menus, main },
      pictures: { logo: own, light: own },
      profile: { ...material.fit.profile, name },
    },
  };
};
