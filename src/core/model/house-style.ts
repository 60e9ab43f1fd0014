import { z } from "zod";
import { ColourValue, type NamedStyle, TEXT_STYLES } from "./values";

/** The house style: every colour, type, measure and look that parts take from one place. Sizes in rem, measures in px. */

export const COLOUR_ROLES = [
  "background",
  "text",
  "mutedText",
  "accent",
  "textOnAccent",
  "line",
  "surface",
] as const;
export type ColourRole = (typeof COLOUR_ROLES)[number];

/** `#rrggbb`, or `#rrggbbaa` for a see-through colour. */
export const Hex = z.string().regex(/^#[0-9a-f]{6}([0-9a-f]{2})?$/);

/** A colour as a token file gave it, kept so that it goes out as it came in while its value stays. */
const ColourSource = z.object({
  colorSpace: z.string(),
  components: z.array(z.union([z.number(), z.literal("none")])).length(3),
  alpha: z.number().optional(),
  hex: z.string().optional(),
});

export const PaletteColour = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  name: z.string().min(1).max(80),
  value: Hex,
  source: ColourSource.optional(),
});
export type PaletteColour = z.infer<typeof PaletteColour>;

/** Text styles every site has: those of texts, and what menus, buttons and captions wear. */
export const TYPE_STYLES = [...TEXT_STYLES, "menu", "footerMenu", "button", "caption"] as const;
export type EverySitesStyle = (typeof TYPE_STYLES)[number];
/** A text style: one that every site has, or one of the site's own. */
export type TypeStyle = EverySitesStyle | NamedStyle;

export const FONT_USES = ["text", "headings", "third"] as const;
export type FontUse = (typeof FONT_USES)[number];

/** rem */
const Size = z.number().min(0.5).max(10);
export const TextLook = z.object({
  /** Which of the families. */
  family: z.enum(FONT_USES),
  /** rem */
  size: Size,
  /** On narrower screens, where it is another one there; small ones fall back to middle ones. */
  sizeOn: z.object({ middle: Size.optional(), small: Size.optional() }).default({}),
  weight: z.number().int().min(1).max(1000),
  /** Times the size. */
  lineHeight: z.number().min(0.8).max(3),
  /** em */
  spacing: z.number().min(-0.2).max(1),
  upper: z.boolean(),
});
export type TextLook = z.infer<typeof TextLook>;

const running = (size: number, more: Partial<TextLook> = {}): TextLook => ({
  family: "text",
  size,
  sizeOn: {},
  weight: 400,
  lineHeight: 1.55,
  spacing: 0,
  upper: false,
  ...more,
});
const heading = (size: number): TextLook =>
  running(size, { family: "headings", weight: 600, lineHeight: 1.2 });

const TYPE_DEFAULTS: Readonly<Record<EverySitesStyle, TextLook>> = {
  body: running(1),
  small: running(0.9),
  lead: running(1.2),
  h1: heading(2.25),
  h2: heading(1.7),
  h3: heading(1.35),
  h4: heading(1.15),
  h5: heading(1),
  h6: heading(0.9),
  menu: running(1),
  footerMenu: running(1),
  button: running(1, { weight: 600 }),
  caption: running(0.85),
};

const textLook = (style: EverySitesStyle) => {
  const by = TYPE_DEFAULTS[style];
  const { shape } = TextLook;
  return z
    .object({
      family: shape.family.default(by.family),
      size: shape.size.default(by.size),
      sizeOn: shape.sizeOn,
      weight: shape.weight.default(by.weight),
      lineHeight: shape.lineHeight.default(by.lineHeight),
      spacing: shape.spacing.default(by.spacing),
      upper: shape.upper.default(by.upper),
    })
    .prefault({});
};

/** A text style the site has named, to be worn by whatever blocks are told to. */
export const OwnTextStyle = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  name: z.string().min(1).max(80),
  look: TextLook,
});
export type OwnTextStyle = z.infer<typeof OwnTextStyle>;

