import type { VisitorWords } from "../core/draw/page-material";
import { type FieldValue, fitsField, type OwnField, YES } from "../core/model/own-field";
import { wallTime } from "./wall-time";

/** How values of own fields are written, in the site's language. */

interface Site {
  readonly language: string;
  readonly timeZone: string;
  readonly words: Pick<VisitorWords, "date" | "yes" | "no">;
}

export interface FieldText {
  readonly text: string;
  /** Of a link. */
  readonly href?: string;
  /** Of a picture, by its id: it says nothing. */
  readonly picture?: string;
}

/** Languages a runtime knows nothing of are written as it is by itself. */
const numbers = (language: string, options: Intl.NumberFormatOptions): Intl.NumberFormat => {
  try {
    return new Intl.NumberFormat(language, options);
  } catch {
    return new Intl.NumberFormat(undefined, options);
  }
};

/** An instant in the site's zone; a wall time as it is. */
const wallOf = (value: string, timeZone: string): string =>
  /(Z|[+-]\d{2}:?\d{2})$/.test(value) ? wallTime(value, timeZone) : value.replace(" ", "T");

/** A value as visitors read it; one that is not of its field's type as it was written: nothing is lost. */
export const fieldText = (
  field: Pick<OwnField, "type" | "currency" | "choices">,
  value: FieldValue,
  { language, timeZone, words }: Site,
): FieldText => {
  const written = String(value);
  const { type, currency } = field;
  if (!fitsField(value, field)) return { text: written };
  switch (type) {
    case "text":
    case "choice":
      return { text: written };
    case "number":
      return { text: numbers(language, { maximumFractionDigits: 20 }).format(value as number) };
    case "money":
      return {
        text:
          typeof value !== "number"
            ? written
            : currency === undefined
              ? numbers(language, { minimumFractionDigits: 2 }).format(value)
              : numbers(language, { style: "currency", currency }).format(value),
      };
    case "date":
      return { text: words.date(written) };
    case "dateTime": {
      const wall = wallOf(written, timeZone);
      return { text: `${words.date(wall)}, ${wall.slice(11, 16)}` };
    }
    case "yesNo":
      return { text: value === YES ? words.yes : words.no };
    case "picture":
      return { text: "", picture: written };
    case "link":
      return { text: written, href: written };
  }
};
