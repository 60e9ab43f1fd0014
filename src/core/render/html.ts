/** HTML is only ever built here: every string put into the template is escaped, unless it is HTML already. */
export class SafeHtml {
  constructor(readonly text: string) {}
  toString(): string {
    return this.text;
  }
}

export type Content = SafeHtml | string | number | null | undefined | false | readonly Content[];

const ESCAPES: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&#39;",
};
export const escapeHtml = (text: string): string =>
  text.replace(/[&<>"']/g, (found) => ESCAPES[found] as string);

const textOf = (content: Content): string => {
  if (content === null || content === undefined || content === false) return "";
  if (content instanceof SafeHtml) return content.text;
  if (Array.isArray(content)) return content.map(textOf).join("");
  return escapeHtml(String(content));
};

/** A template whose holes are escaped. Arrays are joined; null, undefined and false are left out. */
export const html = (parts: TemplateStringsArray, ...holes: readonly Content[]): SafeHtml =>
  new SafeHtml(parts.reduce((text, part, index) => text + textOf(holes[index - 1]) + part));

/** Attributes with a leading space; true is a bare name; null, undefined and false are left out. */
export const attributes = (
  values: Readonly<Record<string, string | number | true | null | undefined | false>>,
): SafeHtml =>
  new SafeHtml(
    Object.entries(values)
      .map(([name, value]) => {
        if (value === null || value === undefined || value === false) return "";
        return value === true ? ` ${name}` : ` ${name}="${escapeHtml(String(value))}"`;
      })
      .join(""),
  );

export const NOTHING = new SafeHtml("");
