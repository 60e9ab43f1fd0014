import { readdir, readFile } from "node:fs/promises";
import { join } from "node:path";
import { parse as parseYaml } from "yaml";
import { z } from "zod";
import { type EntryFile, parseEntryFile } from "../../core/content/entry-file";
import { parseMarkdown } from "../../core/content/markdown";
import { Band, type Part } from "../../core/design/part";
import { Author } from "../../core/model/content";
import { StyleValues } from "../../core/model/house-style";
import { fail, type Outcome, succeed } from "../../core/model/issue";
import { OwnField } from "../../core/model/own-field";
import { Placement } from "../../core/model/placement";
import { SiteProfile } from "../../core/model/profile";
import { schemaIssue } from "../../core/model/schema-problem";
import { Slot } from "../../core/model/slot";
import { isTimeZone } from "../../messages/wall-time";

/** A whole site as a folder of readable files: `site.yaml`, `entries/<kind>/*.md`, `parts/*.yaml`, `pictures/*`. */

interface TermNode {
  slug: string;
  name: string;
  below?: TermNode[];
}
const TermNode: z.ZodType<TermNode> = z.lazy(() =>
  z.object({ slug: z.string(), name: z.string(), below: z.array(TermNode).optional() }),
);

interface MenuNode {
  label: string;
  page?: string;
  url?: string;
  items?: MenuNode[];
}
const MenuNode: z.ZodType<MenuNode> = z.lazy(() =>
  z.object({
    label: z.string(),
    page: z.string().optional(),
    url: z.string().optional(),
    items: z.array(MenuNode).optional(),
  }),
);

const SiteFile = z.strictObject({
  name: z.string(),
  language: z.string(),
  timeZone: z
    .string()
    .refine(isTimeZone, { message: "there is no such time zone; use a name of the IANA list, such as UTC" }),
  /** Path of the entry that is the front page. */
  front: z.string(),
  levels: z.array(z.object({ key: z.string(), name: z.string() })),
  kinds: z.array(
    z.object({
      key: z.string(),
      name: z.string(),
      plural: z.string(),
      path: z.string(),
      archive: z.boolean(),
      dateArchives: z.boolean().default(false),
      fields: z.array(OwnField).default([]),
    }),
  ),
  groupings: z.array(
    z.object({
      key: z.string(),
      name: z.string(),
      plural: z.string(),
      path: z.string(),
      hierarchical: z.boolean(),
      terms: z.array(TermNode),
    }),
  ),
  authors: z.array(Author.omit({ id: true })),
  profile: SiteProfile.omit({ schema: true }),
  menus: z.array(z.object({ key: z.string(), name: z.string(), items: z.array(MenuNode) })),
  style: StyleValues,
  pictures: z.record(
    z.string(),
    z.object({ name: z.string(), alt: z.string(), focal: z.tuple([z.number(), z.number()]) }),
  ),
  choices: z.array(
    z.object({ page: z.string(), slot: Slot, part: z.string().optional(), nothing: z.boolean().optional() }),
  ),
});

const PartFile = z.object({
  slot: Slot,
  name: z.string(),
  order: z.number(),
  placement: Placement,
  bands: z.array(Band),
});

export interface SiteFolder {
  readonly site: z.infer<typeof SiteFile>;
  readonly entries: readonly EntryFile[];
  readonly parts: readonly {
    readonly key: string;
    readonly slot: Slot;
    readonly name: string;
    readonly placement: Placement;
    readonly bands: Part["bands"];
  }[];
  readonly pictures: readonly { readonly key: string; readonly bytes: Uint8Array }[];
}

const problems = (file: string, error: z.ZodError) =>
  fail(...error.issues.map((problem) => schemaIssue(problem, "content.value", [file])));

/** Nodes without an id get one, and text written as Markdown becomes rich text, before the schema looks. */
const prepared = (value: unknown, newId: () => string): unknown => {
  if (Array.isArray(value)) return value.map((each) => prepared(each, newId));
  if (value === null || typeof value !== "object") return value;
  const fields = Object.fromEntries(Object.entries(value).map(([key, each]) => [key, prepared(each, newId)]));
  if (fields["kind"] === "richText" && typeof (fields["settings"] as { text?: unknown })?.text === "string")
    fields["settings"] = {
      ...(fields["settings"] as object),
      text: parseMarkdown((fields["settings"] as { text: string }).text),
    };
  if (typeof fields["kind"] === "string" && fields["settings"] === undefined) fields["settings"] = {};
  const isNode =
    "cells" in fields || "blocks" in fields || (typeof fields["kind"] === "string" && "settings" in fields);
  return isNode ? { id: newId(), ...fields } : fields;
};

const read = async <T>(
  folder: string,
  file: string,
  schema: z.ZodType<T>,
  newId: () => string,
): Promise<Outcome<T>> => {
  const value = prepared(parseYaml(await readFile(join(folder, file), "utf8")), newId);
  const parsed = schema.safeParse(value);
  return parsed.success ? succeed(parsed.data) : problems(file, parsed.error);
};

/** Reads a folder. All problems of all files come back together. */
export const readSiteFolder = async (folder: string, newId: () => string): Promise<Outcome<SiteFolder>> => {
  const site = await read(folder, "site.yaml", SiteFile, newId);
  if (!site.ok) return site;
  const entries: Outcome<EntryFile>[] = [];
  for (const { key } of site.value.kinds)
    for (const file of await filesIn(join(folder, "entries", key), ".md"))
      entries.push(
        parseEntryFile(
          `entries/${key}/${file}`,
          key,
          file.slice(0, -3),
          await readFile(join(folder, "entries", key, file), "utf8"),
        ),
      );
  const parts: Outcome<{ key: string } & z.infer<typeof PartFile>>[] = [];
  for (const file of await filesIn(join(folder, "parts"), ".yaml")) {
    const part = await read(folder, `parts/${file}`, PartFile, newId);
    parts.push(part.ok ? succeed({ ...part.value, key: file.slice(0, -5) }) : part);
  }
  const failed = [...entries, ...parts].flatMap((outcome) => (outcome.ok ? [] : outcome.issues));
  if (failed.length > 0) return fail(...failed);
  const pictures = [];
  for (const file of await filesIn(join(folder, "pictures"), ""))
    pictures.push({
      key: file.replace(/\.[a-z]+$/, ""),
      bytes: new Uint8Array(await readFile(join(folder, "pictures", file))),
    });
  return succeed({
    site: site.value,
    entries: entries.flatMap((outcome) => (outcome.ok ? [outcome.value] : [])),
    parts: parts
      .flatMap((outcome) => (outcome.ok ? [outcome.value] : []))
      .sort((a, b) => a.order - b.order)
      .map(({ key, slot, name, placement, bands }) => ({
        key,
        slot,
        name,
        placement,
        bands: bands as Part["bands"],
      })),
    pictures,
  });
};

const filesIn = async (folder: string, ending: string): Promise<readonly string[]> => {
  try {
    return (await readdir(folder)).filter((file) => file.endsWith(ending)).sort();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === "ENOENT") return [];
    throw error;
  }
};
