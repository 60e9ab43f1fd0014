import type { Block, Part } from "../src/core/design/part";
import { Part as PartSchema } from "../src/core/design/part";
import { FAMILIES } from "../src/core/measure/families";
import { HouseStyle, type TextLook, TYPE_STYLES } from "../src/core/model/house-style";
import type { Menu, MenuItem } from "../src/core/model/menu";
import type { PageData } from "../src/core/render/page-data";
import { block, pageData, partWith, picture } from "./page-data";
import { type Seeded, seeded } from "./seeded";

/** Words as sites of several languages have them; all in letters the shipped fonts know. */
export const WORDS = [
  "Visit",
  "Opening hours",
  "Domes",
  "Sky notes",
  "Prints",
  "Contact",
  "AVA WAVE",
  "office fjord",
  "Members",
  "Öffnungszeiten",
  "Straße",
  "Führungen",
  "Über uns",
  "Où dormir",
  "Événements",
  "L’été",
  "Noël",
  "Żółw",
  "Godziny",
  "Wydarzenia",
  "Návštěva",
  "Přístup",
  "Látogatás",
  "Nyitvatartás",
  "Şehir",
  "İletişim",
  "Smørrebrød",
  "Ærø",
  "Niño",
  "¿Qué?",
  "A–Z",
  "Tides & times",
  "1.5 km",
  "Night-sky walks",
  "fi ffi Ty Te",
] as const;

const item = (random: Seeded, id: string, depth: number): MenuItem => ({
  id,
  label: random.pick(WORDS),
  ...(random.chance(0.1) ? { target: null, plain: true } : { target: { url: `/${id}/` } }),
  ...(random.chance(0.1) ? { newTab: true } : {}),
  ...(random.chance(0.12) ? { hideOn: [random.pick(["wide", "middle", "small"] as const)] } : {}),
  ...(random.chance(0.15) ? { highlight: true } : {}),
  ...(random.chance(0.15) ? { sign: { name: "home", outline: "M10 20v-6h4v6h5v-8h3L12 3 2 12h3v8z" } } : {}),
  items:
    depth > 0 && random.chance(0.3)
      ? Array.from({ length: 1 + random.below(3) }, (_, at) => item(random, `${id}-${at}`, depth - 1))
      : [],
});

/** Sometimes another size on narrower screens. */
const sizesOn = (random: Seeded): TextLook["sizeOn"] => ({
  ...(random.chance(0.15) ? { middle: random.pick([0.8, 0.9375, 1.1]) } : {}),
  ...(random.chance(0.15) ? { small: random.pick([0.75, 0.875, 1]) } : {}),
});

const style = (random: Seeded): HouseStyle => {
  const base = pageData().style;
  const families = Object.keys(FAMILIES);
  const type: Record<string, TextLook> = Object.fromEntries(
    TYPE_STYLES.map((name) => [
      name,
      {
        ...base.type[name],
        size: random.pick([0.8, 0.875, 0.9375, 1, 1.0625, 1.2, 1.35, 1.7]),
        weight: random.pick([400, 450, 500, 600, 700]),
        spacing: random.chance(0.4) ? random.pick([-0.01, 0.02, 0.05, 0.1]) : 0,
        upper: random.chance(0.2),
      },
    ]),
  );
  // what a seed gives beside this stays the same: it is drawn from a stream of its own
  const more = seeded(Object.values(type).reduce((sum, { size, weight }) => sum + size * 10_000 + weight, 0));
  for (const look of Object.values(type)) look.sizeOn = sizesOn(more);
  return HouseStyle.parse({
    ...base,
    fonts: {
      text: random.pick(families),
      headings: random.pick(families),
      third: more.chance(0.3) ? more.pick(families) : "",
    },
    type,
    textStyles: [
      {
        id: "own",
        name: "Own",
        look: { ...base.type.menu, family: "third", size: 1.15, spacing: 0.03, sizeOn: sizesOn(more) },
      },
    ],
    measures: { ...base.measures, contentWidth: random.pick([1100, 1100, 960, 1280, 2000]) },
  });
};

