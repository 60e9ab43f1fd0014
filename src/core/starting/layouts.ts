import type { Band } from "../design/part";
import { address, barFooter, columns, letter, pictureFooter, stack } from "./footer-forms";
import { type Layout, Pieces } from "./form-material";
import { centred, compact, line, masthead, overPicture, pictureHeader, split, stripe } from "./header-forms";
import { Maker } from "./maker";
import type { StartingMaterial } from "./point";
import {
  heroNewest,
  heroNext,
  heroPicture,
  titleLines,
  titleOpposite,
  titlePicture,
  titleWords,
} from "./title-bar-forms";
import type { Form, Traits } from "./traits";

/** Lays out complete headers, footers and title bars from traits and the site's own material. What the site does not have is left out. */

const LAYOUTS: Readonly<Record<Form, Layout>> = {
  line,
  centred,
  split,
  masthead,
  stripe,
  compact,
  overPicture,
  picture: (p) =>
    ({ header: pictureHeader, footer: pictureFooter, titleBar: titlePicture })[p.traits.slot](p),
  columns,
  stack,
  bar: barFooter,
  letter,
  address,
  opposite: titleOpposite,
  lines: titleLines,
  words: titleWords,
  hero: heroPicture,
  newest: heroNewest,
  next: heroNext,
};

/** The bands of a starting point; null where the site does not have what its form is made of. */
export const layOut = (
  traits: Traits,
  material: StartingMaterial,
  newId: () => string,
): readonly Band[] | null => LAYOUTS[traits.form](new Pieces(traits, material, new Maker(newId)));
