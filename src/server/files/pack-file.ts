import type { Outcome } from "../../core/model/issue";
import { succeed } from "../../core/model/issue";
import { readPack } from "../../core/packs/read";
import type { Pack } from "../../core/packs/shapes";
import { unzip } from "./unzip";

/** A pack that was read and checked, with where the files of its pictures lie. */
export interface ReceivedPack {
  readonly pack: Pack;
  readonly paths: ReadonlyMap<string, string>;
}

/** Unpacks an archive into the folder and reads the pack in it. */
export const takePack = async ({
  path,
  folder,
}: {
  readonly path: string;
  readonly folder: string;
}): Promise<Outcome<ReceivedPack>> => {
  const files = await unzip(path, folder);
  if (!files.ok) return files;
  const pack = readPack(files.value);
  return pack.ok ? succeed({ pack: pack.value, paths: files.value.paths }) : pack;
};
