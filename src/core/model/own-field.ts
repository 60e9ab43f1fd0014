import { z } from "zod";
import { LinkTarget } from "./rich-text";

/** Fields a kind has beside what every entry has. */

export const OWN_FIELD_TYPES = [
  "text",
  "number",
  "money",
  "date",
  "dateTime",
  "yesNo",
  "link",
  "choice",
  "picture",
] as const;

export const OwnField = z.object({
  key: z.string().regex(/^[a-z0-9][a-z0-9-]*$/),
  label: z.string(),
  type: z.enum(OWN_FIELD_TYPES),
  /** Of money: ISO 4217, three letters. Without: values say it themselves. */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/)
    .optional(),
  /** Of a choice: the values it has, in their order. */
  choices: z.array(z.string().min(1).max(200)).max(100).optional(),
});
export type OwnField = z.infer<typeof OwnField>;

/** Yes and no are kept as words: they are sorted and searched like others. */
export const YES = "yes";
export const NO = "no";
export type FieldValue = string | number;

const isDay = (value: FieldValue): boolean => z.iso.date().safeParse(value).success;
/** What a value of each type has to be. Money may be written with its currency: "24.00 €". */
const FITS: Readonly<
  Record<OwnField["type"], (value: FieldValue, field: Pick<OwnField, "choices">) => boolean>
> = {
  text: () => true,
  number: (value) => typeof value === "number",
  // or what it costs in words: "free"
  money: (value) => typeof value === "number" || /[\p{L}\p{N}]/u.test(value),
  date: isDay,
  // a wall time of the site, or an instant
  dateTime: (value) => isDay(String(value).slice(0, 10)) && /^.{10}[T ]\d{2}:\d{2}/.test(String(value)),
  yesNo: (value) => value === YES || value === NO,
  choice: (value, { choices = [] }) => choices.includes(String(value)),
  // its id; a folder names it
  picture: (value) => typeof value === "string",
  link: (value) => LinkTarget.safeParse(value).success,
};

/** Whether a value is of the type of its field. */
export const fitsField = (value: FieldValue, field: Pick<OwnField, "type" | "choices">): boolean =>
  FITS[field.type](value, field);
