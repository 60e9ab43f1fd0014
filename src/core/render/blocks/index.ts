/** One renderer a block kind. What a block's settings are is in `model/blocks`; its words in `messages`. */
import type { BlockKind } from "../../model/blocks";
import type { BlockRenderer } from "../context";
import { account } from "./account";
import { address } from "./address";
import { backToTop } from "./back-to-top";
import { body } from "./body";
import { breadcrumbs } from "./breadcrumbs";
import { button } from "./button";
import { copyright } from "./copyright";
import { entryList } from "./entry-list";
import { facts } from "./facts";
import { group } from "./group";
import { heading } from "./heading";
import { line } from "./line";
import { logo } from "./logo";
import { mainPicture } from "./main-picture";
import { menu } from "./menu";
import { notice } from "./notice";
import { pager } from "./pager";
import { picture } from "./picture";
import { piece } from "./piece";
import { richText } from "./rich-text";
import { search } from "./search";
import { signUp } from "./sign-up";
import { siteName } from "./site-name";
import { social } from "./social";
import { space } from "./space";
import { tagline } from "./tagline";
import { title } from "./title";

export const blockRenderers: { readonly [K in BlockKind]: BlockRenderer<K> } = {
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
  facts,
  mainPicture,
  body,
  entryList,
  pager,
};
