import { z } from "zod";
import type { ChoiceType } from "../model/choices";
import { Place } from "../model/place";
import { RichText } from "../model/rich-text";
import { ColourValue, FactKind, Link, Target, TextStyle } from "../model/values";

/**
 * What a setting is for, said where the setting is defined. Everything that must know it (search and replace, packs,
 * what pages may change, dead links, what a page needs fetched) reads it from here and lists no kinds.
 */
export type Role =
  /** Words a visitor reads or hears. */
  | "words"
  | "richText"
  /** Documents of the design by id; empty: none. */
  | "picture"
  | "menu"
  | "piece"
  /** A colour value; empty: none. */
  | "colour"
  /** A `Target`, or null. */
  | "target"
  /** An address typed in. */
  | "link"
  /** Ids of kinds, of terms. */
  | "kinds"
  | "terms"
  | "authors"
  /** A grouping by id; empty: the first one. */
  | "grouping"
  /** Identities of entries, in an order. */
  | "entries"
  /** An instant; empty: none. */
  | "moment"
  /** A place on earth, or null. */
  | "place"
  /** An own field of a kind, by its key; empty: none. */
  | "ownField"
  /** A video file, or null: it stays with its site. */
  | "video"
  /** A text style by name; empty: that of its kind. */
  | "textStyle"
  /** The name of a list of the mailbox. */
  | "list"
  /** One of a few values, a number, yes or no. */
  | "choice";

export interface About {
  readonly role: Role;
  /** Pages may be allowed to change it; the name it is first offered under. */
  readonly opensAs?: string;
  /** Words that stand there whether they say something or not. */
  readonly mayBeEmpty?: true;
  /** It decides what is gathered for a page beside what its role says: another value needs other data. */
  readonly decides?: true;
}

const ABOUT = z.registry<About>();

/** A setting with what it is for. The schema is one of its own: others of its kind are not touched. */
export const about = <T extends z.ZodType>(schema: T, said: About): T => {
  const own = schema.clone();
  ABOUT.add(own, said as never);
  return own;
};

type More = Omit<About, "role">;
export const words = (schema = z.string().max(5000), more: More = {}) =>
  about(schema, { role: "words", ...more });
export const richTextSetting = (more: More = {}) => about(RichText, { role: "richText", ...more });
export const pictureId = (more: More = {}) => about(z.string(), { role: "picture", ...more });
export const videoFile = <T extends z.ZodType>(schema: T): T => about(schema, { role: "video" });
export const menuId = () => about(z.string(), { role: "menu" });
export const pieceId = () => about(z.string(), { role: "piece" });
export const colour = () => about(ColourValue.or(z.literal("")), { role: "colour" });
export const target = (more: More = {}) => about(Target, { role: "target", ...more });
export const targetOrNone = () => about(Target.nullable(), { role: "target" });
/** An entry of the site, or none. */
export const entryOrNone = () =>
  about(z.object({ identity: z.string().regex(/^entry:./) }).nullable(), { role: "target" });
export const textStyle = () => about(TextStyle, { role: "textStyle" });
export const textStyleOrNone = () => about(z.literal("").or(TextStyle), { role: "textStyle" });
export const link = () => about(Link, { role: "link" });
export const kindIds = () => about(z.array(z.string()), { role: "kinds" });
export const termIds = () => about(z.array(z.string()), { role: "terms" });
export const authorIds = () => about(z.array(z.string()), { role: "authors" });
export const groupingId = () => about(z.string(), { role: "grouping", decides: true });
/** Entries by identity, each once, in an order of their own. */
export const entryIdentities = () =>
  about(
    z
      .array(z.string().regex(/^entry:./))
      .max(MOST_CHOSEN)
      .refine((all) => new Set(all).size === all.length, { message: "entries.twice" }),
    { role: "entries" },
  );
/** So many entries are chosen by hand at most. */
const MOST_CHOSEN = 100;
/** An own field of a kind. Which one decides what is gathered. */
export const ownField = () => about(z.string().max(80), { role: "ownField", decides: true });
export const moment = () => about(z.iso.datetime().or(z.literal("")), { role: "moment" });
export const placeOrNone = () => about(Place.nullable(), { role: "place" });
export const factsSetting = () => about(z.array(FactKind), { role: "choice" });
/** A setting that decides what is gathered for a page. */
export const deciding = <T extends z.ZodType>(schema: T): T =>
  about(schema, { role: "choice", decides: true });

/** A setting of a kind, with where it stands in the settings. */
export interface SettingAbout extends About {
  readonly path: readonly string[];
  /** The values it has, where they are a few. */
  readonly options?: readonly string[];
}

const innerOf = (schema: z.ZodType): z.ZodType | undefined =>
  (schema as unknown as { _zod: { def: { innerType?: z.ZodType } } })._zod.def.innerType;

const aboutOf = (schema: z.ZodType): About | undefined => {
  const said = ABOUT.get(schema);
  if (said) return said;
  const inner = innerOf(schema);
  return inner && aboutOf(inner);
};

/** The object a schema is for beneath its defaults; undefined for any other. */
const objectIn = (schema: z.ZodType): z.ZodObject | undefined => {
  if (schema instanceof z.ZodObject) return schema;
  const inner = innerOf(schema);
  return inner && objectIn(inner);
};

/** The values of a schema that has a few. */
const optionsIn = (schema: z.ZodType): { readonly options?: readonly string[] } => {
  if (schema instanceof z.ZodEnum) return { options: schema.options.map(String) };
  // a text style is one of those that every site has, or one of the site's own: that is not for single pages
  if (schema instanceof z.ZodUnion) return optionsIn(schema.options[0] as z.ZodType);
  const inner = innerOf(schema);
  return inner ? optionsIn(inner) : {};
};

/** Every setting of a schema with what it is for, those inside others included. What nobody said anything of is a choice. */
export const settingsAbout = (schema: z.ZodObject): readonly SettingAbout[] =>
  Object.entries(schema.shape as Record<string, z.ZodType>).flatMap(
    ([key, each]): readonly SettingAbout[] => {
      const said = aboutOf(each);
      if (said) return [{ path: [key], ...said, ...optionsIn(each) }];
      const inside = objectIn(each);
      return inside
        ? settingsAbout(inside).map((found) => ({ ...found, path: [key, ...found.path] }))
        : [{ path: [key], role: "choice", ...optionsIn(each) }];
    },
  );

/** What pages say for a setting; undefined for roles that are not opened to them. */
export const choiceTypeOf = ({
  role,
  options,
}: Pick<SettingAbout, "role" | "options">): ChoiceType | undefined =>
  options ? "option" : CHOICE_TYPES[role];
const CHOICE_TYPES: Readonly<Partial<Record<Role, ChoiceType>>> = {
  words: "text",
  list: "text",
  richText: "richText",
  picture: "picture",
  target: "target",
  choice: "switch",
};
