import type { SettingsOf } from "../blocks";
import { type Band, BandBackground, type Block, type Cell } from "../design/part";
import type { Maker } from "./maker";
import { mainMenu, type StartingMaterial } from "./point";
import { LONG_NAME, logoOnPhone } from "./points";
import type { Traits } from "./traits";

type Ground = Traits["ground"];

/** Text that is read on each ground; empty is the text of the house style. */
const TEXT_ON: Readonly<Record<Ground, Band["colour"]>> = {
  surface: "",
  background: "",
  line: "",
  text: "role:background",
  accent: "role:textOnAccent",
};
export const IS_DARK: ReadonlySet<Ground> = new Set(["text", "accent"]);

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
export class Pieces {
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
    if (!this.hasLogo(isDark)) {
      const isLong = this.material.nameLength > LONG_NAME;
      return this.make.block("siteName", { text: isLong ? "lead" : height > 50 ? "h2" : "h3" });
    }
    return this.make.block("logo", {
      variant: isDark ? "overPictures" : "normal",
      height: {
        wide: height,
        small: logoOnPhone(this.material.logoRatio, Math.min(height, 44), isAlone ? "alone" : "beside"),
      },
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
  onGround(): Pick<Band, "colour" | "background"> {
    return onGround(this.traits.ground);
  }
  copyright(): Block {
    return this.make.block("copyright");
  }
}

export const padding = (room: number): Pick<Band, "paddingBlock"> => ({
  paddingBlock: { wide: room, small: Math.min(room, 14) },
});

/** Null: the site does not have what the form is made of. */
export type Layout = (pieces: Pieces) => readonly Band[] | null;

export const sticking = ({ traits }: Pieces): Partial<Band> =>
  traits.stays === "no" ? {} : { sticky: true, stickyWhen: traits.stays };
