import type { SettingsOf } from "../model/blocks";
import { type Band, BandBackground, type Block, type Cell } from "../model/part";
import { Maker } from "./maker";
import { darkPicture, mainMenu, type StartingMaterial } from "./points";
import type { Form, Traits } from "./traits";

/** Lays out complete headers and footers from traits and the site's own material. What the site does not have is left out. */

type Ground = Traits["ground"];

/** Text that is read on each ground; empty is the text of the house style. */
const TEXT_ON: Readonly<Record<Ground, Band["colour"]>> = {
  surface: "",
  background: "",
  line: "",
  text: "role:background",
  accent: "role:textOnAccent",
};
const IS_DARK: ReadonlySet<Ground> = new Set(["text", "accent"]);

const ROOMS = { tight: 8, even: 16, wide: 28 } as const;
const SIGNS = { small: 32, middle: 44, large: 64 } as const;

const onGround = (ground: Ground): Pick<Band, "colour" | "background"> => ({
  colour: TEXT_ON[ground],
  background: BandBackground.parse({ colour: `role:${ground}` }),
});
const onPicture = (picture: string): Pick<Band, "colour" | "background"> => ({
  colour: "#ffffff",
  background: BandBackground.parse({ colour: "#000000", picture, overlay: 60 }),
});

/** Everything the forms are put together from, for one set of traits. */
class Pieces {
  constructor(
    readonly traits: Traits,
    readonly material: StartingMaterial,
    readonly make: Maker,
  ) {}

  get room(): number {
    return ROOMS[this.traits.room];
  }
  get height(): number {
    return SIGNS[this.traits.sign];
  }

  /** The logo, in the one made for dark grounds where it needs to be; the name in words where there is none. */
  sign(isDark: boolean, height = this.height, isAlone = false): Block {
    if (!this.hasLogo(isDark)) return this.make.block("siteName", { text: height > 50 ? "h2" : "h3" });
    const { logoRatio } = this.material;
    // beside the button of a menu there is little room on a phone
    const most = Math.floor((isAlone ? 240 : 96) / logoRatio);
    return this.make.block("logo", {
      variant: isDark ? "overPictures" : "normal",
      height: { wide: height, small: Math.max(22, Math.min(height, 44, most)) },
    });
  }
  hasLogo(isDark: boolean): boolean {
    return isDark ? this.material.hasLogoOverPictures : this.material.hasLogo;
  }
  /** A name in words needs a line of its own on a phone. */
  beside(isDark: boolean): Pick<Band, "stackOnSmall"> {
    return { stackOnSmall: !this.hasLogo(isDark) };
  }
  menu(settings: Partial<SettingsOf<"menu">> = {}): Block | null {
    const menu = mainMenu(this.material);
    return menu ? this.make.block("menu", { menu: menu.id, label: menu.name, ...settings }) : null;
  }
  /** A menu of a footer: below one another, or side by side. */
  plainMenu(at: number, direction: "row" | "column"): Block | null {
    const menu = this.material.menus[at];
    return menu
      ? this.make.block("menu", {
          menu: menu.id,
          label: `${menu.name}, in the footer`,
          direction,
          subItems: "none",
          buttonBelow: "never",
          gap: direction === "row" ? 20 : 4,
        })
      : null;
  }
  extra(): Block | null {
    const { extra } = this.traits;
    if (extra === "search") return this.make.block("search", { width: 150 }, { hideOn: ["middle", "small"] });
    return extra === "none" ? null : this.has(extra);
  }
  has(kind: "social" | "tagline"): Block | null {
    const isThere = kind === "social" ? this.material.hasSocial : this.material.hasTagline;
    return isThere ? this.make.block(kind, {}, { hideOn: ["small"] }) : null;
  }
  cell(settings: Partial<Cell>, ...blocks: readonly (Block | null)[]): Cell {
    return this.make.cell(settings, ...blocks);
  }
  band(name: string, ground: Ground, settings: Partial<Band>, ...cells: readonly Cell[]): Band {
    return this.make.band(
      { name, width: this.traits.width, ...onGround(ground), ...settings },
      ...cells.filter(({ blocks }) => blocks.length > 0),
    );
  }
  pictured(name: string, picture: string, settings: Partial<Band>, ...cells: readonly Cell[]): Band {
    return this.make.band({ name, ...onPicture(picture), ...settings }, ...cells);
  }
  /** A hairline of its own, on the ground of what it parts. */
  rule(ground: Ground): readonly Band[] {
    if (!this.traits.rule) return [];
    const line = this.make.block("line", { weight: 1 });
    return [this.band("Line", ground, { paddingBlock: { wide: 0 }, gap: 0 }, this.cell({ share: 12 }, line))];
  }
  copyright(): Block {
    return this.make.block("copyright");
  }
}

const padding = (room: number): Pick<Band, "paddingBlock"> => ({
  paddingBlock: { wide: room, small: Math.min(room, 14) },
});

