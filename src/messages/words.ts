import type { Expectation } from "../core/design/design";
import type { ColourRole, EverySitesStyle, Texture } from "../core/model/house-style";
import type { Slot } from "../core/model/slot";
import type { Width } from "../core/model/values";

/** Names of things as they stand on the screen. One word per thing. */
export const SLOT_NAMES: Readonly<Record<Slot, string>> = {
  header: "Header",
  titleBar: "Title bar",
  layout: "Layout",
  side: "Side column",
  footer: "Footer",
};
export const slotName = (slot: Slot): string => SLOT_NAMES[slot].toLowerCase();
export const badgeText = (slot: Slot, number: number): string => `${slotName(slot)} ${number}`;

export const EXPECTATION_NAMES: Readonly<Record<Expectation, string>> = {
  always: "always",
  whereUsed: "where others have one",
  never: "never",
};

export const STATE_NAMES = {
  new: "new",
  published: "published",
  changed: "published, changed since",
  paused: "paused",
  inBin: "in the bin",
} as const;
export type PartState = keyof typeof STATE_NAMES;

export const WIDTH_NAMES: Readonly<Record<Width, string>> = {
  wide: "wide",
  middle: "middle",
  small: "small",
};

export const SIDE_NAMES = { top: "top", right: "right", bottom: "bottom", left: "left" } as const;

export const ROLE_NAMES: Readonly<Record<ColourRole, string>> = {
  background: "background",
  text: "text",
  mutedText: "muted text",
  accent: "accent",
  textOnAccent: "text on accent",
  line: "line",
  surface: "surface",
};

export const TYPE_STYLE_NAMES: Readonly<Record<EverySitesStyle, string>> = {
  body: "Running text",
  small: "Small print",
  lead: "Lead",
  h1: "Heading 1",
  h2: "Heading 2",
  h3: "Heading 3",
  h4: "Heading 4",
  h5: "Heading 5",
  h6: "Heading 6",
  menu: "Menus",
  footerMenu: "Menus of footers",
  button: "Buttons",
  caption: "Captions",
};

export const TEXTURE_NAMES: Readonly<Record<Texture, string>> = {
  none: "none",
  dots: "dots",
  grid: "grid",
  lines: "slanted lines",
  weave: "weave",
};

/** A whole number with thin spaces between thousands from five digits on: "1234", "100 000". */
export const digits = (number: number): string =>
  number < 10_000 ? String(number) : String(number).replace(/\B(?=(\d{3})+$)/g, "\u202f");

/** A number that must be short: "940", "15k". */
export const shortly = (number: number): string =>
  number < 10_000 ? String(number) : `${Math.round(number / 1000)}k`;

export const count = (number: number, one: string, many = `${one}s`): string =>
  `${digits(number)} ${number === 1 ? one : many}`;
export const pages = (number: number): string => count(number, "page");

/** The same words at the beginning of a sentence. */
export const sentenceCase = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "a, b and c" */
export const listed = (words: readonly string[], last = "and"): string =>
  words.length < 2 ? (words[0] ?? "") : `${words.slice(0, -1).join(", ")} ${last} ${words.at(-1)}`;
