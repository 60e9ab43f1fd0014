import { z } from "zod";
import { Texture } from "../model/house-style";
import { responsive } from "../model/values";
import { Video } from "../model/video";
import { mapSettings } from "./map-settings";
import { about, colour, deciding, kindIds, pictureId, videoFile, words } from "./roles";

export const HERO_KINDS = ["picture", "slides", "video", "map", "none"] as const;
const SIDES = ["start", "centre", "end"] as const;
/** More of them nobody waits for. */
export const MOST_SLIDES = 12;

/** Each kind keeps its own settings; what stands outside of them all kinds share. */
export const heroSettings = z.object({
  kind: about(z.enum(HERO_KINDS), { role: "choice", opensAs: "hero", decides: true }).default("picture"),
  height: responsive(z.number().int().min(0).max(2000)).default({ wide: 440, small: 360 }),
  /** At least so much of the height of the screen, percent. */
  screenHeight: responsive(z.number().int().min(0).max(100)).default({ wide: 0 }),
  /** Where the words stand. */
  across: z.enum(SIDES).default("start"),
  down: z.enum(SIDES).default("centre"),
  /** Of the words; empty is white. */
  colour: colour().default(""),
  /** Under pictures and beside them; empty is nearly black. */
  ground: colour().default(""),
  /** How much of its colour, or of the ground, lies over pictures, percent. */
  overlay: z.number().int().min(0).max(100).default(50),
  overlayColour: colour().default(""),
  /** Over what lies behind the words. */
  texture: Texture.default("none"),
  /** Percent. */
  textureStrength: z.number().int().min(1).max(100).default(12),
  picture: z
    .object({
      picture: pictureId({ opensAs: "heroPicture" }).default(""),
      /** The picture of the page's entry goes before it. */
      ownPicture: about(z.boolean(), { role: "choice", opensAs: "heroOwnPicture" }).default(false),
      fit: z.enum(["fills", "whole", "across"]).default("fills"),
      slower: z.boolean().default(false),
    })
    .prefault({}),
  slides: z
    .object({
      /** Slides of its own that stand in it, or entries: the newest ones, or those that come next. */
      from: about(z.enum(["own", "newest", "upcoming"]), {
        role: "choice",
        opensAs: "heroSlides",
        decides: true,
      }).default("own"),
      kinds: kindIds().default([]),
      count: deciding(z.number().int().min(1).max(MOST_SLIDES)).default(3),
      /** Behind entries without one. */
      picture: pictureId().default(""),
      date: z.boolean().default(true),
      summary: z.boolean().default(true),
      /** Words of the way to the entry; empty: no way. */
      link: words(z.string().max(80), { mayBeEmpty: true }).default("Read more"),
      /** One at a time, or beside each other to be pushed along. */
      arrangement: z.enum(["one", "beside"]).default("one"),
      plays: z.boolean().default(true),
      seconds: z.number().int().min(2).max(60).default(6),
      arrows: z.boolean().default(true),
      dots: z.boolean().default(true),
    })
    .prefault({}),
  video: z
    .object({
      file: videoFile(Video.nullable()).default(null),
      /** What is seen before it plays, and in its place. */
      poster: pictureId().default(""),
    })
    .prefault({}),
  map: mapSettings.prefault({}),
});
export type SettingsOfHero = z.output<typeof heroSettings>;
