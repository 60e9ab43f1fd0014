import type { z } from "zod";
import { fail, type Issue, issue, type Outcome, succeed } from "../model/issue";
import { PACK_SCHEMA, type Pack, PackManifest, PackMedia, PackMenu, PackNeeds, PackPart } from "./shapes";
import { readTokens, TokenFile } from "./tokens";

/** Thrown inside this file only, to stop at the first problem; it never leaves. */
class Refused extends Error {
  constructor(readonly problem: Issue) {
    super(problem.code);
  }
}
const refuse = (code: string, path: readonly (string | number)[], params?: Issue["params"]): never => {
  throw new Refused(issue(code, path, params));
};

const decoder = new TextDecoder("utf-8", { fatal: true });

/**
 * Reads the files of an unpacked pack. Hostile input: every file must be listed with its hash, every listed file must
 * be there, every value must fit its schema, every key must lead somewhere. One clear issue with file and place, or the
 * whole pack.
 */
export const readPack = (
  files: ReadonlyMap<string, Uint8Array>,
  sha256: (bytes: Uint8Array) => string,
): Outcome<Pack> => {
  try {
    return succeed(read(files, sha256));
  } catch (error) {
    if (error instanceof Refused) return fail(error.problem);
    throw error;
  }
};

const read = (files: ReadonlyMap<string, Uint8Array>, sha256: (bytes: Uint8Array) => string): Pack => {
  const manifest = parse(files, "pack.json", PackManifest);
  for (const [path, hash] of Object.entries(manifest.files)) {
    const bytes = files.get(path);
    if (!bytes) refuse("pack.fileMissing", [path]);
    else if (sha256(bytes) !== hash) refuse("pack.hash", [path]);
  }
  for (const path of files.keys())
    if (path !== "pack.json" && !(path in manifest.files)) refuse("pack.fileUnlisted", [path]);

  const inFolder = (folder: string) =>
    [...files.keys()].filter((path) => path.startsWith(`${folder}/`) && path.endsWith(".json")).sort();
  const parts = inFolder("parts").map((path) => parse(files, path, PackPart) as PackPart);
  const menus = inFolder("menus").map((path) => parse(files, path, PackMenu));
  const media = files.has("media/media.json") ? parse(files, "media/media.json", PackMedia).pictures : [];
  const pictures = media.map((picture, position) => {
    const bytes = files.get(picture.file);
    if (!bytes)
      return refuse("pack.fileMissing", ["media/media.json", "pictures", position, "file"], {
        file: picture.file,
      });
    return { ...picture, bytes, sha256: sha256(bytes) };
  });
  const colours = files.has("style/tokens.json")
    ? readTokens(parse(files, "style/tokens.json", TokenFile))
    : [];
  const needs = parse(files, "needs.json", PackNeeds).needs;
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
  return { manifest, parts, menus, pictures, colours, needs };
};

const unique = (keys: readonly string[], place: string): void => {
  const twice = keys.find((key, position) => keys.indexOf(key) !== position);
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
  const version = (value as { schema?: unknown } | null)?.schema;
  if (typeof version === "number" && version > PACK_SCHEMA)
    refuse("pack.newer", [path], { schema: version, known: PACK_SCHEMA });
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const [first] = parsed.error.issues;
  return refuse("pack.value", [path, ...((first?.path ?? []) as (string | number)[])], {
    detail: first?.message ?? "",
  });
};
