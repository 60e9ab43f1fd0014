import type { BlockKind } from "../core/model/blocks";
import type { PartNode } from "../core/model/tree";
import { BLOCK_NAMES } from "./words";

/** Names of settings as they stand beside their fields. Unknown ones are shown as they are written, with spaces. */
const FIELD_NAMES: Readonly<Record<string, string>> = {
  variant: "Which logo",
  height: "Height",
  link: "Links to the front page",
  text: "Text",
  menu: "Menu",
  direction: "Direction",
  subItems: "Sub-items",
  buttonBelow: "Becomes a button",
  opensOn: "Opens on",
  drawerSide: "Opens from",
  gap: "Gap",
  label: "Label",
  target: "Leads to",
  look: "Look",
  placeholder: "Hint in the box",
  width: "Width",
  size: "Size",
  picture: "Picture",
  level: "Heading level",
  style: "Text style",
  padding: "Padding",
  paddingBlock: "Padding above and below",
  background: "Background",
  border: "Border",
  borderWidth: "Border",
  borderColour: "Colour of the border",
  radius: "Corners",
  shadow: "Shadow",
  owner: "Owner",
  firstYear: "First year",
  after: "Words after it",
  showHere: "This page at the end",
  show: "Shows",
  from: "Which entries",
  kinds: "Kinds",
  terms: "About",
  upcoming: "Upcoming only",
  sort: "Sorted by",
  count: "At most",
  paged: "In pages",
  pageSize: "Entries to a page",
  arrangement: "Arrangement",
  summary: "Summary",
  facts: "Facts",
  columns: "Columns",
  whenEmpty: "When there is none",
  colour: "Colour",
  align: "Alignment",
  hideOn: "Not on",
  name: "Name",
  share: "Share of the width",
  overlay: "Colour over the picture",
  overlayColour: "Which colour",
  overlayTo: "Running into",
  overlayAngle: "In the direction",
  texture: "Texture",
  textureStrength: "How strong",
  credit: "Who made it",
  alt: "Alternative text",
  focal: "Focal point",
  tagline: "Tagline",
  address: "Postal address",
  social: "Social links",
  logo: "Logo",
  logoOverPictures: "Logo over pictures",
  logoSmall: "Small logo",
  icon: "Icon of the site",
  sharePicture: "Share picture",
  pageOwnPicture: "The page's own picture",
  alignBlock: "Aligned",
  stackOnSmall: "Cells below each other on small",
  sticky: "Stays at the top",
  middle: "on middle",
  small: "on small",
  cards: "Cards",
  rows: "Rows",
};

/** A setting of a node that pages may change, as people who see only the page speak of it: "Heading", "Button: leads to". */
export const choiceLabel = (node: PartNode, path: readonly string[]): string => {
  const field = fieldName(path.at(-1) ?? "");
  const around =
    "kind" in node ? BLOCK_NAMES[node.kind as BlockKind] : "name" in node ? node.name || "Band" : "Cell";
  return field === "Text" || field === around ? around : `${around}: ${field.toLowerCase()}`;
};

export const fieldName = (field: string): string =>
  FIELD_NAMES[field] ?? field.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
