import { MOST_SLIDES } from "../core/blocks/hero-settings";
import { type Field, one } from "./controls";
import { mapFields } from "./map-fields";

/** What the studio shows of heroes and of their slides. */

/** Settings of one kind of hero: not there where it is another. */
const ofKind = <T extends Readonly<Record<string, Field>>>(kind: string, fields: T): T =>
  Object.fromEntries(
    Object.entries(fields).map(([name, field]) => [name, { ...field, when: [["settings", "kind"], kind] }]),
  ) as unknown as T;
const OWN_SLIDES = [["settings", "slides", "from"], "own"] as const;
const BESIDE = [["settings", "slides", "arrangement"], "beside"] as const;
const NO_HERO = [["settings", "kind"], "none"] as const;
/** A map has heights of its own, and nothing lies over it. */
const PLAIN = [[NO_HERO], [[["settings", "kind"], "map"]]] as const;

export const HERO = {
  name: "Hero",
  also: "slides slider carousel banner header picture big video stage",
  fields: {
    kind: { control: one("kind"), label: "Shows" },
    picture: ofKind("picture", {
      picture: { control: { type: "picture" } },
      ownPicture: { control: { type: "switch" }, label: "The page’s own picture first" },
      fit: { control: one("fit"), label: "The picture" },
      slower: { control: { type: "switch" } },
    }),
    slides: ofKind("slides", {
      from: { control: one("slidesFrom"), label: "Slides" },
      kinds: { control: { type: "kinds" }, unless: OWN_SLIDES },
      count: {
        control: { type: "number", min: 1, max: MOST_SLIDES },
        label: "How many",
        unless: OWN_SLIDES,
      },
      picture: { control: { type: "picture" }, label: "Else this picture", unless: OWN_SLIDES },
      date: { control: { type: "switch" }, label: "When it takes place", unless: OWN_SLIDES },
      summary: { control: { type: "switch" }, unless: OWN_SLIDES },
      link: { control: { type: "text" }, label: "Way there says", unless: OWN_SLIDES },
      arrangement: { control: one("slideArrangement"), label: "They stand" },
      plays: { control: { type: "switch" }, label: "Change by themselves", unless: BESIDE },
      seconds: {
        control: { type: "number", unit: "s", min: 2, max: 60 },
        label: "Each for",
        unlessAll: [[BESIDE], [[["settings", "slides", "plays"], false]]],
      },
      arrows: { control: { type: "switch" }, label: "Arrows", unless: BESIDE },
      dots: { control: { type: "switch" }, label: "A mark for each", unless: BESIDE },
    }),
    video: ofKind("video", {
      poster: { control: { type: "picture" }, label: "Before it plays" },
      file: {
        control: { type: "video" },
        label: "Video over it",
        unless: [["settings", "video", "poster"], ""],
      },
    }),
    map: ofKind("map", mapFields("settings", "map")),
    height: { control: { type: "perWidth", unit: "px", max: 2000 }, unlessAll: PLAIN },
    screenHeight: {
      control: { type: "perWidth", unit: "%", max: 100, none: [0, "none"] },
      label: "Share of screen",
      unlessAll: PLAIN,
    },
    across: { control: one("across", ["start", "centre", "end"]), label: "Words stand", unless: NO_HERO },
    down: { control: one("down"), label: "Up and down", unlessAll: PLAIN },
    colour: { control: { type: "colour", empty: "white" }, label: "Text colour", unless: NO_HERO },
    ground: { control: { type: "colour", empty: "nearly black" }, label: "Ground", unless: NO_HERO },
    overlay: { control: { type: "number", unit: "%", max: 100 }, unlessAll: PLAIN },
    overlayColour: { control: { type: "colour", empty: "that of the ground" }, unlessAll: PLAIN },
    texture: { control: one("texture"), unless: NO_HERO },
    textureStrength: {
      control: { type: "number", unit: "%", min: 1, max: 100 },
      unlessAll: [[NO_HERO], [[["settings", "texture"], "none"]]],
    },
  },
} as const;

export const SLIDE = {
  name: "Slide",
  also: "one of a hero",
  fields: {
    entry: { control: { type: "entry" }, label: "Made of the entry" },
    picture: { control: { type: "picture" } },
    across: { control: one("across"), label: "Words stand" },
    overlay: {
      control: { type: "number", unit: "%", min: -1, max: 100, none: [-1, "as the hero has it"] },
      label: "Overlay",
    },
  },
} as const;
