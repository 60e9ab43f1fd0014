import { readFileSync } from "node:fs";
import * as harfbuzz from "harfbuzzjs";
import { FAMILIES } from "../src/core/measure/families";
import { Shaper } from "../src/core/measure/shaper";
import { unpackWoff2 } from "../src/server/files/woff2";

const packed = Object.values(FAMILIES).flatMap(({ folder, files }) =>
  files.map(({ file }) => [file, `node_modules/@fontsource-variable/${folder}/files/${file}`] as const),
);
const fonts = new Map<string, Uint8Array>();
for (const [file, path] of packed) fonts.set(file, await unpackWoff2(readFileSync(path)));

/** A shaper with every font that ships. */
export const shaper = new Shaper(harfbuzz, fonts);

/** One without any: every width is reserved. */
export const blindShaper = new Shaper(harfbuzz, new Map());
