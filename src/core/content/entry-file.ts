import { parse as parseYaml } from "yaml";
import { z } from "zod";
import { Access, Medium } from "../model/content";
import { isTooDeep } from "../model/depth";
import { fail, issue, type Outcome, succeed } from "../model/issue";
import { NO, YES } from "../model/own-field";
import type { RichText } from "../model/rich-text";
import { schemaIssue } from "../model/schema-problem";
import { unstorable } from "../model/storable";
import { parseMarkdown } from "./markdown";

/** An entry as a file: Markdown with YAML front matter. References are keys: paths, slugs, names of pictures. */
const DateText = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}( \d{2}:\d{2})?$/, "a date looks like 2026-03-01 or 2026-03-01 19:30");

export const EntryFront = z.strictObject({
  title: z.string().min(1),
  summary: z.string().default(""),
  path: z.string().nullish(),
  parent: z.string().nullish(),
  published: DateText.nullish(),
  changed: DateText.nullish(),
  starts: DateText.nullish(),
  ends: DateText.nullish(),
  author: z.string().nullish(),
  topics: z.array(z.string()).default([]),
  tags: z.array(z.string()).default([]),
  medium: Medium.default("text"),
  access: Access.default("public"),
  position: z.number().int().default(0),
  menus: z.boolean().default(true),
  picture: z.string().nullish(),
  pictures: z.array(z.string()).max(200).default([]),
  /** The address of what it plays, elsewhere. */
  film: z
    .url({ protocol: /^https?$/ })
    .max(2000)
    .nullish(),
  fields: z
    .record(z.string(), z.union([z.string(), z.number(), z.boolean().transform((is) => (is ? YES : NO))]))
    .default({}),
});
export type EntryFront = z.infer<typeof EntryFront>;

export interface EntryFile {
  /** Where it came from, for messages. */
  readonly file: string;
  readonly kind: string;
  readonly slug: string;
  readonly front: EntryFront;
  readonly body: RichText;
}

/** Reads one file. Issues name the file and the field. The YAML is read without dates, so that a date stays text. */
export const parseEntryFile = (
  file: string,
  kind: string,
  slug: string,
  text: string,
): Outcome<EntryFile> => {
  const found = /^---\r?\n([\s\S]*?)\r?\n---\r?\n?([\s\S]*)$/.exec(text);
  if (!found)
    return fail(
      issue("content.value", [file], {
        detail: "it does not begin with front matter between two lines of ---",
      }),
    );
  let front: unknown;
  try {
    front = parseYaml(found[1] as string, { schema: "core" });
  } catch (error) {
    return fail(
      issue("content.value", [file], {
        detail:
          error instanceof Error ? (error.message.split("\n")[0] as string) : "its front matter is not YAML",
      }),
    );
  }
  const parsed = EntryFront.safeParse(front);
  if (!parsed.success)
    return fail(...parsed.error.issues.map((problem) => schemaIssue(problem, "content.value", [file])));
  const body = parseMarkdown(found[2] as string);
  if (isTooDeep(body)) return fail(issue("content.tooDeep", [file]));
  const place = unstorable([parsed.data, body]);
  if (place) return fail(issue("text.unstorable", [file]));
  return succeed({ file, kind, slug, front: parsed.data, body });
};