/** Sometimes with a text style of its own, distances and a border around it. */
const framed = (random: Seeded, bare: Block): Block => {
  const type = random.chance(0.2)
    ? random.pick(["small", "lead", "h4", "h2", "footerMenu", "style:own", "style:gone"] as const)
    : ("" as const);
  const plain = { ...bare, look: { ...bare.look, type } } as Block;
  return random.chance(0.25)
    ? {
        ...plain,
        look: {
          ...plain.look,
          padding: { top: random.below(9), right: random.below(30), bottom: 0, left: random.below(30) },
          borderWidth: random.pick([0, 1, 3]),
        },
      }
    : plain;
};

const FILLERS = ["button", "search", "account", "social", "tagline", "logo"] as const;
const filler = (random: Seeded): Block => framed(random, plainFiller(random));
const plainFiller = (random: Seeded): Block => {
  const kind = random.pick(FILLERS);
  if (kind === "button")
    return block("button", { label: random.pick(WORDS), look: random.pick(["filled", "outlined", "plain"]) });
  if (kind === "search") return block("search", { width: random.pick([120, 150, 220]) });
  if (kind === "account")
    return block("account", {
      signIn: random.pick(WORDS),
      signedIn: random.pick(WORDS),
      look: random.pick(["filled", "outlined", "plain"]),
    });
  if (kind === "social")
    return block("social", { look: random.pick(["icons", "words"]), gap: random.below(20) });
  if (kind === "logo") return block("logo", { height: { wide: random.pick([28, 40, 44, 61]) } });
  return block("tagline");
};

export interface RandomHeader {
  readonly data: PageData;
  readonly part: Part;
}

/** A header of one band with a menu and whatever stands beside it, in fonts and sizes of its own. */
export const randomHeader = (random: Seeded, buttonBelow: "never" | "computed" = "never"): RandomHeader => {
  const items = Array.from({ length: 2 + random.below(5) }, (_, at) => item(random, `i${at}`, 1));
  const menu: Menu = { schema: 1, name: "Main", origin: "00000000-0000-4000-8000-000000000000", items };
  const sign = framed(
    random,
    random.chance(0.5)
      ? block("logo", { height: { wide: random.pick([24, 36, 40, 57]) } })
      : block("siteName", { text: random.pick(["h3", "h4", "lead"]) }),
  );
  const row = framed(
    random,
    block("menu", {
      menu: "main",
      buttonBelow,
      gap: random.pick([8, 16, 20, 28, 33]),
      subItems: random.pick(["dropDown", "none"]),
    }),
  );
  const share = () => random.pick([0, 0, 1, 2]);
  const cell = (id: string, blocks: readonly Block[]) => ({
    id,
    share: share(),
    align: random.pick(["start", "centre", "end"]),
    gap: random.pick([8, 16, 24]),
    blocks,
  });
  const cells = random.chance(0.25)
    ? [cell("c1", [sign, row, ...(random.chance(0.4) ? [filler(random)] : [])])]
    : [
        cell("c1", [sign, ...(random.chance(0.2) ? [filler(random)] : [])]),
        cell("c2", [row, ...(random.chance(0.3) ? [filler(random)] : [])]),
        ...(random.chance(0.35) ? [cell("c3", [filler(random)])] : []),
      ];
  const part = PartSchema.parse(
    partWith("header", [], {
      cells,
      gap: random.pick([12, 24, 40]),
      width: random.pick(["content", "full", "boxed"]),
    }),
  ) as Part;
  const base = pageData();
  const logo = { ...picture, width: 100 + random.below(900), height: 60 + random.below(300) };
  const profile = {
    ...base.profile,
    name: random.pick(["Pellow Ridge", "Public Observatory", "Hôtel de l’Île", "Tide Mill"]),
    tagline: random.pick(["Open on clear nights", "Flour since spring", "Każdej nocy"]),
    logo: "logo",
  };
  const data: PageData = {
    ...base,
    style: style(random),
    audience: random.pick(["signedOut", "signedIn"]),
    profile,
    menus: { main: menu },
    pictures: { ...base.pictures, logo },
    slots: { ...base.slots, header: { id: "part", part } },
  };
  return { data, part };
};