const Colour = ColourValue.or(z.literal(""));

export const BUTTON_LOOKS = ["filled", "outlined", "plain"] as const;
/** The colours of one look of buttons, at rest and pointed at. Empty: see-through, or the colour of the text around. */
const buttonLook = (by: Record<"ground" | "text" | "line" | "pointedGround" | "pointedText", string>) =>
  z
    .object({
      ground: Colour.default(by.ground),
      text: Colour.default(by.text),
      line: Colour.default(by.line),
      pointedGround: Colour.default(by.pointedGround),
      pointedText: Colour.default(by.pointedText),
    })
    .prefault({});

export const TEXTURES = ["none", "dots", "grid", "lines", "weave"] as const;
export const Texture = z.enum(TEXTURES);
export type Texture = z.infer<typeof Texture>;

/** A font of the site's own: WOFF2, kept by content hash, with the words that say it may be used. */
export const OwnFont = z.object({
  // letters, digits, single spaces and hyphens: it is a name and nothing else
  family: z
    .string()
    .max(80)
    .regex(/^[\p{L}\p{M}\p{N}]+(?:[ -][\p{L}\p{M}\p{N}]+)*$/u, { message: "font.name" }),
  file: z.string().regex(/^[0-9a-f]{64}$/),
  licence: z.string().min(1).max(500),
  /** What the file offers; one number for a font that does not vary. */
  weights: z.tuple([z.number().int(), z.number().int()]),
  /** How large its letters are, in units of the size; not there if it has not the letters that are measured. */
  metrics: z
    .object({
      ascent: z.number().min(0).max(10),
      descent: z.number().min(-2).max(10),
      lineGap: z.number().min(-2).max(10),
      widths: z.tuple([z.number().min(0.01).max(10), z.number().min(0.01).max(10)]),
    })
    .optional(),
});
export type OwnFont = z.infer<typeof OwnFont>;

const styleShape = {
  palette: z
    .array(PaletteColour)
    .min(1)
    .max(200)
    .refine((colours) => new Set(colours.map(({ id }) => id)).size === colours.length, {
      message: "style.twice",
    }),
  roles: z.object(
    Object.fromEntries(COLOUR_ROLES.map((role) => [role, z.string()])) as Record<ColourRole, z.ZodString>,
  ),
  fonts: z.object({
    text: z.string().min(1).max(80),
    headings: z.string().min(1).max(80),
    /** Empty: that of text. Older styles have none. */
    third: z.string().max(80).default(""),
  }),
  ownFonts: z.array(OwnFont).max(20).default([]),
  type: z
    .object(
      Object.fromEntries(TYPE_STYLES.map((style) => [style, textLook(style)])) as unknown as Record<
        EverySitesStyle,
        z.ZodType<TextLook>
      >,
    )
    .prefault({} as never),
  textStyles: z
    .array(OwnTextStyle)
    .max(100)
    .refine((all) => new Set(all.map(({ id }) => id)).size === all.length, { message: "style.sameStyle" })
    .default([]),
  measures: z
    .object({
      contentWidth: z.number().int().min(320).max(2400).default(1100),
      radius: z.number().int().min(0).max(80).default(6),
      /** The distance most others are a multiple of. */
      distance: z.number().int().min(2).max(64).default(8),
      edgeWide: z.number().int().min(600).max(1600).default(1000),
      edgeMiddle: z.number().int().min(320).max(1000).default(600),
    })
    .refine(({ edgeWide, edgeMiddle }) => edgeMiddle < edgeWide, {
      message: "style.edges",
      path: ["edgeMiddle"],
    })
    .prefault({}),
  links: z
    .object({
      /** Empty: the colour of the text around. */
      colour: Colour.default(""),
      pointedColour: Colour.default(""),
      underline: z.enum(["always", "pointedAt", "never"]).default("always"),
      focus: Colour.default(""),
    })
    .prefault({}),
  buttons: z
    .object({
      radius: z.number().int().min(0).max(80).default(6),
      paddingBlock: z.number().int().min(0).max(40).default(9),
      paddingInline: z.number().int().min(0).max(80).default(18),
      lineWidth: z.number().int().min(0).max(8).default(1),
      filled: buttonLook({
        ground: "role:accent",
        text: "role:textOnAccent",
        line: "role:accent",
        pointedGround: "role:accent",
        pointedText: "role:textOnAccent",
      }),
      outlined: buttonLook({ ground: "", text: "", line: "", pointedGround: "", pointedText: "" }),
      plain: buttonLook({ ground: "", text: "", line: "", pointedGround: "", pointedText: "" }),
    })
    .prefault({}),
  fields: z
    .object({
      ground: Colour.default("role:surface"),
      text: Colour.default("role:text"),
      line: Colour.default("role:mutedText"),
      focus: Colour.default("role:accent"),
      radius: z.number().int().min(0).max(80).default(6),
    })
    .prefault({}),
  background: z.object({ texture: Texture.default("none") }).prefault({}),
  motion: z
    .object({
      /** ms */
      duration: z.number().int().min(0).max(2000).default(150),
      easing: z.enum(["ease", "linear", "ease-in", "ease-out", "ease-in-out"]).default("ease"),
    })
    .prefault({}),
  /** px, and how dark in percent. */
  shadow: z
    .object({
      down: z.number().int().min(0).max(60).default(4),
      blur: z.number().int().min(0).max(120).default(16),
      strength: z.number().int().min(0).max(100).default(0),
    })
    .prefault({}),
} as const;

