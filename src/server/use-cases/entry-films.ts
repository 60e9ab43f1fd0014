import { partSeenBy } from "../../core/cascade/seen-by";
import { findBody } from "../../core/design/design";
import { wholeDesign } from "../../core/design/pieces";
import { blocksOf } from "../../core/design/tree";
import type { Film } from "../../core/model/film";
import { entryIdentity } from "../../core/model/identity";
import { type Issue, issue } from "../../core/model/issue";
import { WIDTHS } from "../../core/model/values";
import { type CompiledDesign, partOf, resolveSlot } from "../../core/placement/resolve";
import type { Connection } from "../../data/database";
import { findFile } from "../../data/file-repository";

/** What entries play: whether it is there, and whether it is seen. */

/** Whether the layout of an entry's page shows the block that plays its film to those who may read it. */
export const showsFilm = (compiled: CompiledDesign, entry: string, at: string): boolean => {
  const page = compiled.index.byIdentity.get(entryIdentity(entry));
  if (!page) return false;
  const audience = page.access === "public" ? "signedOut" : page.access;
  const id = partOf(resolveSlot(compiled, "layout", page, { audience, at }));
  const layout = id === null ? undefined : findBody(wholeDesign(compiled.design), "part", id);
  return (
    layout !== undefined &&
    blocksOf(partSeenBy(layout, audience)).some(
      ({ kind, look }) => kind === "film" && !WIDTHS.every((width) => look.hideOn.includes(width)),
    )
  );
};

/** Of what an entry is to play, a file that the site does not keep, or not as that. */
export const missingFile = async (
  site: string,
  film: Film | null | undefined,
  connection: Connection,
): Promise<Issue | null> => {
  if (!film || !("file" in film)) return null;
  const { file, type, captions } = film;
  const isHere =
    (await findFile(site, file, "video", connection))?.type === type &&
    (!captions || (await findFile(site, captions.file, "captions", connection)) !== null);
  return isHere ? null : issue("film.notHere", ["film"]);
};
