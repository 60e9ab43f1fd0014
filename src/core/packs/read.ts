import type { z } from "zod";
import { blocksOf } from "../design/tree";
import { isTooDeep } from "../model/depth";
import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";
import type { IssueCode } from "../model/issue-codes";
import { schemaIssue } from "../model/schema-problem";
import { unstorable } from "../model/storable";
import { visitItems, visitMenuPictures, visitReferences } from "./closure";
import {
  type AskedNeed,
  type AskedType,
  needId,
  PACK_SCHEMA,
  type Pack,
  PackManifest,
  PackMedia,
  PackMenu,
  type PackNeed,
  PackNeeds,
  PackPart,
  PackTextStyles,
} from "./shapes";
import { readTokens, TokenFile } from "./tokens";

/** Thrown inside this file only, to stop at the first problem; it never leaves. */
class Refused extends Error {
  constructor(readonly problem: Issue) {
    super(problem.code);
  }
}
const refuse = (code: IssueCode, path: readonly (string | number)[], params?: Issue["params"]): never => {
  throw new Refused(issue(code, path, params));
};

const decoder = new TextDecoder("utf-8", { fatal: true });

/** What an archive holds: the SHA-256 (hex) of every file by its path, and the bytes of those that end in `.json`. */
export interface PackFiles {
  readonly hashes: ReadonlyMap<string, string>;
  readonly texts: ReadonlyMap<string, Uint8Array>;
}

/** The most of each there may be: what is planned is planned in one go, beside others' work. */
const MOST = { parts: 1000, menus: 200, pictures: 1000, needs: 500, blocks: 20_000 } as const;

/**
 * Reads the files of an unpacked pack. Hostile input: every file must be listed with its hash, every listed file must
 * be there, every value must fit its schema, every key must lead somewhere, and nothing may be too many. One clear issue
 * with file and place, or the whole pack.
 */
export const readPack = (files: PackFiles): Outcome<Pack> => {
  try {
    return succeed(read(files));
  } catch (error) {
    if (error instanceof Refused) return fail(error.problem);
    throw error;
  }
};

const read = ({ hashes, texts: files }: PackFiles): Pack => {
  const manifest = parse(files, "pack.json", PackManifest);
  for (const [path, hash] of Object.entries(manifest.files)) {
    const found = hashes.get(path);
    if (found === undefined) refuse("pack.fileMissing", [path]);
    else if (found !== hash) refuse("pack.hash", [path]);
  }
  for (const path of hashes.keys())
    if (path !== "pack.json" && !Object.hasOwn(manifest.files, path)) refuse("pack.fileUnlisted", [path]);

  const inFolder = (folder: "parts" | "menus") => {
    const paths = [...files.keys()].filter((path) => path.startsWith(`${folder}/`)).sort();
    few(paths.length, folder, [folder]);
    return paths;
  };
  const parts = inFolder("parts").map((path) => parse(files, path, PackPart) as PackPart);
  few(
    parts.reduce((sum, part) => sum + [...blocksOf(part)].length, 0),
    "blocks",
    ["parts"],
  );
  const menus = inFolder("menus").map((path) => parse(files, path, PackMenu));
  const media = files.has("media/media.json") ? parse(files, "media/media.json", PackMedia).pictures : [];
  few(media.length, "pictures", ["media/media.json"]);
  const pictures = media.map((picture, position) => {
    const sha256 = hashes.get(picture.file);
    if (sha256 === undefined || picture.file.endsWith(".json"))
      return refuse("pack.fileMissing", ["media/media.json", "pictures", position, "file"], {
        file: picture.file,
      });
    return { ...picture, sha256 };
  });
  const colours = files.has("style/tokens.json")
    ? readTokens(parse(files, "style/tokens.json", TokenFile))
    : [];
  const textStyles = files.has("style/text-styles.json")
    ? parse(files, "style/text-styles.json", PackTextStyles).textStyles
    : [];
  unique(
    textStyles.map(({ id }) => id),
    "style/text-styles.json",
  );
  const told = parse(files, "needs.json", PackNeeds).needs;
  unique(told.map(needId), "needs.json");
  const needs = withUntold(told, parts, menus, new Set(pictures.map(({ key }) => key)));
  few(needs.length, "needs", ["needs.json"]);
  unique(
    parts.map(({ key }) => key),
    "parts",
  );
  unique(
    menus.map(({ key }) => key),
    "menus",
  );
  unique(
    pictures.map(({ key }) => key),
    "media/media.json",
  );
  return { manifest, parts, menus, pictures, colours, textStyles, needs };
};

/** Needs with what parts and menus name beside them, menus and pictures too that are not in the pack: whoever imports is asked for it, it is never silently gone. */
const withUntold = (
  told: readonly PackNeed[],
  parts: readonly PackPart[],
  menus: readonly PackMenu[],
  pictures: ReadonlySet<string>,
): readonly AskedNeed[] => {
  const known = new Set<string>([
    ...told.map(needId),
    ...menus.map(({ key }) => needId({ type: "menu", key })),
    ...[...pictures].map((key) => needId({ type: "picture", key })),
  ]);
  const untold = new Map<string, AskedNeed>();
  const note = (type: AskedType, key: string, by: "parts" | "menus", from: string) => {
    const id = needId({ type, key });
    if (key === "" || known.has(id)) return;
    const need = untold.get(id) ?? { type, key, name: key, parts: [], menus: [] };
    if (!need[by].includes(from)) need[by].push(from);
    untold.set(id, need);
  };
  for (const part of parts)
    visitReferences(part, (type, key) => {
      if (type !== "colour" && type !== "textStyle") note(type, key, "parts", part.key);
    });
  for (const { key, menu } of menus) {
    visitItems(menu.items, (type, id) => note(type, id, "menus", key));
    visitMenuPictures(menu.items, (id) => note("picture", id, "menus", key));
  }
  return [...told, ...untold.values()];
};

const few = (count: number, what: keyof typeof MOST, path: readonly string[]): void => {
  if (count > MOST[what]) refuse("pack.tooMany", path, { what, count, limit: MOST[what] });
};

const unique = (keys: readonly string[], place: string): void => {
  const seen = new Set<string>();
  const twice = keys.find((key) => seen.size === seen.add(key).size);
  if (twice !== undefined) refuse("pack.keyTwice", [place], { key: twice });
};

const parse = <T extends z.ZodType>(
  files: ReadonlyMap<string, Uint8Array>,
  path: string,
  schema: T,
): z.output<T> => {
  const bytes = files.get(path);
  if (!bytes) return refuse("pack.fileMissing", [path]);
  let value: unknown;
  try {
    value = JSON.parse(decoder.decode(bytes));
  } catch {
    return refuse("pack.notJson", [path]);
  }
  if (isTooDeep(value)) refuse("pack.tooDeep", [path]);
  const place = unstorable(value);
  if (place) refuse("text.unstorable", [path, ...place]);
  const version = (value as { schema?: unknown } | null)?.schema;
  if (typeof version === "number" && version > PACK_SCHEMA)
    refuse("pack.newer", [path], { schema: version, known: PACK_SCHEMA });
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const [first] = parsed.error.issues;
  throw new Refused(first ? schemaIssue(first, "pack.value", [path]) : issue("pack.value", [path]));
};
