import { plainText, type RichBlock, type RichText } from "../model/rich-text";

/** Where headings of a body can be led to. */

export interface HeadingPlace {
  readonly id: string;
  readonly level: number;
  readonly text: string;
}

type Heading = Extract<RichBlock, { readonly type: "heading" }>;

const IN_FRONT = "on-";
/** Letters and digits of any script, what lies between as one line (URL Standard §1.3: others are written as bytes). */
const nameOf = (text: string): string =>
  text
    .normalize("NFC")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 60);

/** The headings of a body that stand in none of its quotes and lists, each with a name no other one has. */
export const headingPlaces = (body: RichText): readonly HeadingPlace[] => {
  const had = new Set<string>();
  return body
    .filter((block): block is Heading => block.type === "heading")
    .map((heading) => {
      const text = plainText([heading]);
      const name = `${IN_FRONT}${nameOf(text) || "part"}`;
      let id = name;
      for (let again = 2; had.has(id); again += 1) id = `${name}-${again}`;
      had.add(id);
      return { id, level: heading.level, text };
    });
};
