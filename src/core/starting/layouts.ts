import type { Band } from "../design/part";
import { address, barFooter, columns, letter, pictureFooter, stack } from "./footer-forms";
import { type Layout, Pieces } from "./form-material";
import { centred, compact, line, masthead, overPicture, pictureHeader, split, stripe } from "./header-forms";
import { Maker } from "./maker";
import type { StartingMaterial } from "./point";
import type { Form, Traits } from "./traits";

/** Lays out complete headers and footers from traits and the site's own material. What the site does not have is left out. */

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