/** Null: the site does not have what the form is made of. */
type Layout = (pieces: Pieces) => readonly Band[] | null;

const sticking = ({ traits }: Pieces): Partial<Band> =>
  traits.stays === "no" ? {} : { sticky: true, stickyWhen: traits.stays };

const line: Layout = (p) => {
  const { ground, align } = p.traits;
  const dark = IS_DARK.has(ground);
  return [
    p.band(
      "Main band",
      ground,
      { ...padding(p.room), ...sticking(p), ...p.beside(dark) },
      p.cell({ share: 0 }, p.sign(dark)),
      p.cell({ share: 1, align, gap: 24 }, p.menu()),
      p.cell({ share: 0 }, p.extra()),
    ),
    ...p.rule(ground),
  ];
};

const centred: Layout = (p) => {
  const { ground } = p.traits;
  return [
    p.band(
      "Sign and menu",
      ground,
      padding(p.room + 6),
      p.cell(
        { share: 1, direction: "column", align: "centre", gap: 12 },
        p.sign(IS_DARK.has(ground), p.height + 12, true),
        p.traits.extra === "tagline" ? p.has("tagline") : null,
        p.menu(),
      ),
    ),
    ...p.rule(ground),
  ];
};

const split: Layout = (p) => {
  const { ground } = p.traits;
  const menu = mainMenu(p.material);
  if (!menu || menu.items < 4) return null;
  return [
    p.band(
      "Menu round the sign",
      ground,
      { ...padding(p.room), ...sticking(p), ...p.beside(IS_DARK.has(ground)), gap: 20 },
      p.cell({ share: 1, align: "end" }, p.menu({ share: "first", label: `${menu.name}, first half` })),
      p.cell({ share: 0, align: "centre" }, p.sign(IS_DARK.has(ground), p.height + 8)),
      p.cell({ share: 1, align: "start" }, p.menu({ share: "second", label: `${menu.name}, second half` })),
    ),
    ...p.rule(ground),
  ];
};

const masthead: Layout = (p) => {
  const { ground, second, align } = p.traits;
  if (ground === second) return null;
  return [
    p.band(
      "Masthead",
      ground,
      padding(p.room + 8),
      p.cell({ share: 1 }, p.sign(IS_DARK.has(ground), p.height + 12, true)),
      p.cell({ share: 0, align: "end" }, p.extra() ?? p.has("tagline")),
    ),
    p.band(
      "Menu band",
      second,
      { paddingBlock: { wide: 6 }, ...sticking(p) },
      p.cell({ share: 1, align }, p.menu()),
    ),
  ];
};

const stripe: Layout = (p) => {
  const { ground, second } = p.traits;
  const [tagline, social] = [p.has("tagline"), p.has("social")];
  if (ground === second || (!tagline && !social)) return null;
  return [
    p.band(
      "Stripe",
      second,
      { paddingBlock: { wide: 5 }, hideOn: ["small"] },
      p.cell({ share: 1 }, tagline),
      p.cell({ share: 0, align: "end" }, social),
    ),
    ...(line(p) ?? []),
  ];
};

/** The menu is a button at every width: for few words and much picture below. */
const compact: Layout = (p) => {
  const { ground, extra } = p.traits;
  return [
    p.band(
      "Main band",
      ground,
      { ...padding(p.room), ...sticking(p), ...p.beside(IS_DARK.has(ground)) },
      p.cell({ share: 1 }, p.sign(IS_DARK.has(ground)), extra === "tagline" ? p.has("tagline") : null),
      p.cell(
        { share: 0, align: "end", gap: 20 },
        extra === "tagline" ? null : p.extra(),
        p.menu({ buttonBelow: "always" }),
      ),
    ),
    ...p.rule(ground),
  ];
};

const overPicture: Layout = (p) => {
  const { ground, align } = p.traits;
  return [
    p.band(
      "Over the picture",
      ground,
      {
        ...padding(p.room),
        ...sticking(p),
        ...p.beside(IS_DARK.has(ground)),
        overPicture: { on: true, colour: "#ffffff", veil: 0, blur: 0 },
      },
      p.cell({ share: 0 }, p.sign(IS_DARK.has(ground))),
      p.cell({ share: 1, align: align === "start" ? "end" : align }, p.menu()),
      p.cell({ share: 0 }, p.traits.extra === "social" ? p.has("social") : null),
    ),
  ];
};

const pictureHeader: Layout = (p) => {
  const picture = darkPicture(p.material);
  const { second, align } = p.traits;
  if (!picture) return null;
  const isLeft = align === "start";
  return [
    p.pictured(
      "Picture",
      picture.id,
      { height: { wide: 168, small: 112 }, alignBlock: isLeft ? "end" : "centre" },
      p.cell(
        { share: 1, direction: "column", align: isLeft ? "start" : "centre", gap: 8 },
        p.sign(true, p.height + 16, true),
        p.has("tagline"),
      ),
    ),
    p.band(
      "Menu band",
      second,
      { paddingBlock: { wide: 6 }, ...sticking(p) },
      p.cell({ share: 1, align: isLeft ? "start" : "centre" }, p.menu()),
    ),
  ];
};

