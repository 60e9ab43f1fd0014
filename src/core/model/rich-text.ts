import { z } from "zod";

/** Rich text is a typed tree: nothing that is not in this file can be stored or shown. */

/** A backslash is a slash to browsers (URL Standard §4.4): two of either would lead to another host. */
const LEADS = /^(\/(?![/\\])|#|https?:\/\/|mailto:|tel:)/i;
/** Browsers take tabs and line ends out before they read an address (URL Standard §4.4). */
// biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what is refused
const UNSEEN = /[\u0000-\u001f\u007f]/;

/** A link target that a page may carry: a site path, an anchor, http(s), mail or telephone. Never a script. */
export const LinkTarget = z
  .string()
  .max(2000)
  .refine((value) => LEADS.test(value.trim()) && !UNSEEN.test(value.trim()), { message: "link.scheme" });

export interface Inline {
  readonly text: string;
  readonly bold?: boolean;
  readonly italic?: boolean;
  readonly code?: boolean;
  readonly link?: string;
}
export const Inline: z.ZodType<Inline> = z.object({
  text: z.string(),
  bold: z.boolean().optional(),
  italic: z.boolean().optional(),
  code: z.boolean().optional(),
  link: LinkTarget.optional(),
});

export type RichBlock =
  | { readonly type: "paragraph"; readonly children: readonly Inline[] }
  | { readonly type: "heading"; readonly level: 2 | 3 | 4; readonly children: readonly Inline[] }
  | { readonly type: "list"; readonly ordered: boolean; readonly items: readonly (readonly RichBlock[])[] }
  | { readonly type: "quote"; readonly children: readonly RichBlock[] }
  | { readonly type: "code"; readonly text: string }
  | { readonly type: "rule" };

export const RichBlock: z.ZodType<RichBlock> = z.lazy(() =>
  z.discriminatedUnion("type", [
    z.object({ type: z.literal("paragraph"), children: z.array(Inline) }),
    z.object({
      type: z.literal("heading"),
      level: z.union([z.literal(2), z.literal(3), z.literal(4)]),
      children: z.array(Inline),
    }),
    z.object({ type: z.literal("list"), ordered: z.boolean(), items: z.array(z.array(RichBlock)) }),
    z.object({ type: z.literal("quote"), children: z.array(RichBlock) }),
    z.object({ type: z.literal("code"), text: z.string() }),
    z.object({ type: z.literal("rule") }),
  ]),
);

export const RichText = z.array(RichBlock).max(2000);
export type RichText = readonly RichBlock[];

const inlineText = (children: readonly Inline[]): string => children.map((child) => child.text).join("");

/** The words of a rich text, blocks parted by a space; used for search and for reading time. */
export const plainText = (blocks: RichText): string =>
  blocks
    .map((block) => {
      switch (block.type) {
        case "paragraph":
        case "heading":
          return inlineText(block.children);
        case "list":
          return block.items.map(plainText).join(" ");
        case "quote":
          return plainText(block.children);
        case "code":
          return block.text;
        case "rule":
          return "";
      }
    })
    .filter((text) => text !== "")
    .join(" ");

/** The first paragraphs of a text with what stands between them, never all of it: the last paragraph is left out. */
export const beginningOf = (blocks: RichText, paragraphs: number): RichText => {
  const ends = blocks.flatMap(({ type }, at) => (type === "paragraph" ? [at] : []));
  const last = ends[Math.min(paragraphs, ends.length - 1) - 1];
  return last === undefined ? [] : blocks.slice(0, last + 1);
};

/** Whether any of its words are a link. */
export const hasLink = (blocks: RichText): boolean =>
  blocks.some((block) => {
    switch (block.type) {
      case "paragraph":
      case "heading":
        return block.children.some(({ link }) => link !== undefined);
      case "list":
        return block.items.some(hasLink);
      case "quote":
        return hasLink(block.children);
      case "code":
      case "rule":
        return false;
    }
  });
