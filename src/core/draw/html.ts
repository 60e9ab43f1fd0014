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
const SPECIAL = /[&<>"']/;
export const escapeHtml = (text: string): string =>
  SPECIAL.test(text) ? text.replace(/[&<>"']/g, (found) => ESCAPES[found] as string) : text;

const textOf = (content: Content): string => {
  // composed, as it is measured: a browser sets decomposed letters otherwise
  if (typeof content === "string") return escapeHtml(content.normalize("NFC"));
  if (content instanceof SafeHtml) return content.text;
  if (content === null || content === undefined || content === false) return "";
  if (typeof content === "number") return String(content);
  let text = "";
  for (const each of content) text += textOf(each);
  return text;
};

/** A template whose holes are escaped. Arrays are joined; null, undefined and false are left out. */
export const html = (parts: TemplateStringsArray, ...holes: readonly Content[]): SafeHtml => {
  let text = parts[0] as string;
  for (let at = 0; at < holes.length; at += 1) text += textOf(holes[at]) + parts[at + 1];
  return new SafeHtml(text);
};

/** Attributes with a leading space; true is a bare name; null, undefined and false are left out. */
export const attributes = (
  values: Readonly<Record<string, string | number | true | null | undefined | false>>,
): SafeHtml => {
  let text = "";
  for (const name in values) {
    const value = values[name];
    if (value === null || value === undefined || value === false) continue;
    text += value === true ? ` ${name}` : ` ${name}="${escapeHtml(String(value))}"`;
  }
  return new SafeHtml(text);
};

export const NOTHING = new SafeHtml("");
