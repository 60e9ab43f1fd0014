import { findBody } from "../../core/design/design";
import { wholeDesign } from "../../core/design/pieces";
import { blocksOf } from "../../core/design/tree";
import type { Film } from "../../core/model/film";
import { entryIdentity } from "../../core/model/identity";
import { type Issue, issue } from "../../core/model/issue";
import type { View } from "../../core/placement/match";
import { type CompiledDesign, partOf, resolveSlot } from "../../core/placement/resolve";
import type { Connection } from "../../data/database";
import { presentFiles } from "../../data/file-repository";

/** What entries play: whether it is there, and whether it is seen. */

/** Whether the layout of an entry's page has the block that plays its film. */
export const showsFilm = (compiled: CompiledDesign, entry: string, view: View): boolean => {
  const page = compiled.index.byIdentity.get(entryIdentity(entry));
  const id = page ? partOf(resolveSlot(compiled, "layout", page, view)) : null;
  const layout = id === null ? undefined : findBody(wholeDesign(compiled.design), "part", id);
  return layout ? blocksOf(layout).some(({ kind }) => kind === "film") : false;
};

/** Of what an entry is to play, a file that the site does not keep. */
export const missingFile = async (
  site: string,
  film: Film | null | undefined,
  connection: Connection,
): Promise<Issue | null> => {
  if (!film || !("file" in film)) return null;
  const named = [film.file, ...(film.captions ? [film.captions.file] : [])];
  const kept = await presentFiles(site, named, connection);
  return named.every((hash) => kept.has(hash)) ? null : issue("film.notHere", ["film"]);
};
