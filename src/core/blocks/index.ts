import type { z } from "zod";
import type { TypeStyle } from "../model/house-style";
import type { AnyBlock, Look } from "../model/look";
import type { ColourValue, Responsive } from "../model/values";
import { account } from "./account";
import { address } from "./address";
import { authorBox } from "./author-box";
import { backToTop } from "./back-to-top";
import { body } from "./body";
import { breadcrumbs } from "./breadcrumbs";
import { button } from "./button";
import { contents } from "./contents";
import { copyright } from "./copyright";
import { entryList } from "./entry-list";
import { facts } from "./facts";
import { film } from "./film";
import { gallery } from "./gallery";
import { group } from "./group";
import { heading } from "./heading";
import { hero } from "./hero";
import { type Ink, type InkMaterial, PLAIN } from "./inks";
import type { BlockDefinition } from "./kind";
import { line } from "./line";
import { logo } from "./logo";
import { mainPicture } from "./main-picture";
import { map } from "./map";
import { menu } from "./menu";
import { neighbours } from "./neighbours";
import { notice } from "./notice";
import { opposite } from "./opposite";
import { ownField } from "./own-field";
import { pager } from "./pager";
import { picture } from "./picture";
import { piece } from "./piece";
import { richText } from "./rich-text";
import { search } from "./search";
import { secondLine } from "./second-line";
import { share } from "./share";
import { signUp } from "./sign-up";
import { siteName } from "./site-name";
import { slide } from "./slide";
import { social } from "./social";
import { space } from "./space";
import { tagline } from "./tagline";
import { title } from "./title";

/** Every kind of block, in the order they are offered. A kind is its file and its line here. */
export const BLOCKS = {
  logo,
  siteName,
  tagline,
  menu,
  button,
  search,
  account,
  social,
  richText,
  picture,
  map,
  heading,
  group,
  piece,
  space,
  line,
  backToTop,
  notice,
  signUp,
  copyright,
  address,
  breadcrumbs,
  title,
  secondLine,
  opposite,
  hero,
  slide,
  facts,
  mainPicture,
  gallery,
  film,
  body,
  ownField,
  contents,
  authorBox,
  neighbours,
  share,
  entryList,
  pager,
} as const;

export type BlockKind = keyof typeof BLOCKS;
export const BLOCK_KINDS = Object.keys(BLOCKS) as readonly BlockKind[];
export type SettingsOf<K extends BlockKind> = z.output<(typeof BLOCKS)[K]["settings"]>;

/** The settings a block of the kind has before anyone changes them. */
export const defaultSettings = <K extends BlockKind>(kind: K): SettingsOf<K> =>
  BLOCKS[kind].settings.parse({}) as SettingsOf<K>;

/** What there is to know of a kind, where which one it is does not matter. */
export const traitsOf = (kind: string): BlockDefinition<string, z.ZodObject> =>
  BLOCKS[kind as BlockKind] as never;

/** Whether a text style of its look is worn. */
export const wearsType = (kind: string): boolean => traitsOf(kind).wearsType ?? false;
/** Whether its words may have a size of their own. */
export const takesSize = (kind: string): boolean => traitsOf(kind).takesSize ?? false;
/** Whether it has distances and a border of its own, so that those of its look are not drawn. */
export const isFramedItself = (kind: string): boolean => traitsOf(kind).isFramedItself ?? false;
export const holdsBlocks = (kind: string): boolean => traitsOf(kind).holdsBlocks ?? false;
export const mayGo = (kind: string): boolean => traitsOf(kind).mayGo ?? false;
/** Whether it shows what its entry says. */
export const showsBody = (kind: string): boolean => traitsOf(kind).showsBody ?? false;
/** Whether a block shows nothing of the page it is on. */
export const isSteadyBlock = ({ kind, settings }: AnyBlock): boolean => {
  const { isSteady } = traitsOf(kind);
  return typeof isSteady === "function" ? isSteady(settings) : (isSteady ?? false);
};
/** The ground a block gives what stands on it: that of its look, or of its settings; empty: none. */
export const groundOf = ({ kind, settings, look }: AnyBlock): ColourValue | "" =>
  look.background || (traitsOf(kind).ground?.(settings) ?? "");
/** Words and signs of a block, each with what it is written in and what it stands on. */
export const inksOf = ({ kind, settings }: AnyBlock, about: InkMaterial): readonly Ink[] =>
  traitsOf(kind).inks?.(settings, about) ?? WORDS;
const WORDS = [PLAIN];
/** The text style all words of a block are in; undefined where that is its kind's own. */
export const typeStyleOf = ({ kind, settings, look }: AnyBlock): TypeStyle | undefined =>
  wearsType(kind) ? look.type || undefined : traitsOf(kind).typeStyle?.(settings);
/** Whether a setting of its look changes anything of a block, as it is. */
export const takesLook = ({ kind, settings, look }: AnyBlock, key: keyof Look): boolean => {
  const { ignores, hasCorners } = traitsOf(kind);
  if (ignores?.(settings).includes(key)) return false;
  if (key === "type") return wearsType(kind);
  if (key === "size" || key === "lineHeight") return takesSize(kind);
  if (key === "radius")
    return look.background !== "" || look.borderWidth > 0 || look.shadow || (hasCorners?.(settings) ?? false);
  return !isFramedItself(kind) || !FRAME.has(key);
};
const FRAME: ReadonlySet<keyof Look> = new Set(["padding", "borderWidth", "borderColour"]);
/** How high a block shows the picture among its settings; 0 whole. */
export const pictureHeight = ({ kind, settings }: AnyBlock): Responsive<number> =>
  traitsOf(kind).pictureHeight?.(settings) ?? WHOLE;
const WHOLE = { wide: 0 };
