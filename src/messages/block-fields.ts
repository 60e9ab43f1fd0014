import type { BlockKind, SettingsOf } from "../core/blocks";
import { isInSticky } from "../core/design/part";
import type { PartNode } from "../core/design/tree";
import { direction, type Field, type FieldSpec, one, textStyleOf } from "./controls";
import { FILM, GALLERY } from "./entry-fields";
import { fieldName } from "./fields";
import { HERO, SLIDE } from "./hero-fields";
import { factList, LIST_FIELDS } from "./list-fields";
import { mapFields } from "./map-fields";

/** What the studio shows of each kind of block: its name, and a field for each of its settings, the most used first. */

const textStyle = textStyleOf("textStyle");
const buttonLook = one("look", ["filled", "outlined", "plain"]);

/** A field for each setting; settings inside others have theirs inside. */
type Fields<Settings> = {
  readonly [Name in keyof Settings]-?:
    | Field
    | (Settings[Name] extends object ? Fields<Settings[Name]> : never);
};

/** A kind without a name, or a setting without a field, does not compile. */
const SHOWN: {
  readonly [K in BlockKind]: {
    readonly name: string;
    /** What else people call it, to find it by. */
    readonly also: string;
    readonly fields: Fields<SettingsOf<K>>;
  };
} = {
  logo: {
    name: "Logo",
    also: "brand sign emblem site picture",
    fields: {
      variant: { control: one("variant") },
      height: { control: { type: "perWidth", unit: "px", max: 400 } },
      link: { control: { type: "switch" } },
      smallWhenStuck: {
        control: { type: "switch" },
        label: "Small logo while at the top",
        where: isInSticky,
      },
    },
  },
  siteName: {
    name: "Site name",
    also: "site title name brand",
    fields: {
      text: { control: textStyle, label: "Text style" },
      link: { control: { type: "switch" } },
    },
  },
  tagline: {
    name: "Tagline",
    also: "slogan claim motto strapline",
    fields: {
      text: { control: textStyle, label: "Text style" },
    },
  },
  menu: {
    name: "Menu",
    also: "navigation nav links hamburger",
    fields: {
      menu: { control: { type: "menu" } },
      direction: { control: direction },
      subItems: { control: one("subItems") },
      buttonBelow: { control: { type: "menuButton" }, when: [["settings", "direction"], "row"] },
      drawerSide: { control: one("drawerSide"), when: [["settings", "direction"], "row"] },
      gap: { control: { type: "number", unit: "px", max: 200 } },
      opensOn: { control: one("opensOn"), when: [["settings", "direction"], "row"] },
      share: { control: one("share"), label: "Which items" },
      label: { control: { type: "text" }, label: "Read aloud as" },
    },
  },
  button: {
    name: "Button",
    also: "link call to action",
    fields: {
      label: { control: { type: "text" } },
      target: { control: { type: "target" } },
      look: { control: buttonLook },
    },
  },
  search: {
    name: "Search box",
    also: "find magnifier lens",
    fields: {
      placeholder: { control: { type: "text" } },
      width: { control: { type: "number", unit: "px", max: 800 } },
    },
  },
  account: {
    name: "Account link",
    also: "sign in login log in profile members",
    fields: {
      signIn: { control: { type: "text" } },
      signedIn: { control: { type: "text" } },
      look: { control: buttonLook },
    },
  },
  social: {
    name: "Social links",
    also: "follow media icons profiles",
    fields: {
      look: { control: one("look", ["icons", "words"]) },
      gap: { control: { type: "number", unit: "px", max: 100 } },
    },
  },
  richText: {
    name: "Text",
    also: "paragraph words copy prose",
    fields: {
      text: { control: { type: "markdown" } },
      size: { control: textStyle, label: "Text style" },
    },
  },
  picture: {
    name: "Picture",
    also: "image photo drawing",
    fields: {
      picture: { control: { type: "picture" } },
      height: { control: { type: "perWidth", unit: "px", max: 2000 } },
      link: { control: { type: "text" }, label: "Leads to" },
      credit: { control: { type: "switch" } },
    },
  },
  map: {
    name: "Map",
    also: "where location address directions place coordinates contact",
    fields: mapFields("settings"),
  },
  heading: {
    name: "Heading",
    also: "headline h2 h3 subtitle",
    fields: {
      text: { control: { type: "text" } },
      level: {
        control: {
          type: "count",
          options: [2, 3, 4, 5, 6].map((level) => [level, `H${level}`] as const),
        },
      },
      style: { control: textStyle },
    },
  },
  group: {
    name: "Group",
    also: "box row column container stack",
    fields: {
      direction: { control: direction },
      gap: { control: { type: "number", unit: "px", max: 200 } },
      padding: { control: { type: "number", unit: "px", max: 200 } },
      background: { control: { type: "colour", empty: "none" } },
      border: { control: { type: "switch" } },
    },
  },
  piece: {
    name: "Shared piece",
    also: "reused snippet module",
    fields: {
      piece: { control: { type: "piece" }, label: "Which piece" },
    },
  },
  space: {
    name: "Space",
    also: "gap distance spacer empty",
    fields: {
      height: { control: { type: "perWidth", unit: "px", max: 1000 } },
    },
  },
  line: {
    name: "Line",
    also: "divider separator rule",
    fields: {
      weight: { control: { type: "number", unit: "px", min: 1, max: 12 }, label: "Weight" },
    },
  },
  backToTop: {
    name: "Back to top",
    also: "scroll up",
    fields: {
      label: { control: { type: "text" } },
    },
  },
  notice: {
    name: "Notice",
    also: "banner alert announcement message",
    fields: {
      text: { control: { type: "text" } },
      from: { control: { type: "moment" }, label: "From" },
      until: { control: { type: "moment" }, label: "Until" },
      canClose: { control: { type: "switch" }, label: "Can be sent away" },
      target: { control: { type: "targetOrNone" } },
    },
  },
  signUp: {
    name: "Sign-up form",
    also: "newsletter subscribe e-mail email form",
    fields: {
      label: { control: { type: "text" } },
      button: { control: { type: "text" }, label: "On the button" },
      list: { control: { type: "text" }, label: "Goes to the list" },
      consent: { control: { type: "text" }, label: "To agree to" },
      thanks: { control: { type: "text" }, label: "Said when sent" },
    },
  },
  copyright: {
    name: "Copyright line",
    also: "© legal year owner",
    fields: {
      owner: { control: { type: "text" } },
      firstYear: { control: { type: "number", max: 9999 } },
      after: { control: { type: "text" } },
    },
  },
  address: {
    name: "Postal address",
    also: "address contact location place",
    fields: {
      direction: { control: direction },
    },
  },
  breadcrumbs: {
    name: "Breadcrumbs",
    also: "path trail where am I",
    fields: {
      showHere: { control: { type: "switch" } },
    },
  },
  title: {
    name: "Title",
    also: "page title h1 headline",
    fields: {
      style: { control: textStyle },
      text: { control: { type: "text", empty: "its own" }, label: "Title" },
    },
  },
  secondLine: {
    name: "Second line",
    also: "subtitle subheading summary description lead under the title",
    fields: {
      text: { control: { type: "text" } },
      otherwise: { control: one("otherwise"), label: "Without it", when: [["settings", "text"], ""] },
      style: { control: textStyle },
    },
  },
  opposite: {
    name: "Opposite the title",
    also: "breadcrumbs search beside path trail",
    fields: {
      shows: { control: one("shows", ["breadcrumbs", "search", "nothing"]), label: "Shows" },
      showHere: {
        control: { type: "switch" },
        when: [["settings", "shows"], "breadcrumbs"],
      },
      placeholder: { control: { type: "text" }, when: [["settings", "shows"], "search"] },
      width: {
        control: { type: "number", unit: "px", max: 800 },
        when: [["settings", "shows"], "search"],
      },
    },
  },
  hero: HERO,
  slide: SLIDE,
  facts: {
    name: "Facts",
    also: "date author details byline about terms",
    fields: {
      show: { control: factList },
    },
  },
  mainPicture: {
    name: "Main picture",
    also: "lead image cover photo",
    fields: {
      height: { control: { type: "perWidth", unit: "px", max: 2000 } },
    },
  },
  body: {
    name: "Body",
    also: "content article text members teaser preview paywall",
    fields: {
      teaser: { control: one("teaser"), label: "Who may not read" },
      paragraphs: {
        control: { type: "number", min: 1, max: 20 },
        label: "Paragraphs of it",
        when: [["settings", "teaser"], "beginning"],
      },
    },
  },
  ownField: {
    name: "Own field",
    also: "custom field price size meta value",
    fields: {
      field: { control: { type: "ownField" }, label: "Which field" },
      named: { control: { type: "switch" }, label: "With its name" },
      style: { control: textStyle },
    },
  },
  gallery: GALLERY,
  film: FILM,
  contents: {
    name: "Contents of the page",
    also: "table of contents toc headings jump",
    fields: {
      heading: { control: { type: "text" }, label: "Heading" },
      downTo: { control: { type: "number", min: 2, max: 4 }, label: "Down to level" },
      least: { control: { type: "number", min: 1, max: 20 }, label: "From so many on" },
      numbered: { control: { type: "switch" }, label: "With numbers" },
    },
  },
  authorBox: {
    name: "About the author",
    also: "author box bio writer by",
    fields: {
      picture: { control: { type: "number", unit: "px", max: 300, none: [0, "none"] }, label: "Picture" },
      about: { control: { type: "switch" }, label: "Words about them" },
      links: { control: { type: "switch" }, label: "Their links" },
      further: { control: { type: "number", max: 12, none: [0, "none"] }, label: "Other entries" },
      furtherWords: {
        control: { type: "text" },
        label: "Their heading",
        unless: [["settings", "further"], 0],
      },
    },
  },
  neighbours: {
    name: "Before and after",
    also: "previous next post navigation adjacent older newer",
    fields: {
      among: { control: one("among") },
      sort: { control: one("sort", ["date", "start", "title", "own"]), label: "In the order of" },
      before: { control: { type: "text" }, label: "Words before" },
      after: { control: { type: "text" }, label: "Words after" },
      names: { control: { type: "switch" }, label: "Their titles" },
    },
  },
  share: {
    name: "Pass it on",
    also: "share copy link address e-mail send",
    fields: {
      mail: { control: { type: "text", empty: "not there" }, label: "By e-mail" },
      copy: { control: { type: "text", empty: "not there" }, label: "Web address" },
      copied: { control: { type: "text" }, label: "Once copied", unless: [["settings", "copy"], ""] },
    },
  },
  entryList: {
    name: "Entry list",
    also: "posts news blog articles archive cards grid list",
    fields: LIST_FIELDS,
  },
  pager: {
    name: "Pager",
    also: "pagination page numbers next previous older newer",
    fields: {
      look: { control: one("look", ["numbers", "olderNewer", "more"]) },
    },
  },
};

