import { z } from "zod";
import { LinkTarget, RichText } from "./rich-text";

/**
 * Settings of every block kind. One key a kind; a kind is added by adding a key here, a renderer in `render/blocks`
 * and its words in `messages`. Nothing else knows the list.
 */

/** A colour: a role of the house style, a named colour of its palette, or one typed in. */
export const ColourValue = z
  .string()
  .regex(/^(role:[a-zA-Z]+|colour:[a-z0-9-]+|#[0-9a-f]{6}([0-9a-f]{2})?)$/);
export type ColourValue = z.infer<typeof ColourValue>;

/** A value that may differ on narrower widths; narrower falls back to wider. */
export const responsive = <T extends z.ZodType>(value: T) =>
  z.object({ wide: value, middle: value.optional(), small: value.optional() });
export interface Responsive<T> {
  readonly wide: T;
  readonly middle?: T;
  readonly small?: T;
}

const px = (max: number) => z.number().int().min(0).max(max);
const Link = z.union([LinkTarget, z.literal("")]);
const line = z.string().max(5000);

/** A page by identity, or an address typed in. */
export const Target = z.union([z.object({ identity: z.string().min(1) }), z.object({ url: LinkTarget })]);
export type Target = z.infer<typeof Target>;

export const TEXT_STYLES = ["body", "small", "lead", "h1", "h2", "h3", "h4", "h5", "h6"] as const;
export const TextStyle = z.enum(TEXT_STYLES);

export const FACT_KINDS = ["date", "when", "author", "terms", "fields", "summary"] as const;
export const FactKind = z.enum(FACT_KINDS);
export type FactKind = z.infer<typeof FactKind>;

export const ARRANGEMENTS = ["rows", "cards"] as const;

export const BlockSettings = {
  logo: z.object({
    variant: z.enum(["normal", "overPictures", "small"]).default("normal"),
    height: responsive(px(400)).default({ wide: 40 }),
    link: z.boolean().default(true),
  }),
  siteName: z.object({ text: TextStyle.default("h3"), link: z.boolean().default(true) }),
  tagline: z.object({ text: TextStyle.default("small") }),
  menu: z.object({
    menu: z.string().default(""),
    direction: z.enum(["row", "column"]).default("row"),
    subItems: z.enum(["dropDown", "panel", "none"]).default("dropDown"),
    /** Where the menu becomes a button that opens a drawer: where it no longer fits, or below a width of its band (px at 16 px text; 0 is never). */
    buttonBelow: z.union([px(2000), z.enum(["computed", "always", "never"])]).default("computed"),
    drawerSide: z.enum(["left", "right", "above"]).default("right"),
    /** What opens what hangs below an item; by keyboard and by touch it is always a press. */
    opensOn: z.enum(["click", "pointing"]).default("click"),
    /** All items, or one half of them: two menus either side of a logo. */
    share: z.enum(["all", "first", "second"]).default("all"),
    gap: px(200).default(28),
    label: z.string().max(60).default("Menu"),
  }),
  button: z.object({
    label: line.default("Read more"),
    target: Target.default({ url: "/" }),
    look: z.enum(["filled", "outlined", "plain"]).default("filled"),
  }),
  search: z.object({ placeholder: line.default("Search this site"), width: px(800).default(220) }),
  /** To the page where visitors sign in, or to their account there. */
  account: z.object({
    signIn: z.string().min(1).max(80).default("Sign in"),
    signedIn: z.string().min(1).max(80).default("Your account"),
    look: z.enum(["filled", "outlined", "plain"]).default("plain"),
  }),
  social: z.object({ look: z.enum(["icons", "words"]).default("icons"), gap: px(100).default(12) }),
  richText: z.object({ text: RichText.default([]), size: TextStyle.default("body") }),
  picture: z.object({
    picture: z.string().default(""),
    height: responsive(px(2000)).default({ wide: 0 }),
    link: Link.default(""),
    /** Who made it, as a caption. */
    credit: z.boolean().default(false),
  }),
  heading: z.object({
    text: line.default("Heading"),
    level: z.number().int().min(2).max(6).default(2),
    style: TextStyle.default("h2"),
  }),
  group: z.object({
    direction: z.enum(["row", "column"]).default("column"),
    gap: px(200).default(8),
    padding: px(200).default(0),
    background: ColourValue.or(z.literal("")).default(""),
    border: z.boolean().default(false),
  }),
  /** A shared piece, by reference. */
  piece: z.object({ piece: z.string().default("") }),
  space: z.object({ height: responsive(px(1000)).default({ wide: 24 }) }),
  line: z.object({ weight: z.number().int().min(1).max(12).default(1) }),
  backToTop: z.object({ label: z.string().min(1).max(120).default("Back to top") }),
  notice: z.object({
    text: line.default("A notice"),
    target: Target.nullable().default(null),
    /** Instants between which it stands there; empty: from ever, for ever. */
    from: z.iso.datetime().or(z.literal("")).default(""),
    until: z.iso.datetime().or(z.literal("")).default(""),
  }),
  signUp: z.object({
    /** Which list of the mailbox an address goes to. */
    list: z.string().min(1).max(80).default("Letters"),
    label: z.string().min(1).max(200).default("Your address"),
    button: z.string().min(1).max(80).default("Sign up"),
    /** What one must agree to; empty asks for nothing. */
    consent: z.string().max(500).default(""),
    thanks: z.string().min(1).max(300).default("Thank you. You are on the list."),
  }),
  copyright: z.object({
    owner: line.default(""),
    firstYear: z.number().int().min(0).max(9999).default(0),
    after: line.default(""),
  }),
  address: z.object({ direction: z.enum(["row", "column"]).default("column") }),
  breadcrumbs: z.object({ showHere: z.boolean().default(true) }),
  title: z.object({
    style: TextStyle.default("h1"),
    /** Something else than the page's own title. */
    text: line.default(""),
  }),
  facts: z.object({ show: z.array(FactKind).default(["date", "author", "terms"]) }),
  mainPicture: z.object({ height: responsive(px(2000)).default({ wide: 420, small: 220 }) }),
  body: z.object({}),
  entryList: z.object({
    /** Which entries: this archive's own (or, on other pages, the kinds named). */
    from: z.enum(["archive", "kinds"]).default("archive"),
    kinds: z.array(z.string()).default([]),
    terms: z.array(z.string()).default([]),
    upcoming: z.boolean().default(false),
    sort: z.enum(["date", "title", "own"]).default("date"),
    direction: z.enum(["up", "down"]).default("down"),
    /** 0 means all. */
    count: px(500).default(0),
    paged: z.boolean().default(true),
    pageSize: z.number().int().min(1).max(100).default(12),
    arrangement: z.enum(ARRANGEMENTS).default("rows"),
    rows: z
      .object({
        picture: z.enum(["left", "right", "none"]).default("left"),
        summary: z.boolean().default(true),
        facts: z.array(FactKind).default(["date"]),
      })
      .default({ picture: "left", summary: true, facts: ["date"] }),
    cards: z
      .object({
        columns: responsive(z.number().int().min(1).max(6)).default({ wide: 3, middle: 2, small: 1 }),
        picture: z.boolean().default(true),
        summary: z.boolean().default(true),
        facts: z.array(FactKind).default(["date"]),
      })
      .default({ columns: { wide: 3, middle: 2, small: 1 }, picture: true, summary: true, facts: ["date"] }),
    whenEmpty: line.default("Nothing here yet."),
  }),
  pager: z.object({ look: z.enum(["numbers", "olderNewer"]).default("numbers") }),
} as const;

export type BlockKind = keyof typeof BlockSettings;
export const BLOCK_KINDS = Object.keys(BlockSettings) as readonly BlockKind[];
export type SettingsOf<K extends BlockKind> = z.infer<(typeof BlockSettings)[K]>;

/** The settings a block of the kind has before anyone changes them. */
export const defaultSettings = <K extends BlockKind>(kind: K): SettingsOf<K> =>
  BlockSettings[kind].parse({}) as SettingsOf<K>;
