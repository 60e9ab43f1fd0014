import { z } from "zod";
import { IDENTITY_PATTERN, isIdentity } from "./identity";
import { LinkTarget } from "./rich-text";

/** Values that settings of bands and blocks are made of. */

/** A colour: a role of the house style, a named colour of its palette, or one typed in. */
export const ColourValue = z
  .string()
  .regex(/^(role:[a-zA-Z]+|colour:[a-z0-9-]+|#[0-9a-f]{6}([0-9a-f]{2})?)$/);
export type ColourValue = z.infer<typeof ColourValue>;

export const WIDTHS = ["wide", "middle", "small"] as const;
export type Width = (typeof WIDTHS)[number];

/** A value that may differ on narrower widths; narrower falls back to wider. */
export const responsive = <T extends z.ZodType>(value: T) =>
  z.object({ wide: value, middle: value.optional(), small: value.optional() });
export interface Responsive<T> {
  readonly wide: T;
  readonly middle?: T;
  readonly small?: T;
}

export const px = (max: number) => z.number().int().min(0).max(max);
/** An address typed in, or none. */
export const Link = z.union([LinkTarget, z.literal("")]);

/** SVG path data on a 24 × 24 field; anything else is refused. */
export const Outline = z
  .string()
  .max(20_000)
  .regex(/^[MmZzLlHhVvCcSsQqTtAa0-9 ,.eE+-]*$/);

/** A page by identity, or an address typed in. */
export const Target = z
  .union([
    z.object({ identity: z.string().min(1).meta({ pattern: IDENTITY_PATTERN }) }),
    z.object({ url: LinkTarget }),
  ])
  .refine((target) => !("identity" in target) || isIdentity(target.identity), {
    message: "identity.form",
    path: ["identity"],
  });
export type Target = z.infer<typeof Target>;

/** The page a target is; undefined for an address typed in, or none. */
export const identityOf = (target: Target | null | undefined): string | undefined =>
  target && "identity" in target ? target.identity : undefined;

export const TEXT_STYLES = ["body", "small", "lead", "h1", "h2", "h3", "h4", "h5", "h6"] as const;
/** A text style the site has named itself, by its id in the house style. */
export const NamedStyle = z.templateLiteral(["style:", z.string().regex(/^[a-z0-9-]{1,60}$/)]);
export type NamedStyle = z.infer<typeof NamedStyle>;
export const TextStyle = z.enum(TEXT_STYLES).or(NamedStyle);

export const FACT_KINDS = ["date", "when", "author", "terms", "fields", "summary"] as const;
export const FactKind = z.enum(FACT_KINDS);
export type FactKind = z.infer<typeof FactKind>;

/** How dates are written: "1 March 2026", with the day of the week, with a short month, in numbers. */
export const DATE_LENGTHS = ["long", "weekday", "short", "numbers"] as const;
export type DateLength = (typeof DATE_LENGTHS)[number];

/** The value at a width: its own, else that of the next wider one. */
export const valueAt = <T>(value: Responsive<T>, width: Width): T =>
  width === "wide"
    ? value.wide
    : width === "middle"
      ? (value.middle ?? value.wide)
      : (value.small ?? value.middle ?? value.wide);