const isField = (field: object): field is Field => "control" in field;

const specsIn = (fields: object, path: readonly string[]): readonly FieldSpec[] =>
  Object.entries(fields).flatMap(([name, field]: [string, object]) => {
    const here = [...path, name];
    return isField(field) ? [{ path: here, ...field }] : specsIn(field, here);
  });

const ofKinds = <T>(
  of: (shown: { readonly name: string; readonly also: string; readonly fields: object }) => T,
) =>
  Object.fromEntries(Object.entries(SHOWN).map(([kind, each]) => [kind, of(each)])) as Readonly<
    Record<BlockKind, T>
  >;

export const BLOCK_NAMES = ofKinds(({ name }) => name);
/** What else people call them. */
export const BLOCK_ALSO_CALLED = ofKinds(({ also }) => also);
export const BLOCK_CONTROLS = ofKinds(({ fields }) => specsIn(fields, ["settings"]));

/** The field a setting of a block is edited with; undefined for settings that every kind has. */
export const blockField = (kind: BlockKind, path: readonly (string | number)[]): FieldSpec | undefined =>
  BLOCK_CONTROLS[kind].find((spec) => spec.path.every((step, place) => step === path[place]));

/** A setting of a node that pages may change, as people who see only the page speak of it: "Heading", "Button: leads to". */
export const choiceLabel = (node: PartNode, path: readonly string[]): string => {
  const around =
    "kind" in node ? BLOCK_NAMES[node.kind as BlockKind] : "name" in node ? node.name || "Band" : "Cell";
  const leaf = path.at(-1) ?? "";
  const own = "kind" in node ? blockField(node.kind as BlockKind, path)?.label : undefined;
  const field = own ?? fieldName(leaf);
  // what is its text is the thing itself
  return leaf === "text" || field === around ? around : `${around}: ${field.toLowerCase()}`;
};

/** How many settings are shown before "more". */
export const FIRST_SETTINGS = 6;