const bottomBar = (p: Pieces): Band =>
  p.band(
    "Bottom bar",
    p.traits.second,
    { paddingBlock: { wide: 14 }, stackOnSmall: true },
    p.cell({ share: 1 }, p.copyright()),
  );

const columns: Layout = (p) => {
  const { ground } = p.traits;
  const menus = p.material.menus.slice(0, 2).map((_, at) => p.plainMenu(at, "column"));
  if (menus.length === 0) return null;
  return [
    ...p.rule(ground),
    p.band(
      "Columns",
      ground,
      { ...padding(p.room + 16), gap: 48, alignBlock: "start", stackOnSmall: true },
      p.cell(
        { share: 5, direction: "column", gap: 12 },
        p.sign(IS_DARK.has(ground)),
        p.has("tagline"),
        p.has("social"),
      ),
      ...menus.map((menu) => p.cell({ share: 3, direction: "column" }, menu)),
    ),
    bottomBar(p),
  ];
};

const stack: Layout = (p) => {
  const { ground } = p.traits;
  return [
    ...p.rule(ground),
    p.band(
      "All in the middle",
      ground,
      padding(p.room + 20),
      p.cell(
        { share: 1, direction: "column", align: "centre", gap: 16 },
        p.sign(IS_DARK.has(ground), p.height + 8, true),
        p.traits.extra === "tagline" ? p.has("tagline") : null,
        p.plainMenu(0, "row"),
        p.has("social"),
        p.copyright(),
      ),
    ),
  ];
};

const barFooter: Layout = (p) => {
  const { ground } = p.traits;
  const at = Math.min(1, p.material.menus.length - 1);
  return [
    ...p.rule(ground),
    p.band(
      "Bar",
      ground,
      { ...padding(p.room), stackOnSmall: true },
      p.cell(
        { share: 1, gap: 20 },
        p.traits.extra === "none" ? null : p.sign(IS_DARK.has(ground), 32),
        p.copyright(),
      ),
      p.cell({ share: 0, align: "end" }, p.plainMenu(at, "row")),
    ),
  ];
};

const letter: Layout = (p) => {
  const { ground, second } = p.traits;
  if (ground === second) return null;
  return [
    p.band(
      "Letters",
      ground,
      { ...padding(p.room + 16), gap: 40, stackOnSmall: true },
      p.cell(
        { share: 5, direction: "column", gap: 6 },
        p.make.block("heading", { text: "News by letter", level: 2, style: "h3" }),
        p.has("tagline"),
      ),
      p.cell({ share: 7, direction: "column" }, p.make.block("signUp")),
    ),
    p.band(
      "Menu and year",
      second,
      { ...padding(p.room), stackOnSmall: true },
      p.cell({ share: 1 }, p.copyright()),
      p.cell({ share: 0, align: "end" }, p.plainMenu(0, "row")),
    ),
  ];
};

const address: Layout = (p) => {
  const { ground } = p.traits;
  if (!p.material.hasAddress) return null;
  return [
    ...p.rule(ground),
    p.band(
      "Where we are",
      ground,
      { ...padding(p.room + 16), gap: 48, alignBlock: "start", stackOnSmall: true },
      p.cell({ share: 4, direction: "column", gap: 10 }, p.sign(IS_DARK.has(ground)), p.has("social")),
      p.cell({ share: 4, direction: "column" }, p.make.block("address")),
      p.cell({ share: 4, direction: "column" }, p.plainMenu(0, "column")),
    ),
    bottomBar(p),
  ];
};

const pictureFooter: Layout = (p) => {
  const picture = darkPicture(p.material);
  if (!picture) return null;
  return [
    p.pictured(
      "Picture",
      picture.id,
      { height: { wide: 280, small: 220 }, paddingBlock: { wide: 28 } },
      p.cell(
        { share: 1, direction: "column", align: "centre", gap: 14 },
        p.sign(true, p.height + 12, true),
        p.has("tagline"),
        p.plainMenu(0, "row"),
      ),
    ),
    bottomBar(p),
  ];
};

const LAYOUTS: Readonly<Record<Form, Layout>> = {
  line,
  centred,
  split,
  masthead,
  stripe,
  compact,
  overPicture,
  picture: (p) => (p.traits.slot === "header" ? pictureHeader(p) : pictureFooter(p)),
  columns,
  stack,
  bar: barFooter,
  letter,
  address,
};

/** The bands of a starting point; null where the site does not have what its form is made of. */
export const layOut = (
  traits: Traits,
  material: StartingMaterial,
  newId: () => string,
): readonly Band[] | null => LAYOUTS[traits.form](new Pieces(traits, material, new Maker(newId)));