/** The values of a style: what a variation keeps, and what can be compared and reset one by one. */
export const StyleValues = z.object(styleShape);
export type StyleValues = z.infer<typeof StyleValues>;

export const Variation = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  name: z.string().min(1).max(80),
  values: StyleValues,
});
export type Variation = z.infer<typeof Variation>;

export const HouseStyle = z
  .object({
    schema: z.literal(2),
    ...styleShape,
    variations: z.array(Variation).max(30).default([]),
    /** What a token file held that the style has no place for: kept, and written out again. */
    kept: z.record(z.string(), z.unknown()).default({}),
  })
  .superRefine((style, context) => {
    const known = new Set(style.palette.map(({ id }) => id));
    for (const role of COLOUR_ROLES)
      if (!known.has(style.roles[role]))
        context.addIssue({ code: "custom", message: "style.role", path: ["roles", role] });
  });
export type HouseStyle = z.infer<typeof HouseStyle>;

/** Only the values of a style, without what is kept beside them. */
export const valuesOf = ({ schema: _, variations: __, kept: ___, ...values }: HouseStyle): StyleValues =>
  values;

/** A first style of schema 1: one weight for headings, sizes beside the families. It looks the same after. */
const FirstStyle = z.looseObject({
  sizes: z.record(z.string(), z.number()),
  headingWeight: z.number(),
  measures: z.looseObject({ radius: z.number() }),
});

/** A style of schema 1 as one of schema 2. Throws, as schemas do, at what is no such style. */
export const secondStyle = (body: unknown): HouseStyle => {
  const { sizes, headingWeight, ...rest } = FirstStyle.parse(body);
  const type = Object.fromEntries(
    TYPE_STYLES.map((style) => {
      const size = sizes[style === "menu" || style === "button" ? "body" : style];
      const isHeading = TYPE_DEFAULTS[style].family === "headings";
      return [
        style,
        { ...(size === undefined ? {} : { size }), ...(isHeading ? { weight: headingWeight } : {}) },
      ];
    }),
  );
  const { radius } = rest.measures;
  return HouseStyle.parse({ ...rest, schema: 2, type, buttons: { radius }, fields: { radius } });
};
