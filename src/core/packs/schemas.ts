import { z } from "zod";
import { PackManifest, PackMedia, PackMenu, PackNeeds, PackPart, PackTextStyles } from "./shapes";
import { TokenFile } from "./tokens";

/** What each file of a pack is read with. */
export const FILES = {
  pack: PackManifest,
  part: PackPart,
  menu: PackMenu,
  media: PackMedia,
  needs: PackNeeds,
  tokens: TokenFile,
  textStyles: PackTextStyles,
};

/** JSON Schema (2020-12) of each file of a pack, from the very definitions it is read with. */
export const packSchemas = (): Readonly<Record<keyof typeof FILES, unknown>> =>
  Object.fromEntries(
    Object.entries(FILES).map(([name, schema]) => [
      name,
      z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }),
    ]),
  ) as never;
