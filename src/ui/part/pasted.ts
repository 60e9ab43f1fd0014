import { parseMarkdown } from "../../core/content/markdown";
import { readRichHtml } from "../../core/content/rich-html";
import { LinkTarget, type RichText } from "../../core/model/rich-text";
import type { Target } from "../../core/model/values";

/** What something pasted into the list of a part is taken for. */
export type Pasted =
  | { readonly as: "copied" }
  | { readonly as: "pictures"; readonly files: readonly File[] }
  | { readonly as: "button"; readonly label: string; readonly target: Target }
  | { readonly as: "items"; readonly labels: readonly string[] }
  | { readonly as: "text"; readonly text: RichText };

/** What `clipboard.ts` writes beside the words when a node is copied: what is pasted next is that. */
export const COPIED_TYPE = "application/x-gray-latch";

const MOST_LABEL = 200;

/** An address as a link of this site has it: its own pages by their path. Undefined if it is none. */
const addressIn = (line: string, origin: string): string | undefined => {
  if (/\s/.test(line)) return undefined;
  const whole = /^www\./i.test(line) ? `https://${line}` : line;
  if (!LinkTarget.safeParse(whole).success || whole.startsWith("#")) return undefined;
  if (whole.startsWith("/")) return whole;
  if (!URL.canParse(whole)) return undefined;
  const url = new URL(whole);
  return url.origin === origin ? `${url.pathname}${url.search}${url.hash}` : whole;
};

/** Words for a link that came without any: the last step of a path, else the host, else the address itself. */
const labelOf = (address: string): string => {
  if (address.startsWith("/")) {
    const step =
      address
        .split(/[?#]/)[0]
        ?.split("/")
        .findLast((each) => each !== "") ?? "front page";
    return `${step[0]?.toUpperCase()}${step.slice(1).replaceAll(/[-_]+/g, " ")}`;
  }
  const host = new URL(address).hostname.replace(/^www\./, "");
  return host || address.replace(/^\w+:/, "").replace(/\?.*/, "");
};

/** The files that are pictures. */
export const picturesIn = ({ files }: Pick<DataTransfer, "files">): readonly File[] =>
  [...files].filter(({ type }) => type.startsWith("image/"));

/** Whether a text has more than plain paragraphs. */
const isMarkedUp = (text: RichText): boolean =>
  text.some(
    (each) =>
      each.type !== "paragraph" ||
      each.children.some(({ bold, italic, code, link }) => bold || italic || code || link),
  );

/** As it is marked up where it was copied; words that are not are read as Markdown. */
const readText = (plain: string, html: string): RichText => {
  const marked = html === "" ? [] : readRichHtml(html);
  return isMarkedUp(marked) ? marked : parseMarkdown(plain);
};

interface Around {
  /** Whether a menu is selected: lines are its items. */
  readonly isMenu: boolean;
  /** Where the site lives. */
  readonly origin: string;
}

/** A picture becomes a picture block, an address a button, lines with a menu selected its items, other text a text block. */
export const readPasted = (
  data: Pick<DataTransfer, "types" | "files" | "getData">,
  { isMenu, origin }: Around,
): Pasted | null => {
  if (data.types.includes(COPIED_TYPE)) return { as: "copied" };
  const files = picturesIn(data);
  if (files.length > 0) return { as: "pictures", files };
  const text = data.getData("text/plain").trim();
  if (text === "") return null;
  const address = addressIn(text, origin);
  if (address !== undefined)
    return { as: "button", label: labelOf(address).slice(0, MOST_LABEL), target: { url: address } };
  const lines = text
    .split(/\r?\n/)
    .map((line) => line.trim().slice(0, MOST_LABEL))
    .filter((line) => line !== "");
  return isMenu
    ? { as: "items", labels: lines }
    : { as: "text", text: readText(text, data.getData("text/html")) };
};
