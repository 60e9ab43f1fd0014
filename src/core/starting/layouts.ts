import type { Band } from "../design/part";
import { address, barFooter, columns, letter, pictureFooter, stack } from "./footer-forms";
import { type Layout, Pieces } from "./form-material";
import { centred, compact, line, masthead, overPicture, pictureHeader, split, stripe } from "./header-forms";
import {
  article,
  beside,
  comes,
  event,
  latest,
  listCards,
  listColumns,
  listLarge,
  listRows,
  listTimeline,
  onPage,
  pictures,
  priced,
  related,
} from "./layout-forms";
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

/** Lays out complete parts of each slot from traits and the site's own material. What the site does not have is left out. */

const LAYOUTS: Readonly<Record<Form, Layout>> = {
  line,
  centred,
  split,
  masthead,
  stripe,
  compact,
  overPicture,
  picture: (p) =>
    p.traits.slot === "header"
      ? pictureHeader(p)
      : p.traits.slot === "footer"
        ? pictureFooter(p)
        : titlePicture(p),
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
  listRows,
  listCards,
  listColumns,
  listTimeline,
  listLarge,
  article,
  beside,
  event,
  priced,
  pictures,
  latest,
  comes,
  related,
  onPage,
};

/** The bands of a starting point; null where the site does not have what its form is made of. */
export const layOut = (
  traits: Traits,
  material: StartingMaterial,
  newId: () => string,
): readonly Band[] | null => LAYOUTS[traits.form](new Pieces(traits, material, new Maker(newId)));
