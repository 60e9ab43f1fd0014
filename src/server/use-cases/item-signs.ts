import { readdir, readFile } from "node:fs/promises";
import { join } from "node:path";

/** Signs for menu items: the filled ones of the icon package the studio itself uses, by their outlines on a 24 × 24 field. */
export interface Sign {
  readonly name: string;
  /** SVG path data. */
  readonly outline: string;
}

const FOLDER = join(process.cwd(), "node_modules/@mui/icons-material");
/** Other drawings of the same sign. */
const VARIANT = /(Outlined|Rounded|Sharp|TwoTone)$/;

let names: Promise<readonly string[]> | undefined;
const allNames = (): Promise<readonly string[]> =>
  (names ??= readdir(FOLDER).then((files) =>
    files.flatMap((file) => {
      const name = /^([A-Z0-9][A-Za-z0-9]*)\.js$/.exec(file)?.[1];
      return name && !VARIANT.test(name) ? [name] : [];
    }),
  ));

/** "AccessTime" → "access time". */
const spoken = (name: string): string => name.replace(/(?<=[a-z0-9])([A-Z])/g, " $1").toLowerCase();

const readSign = async (name: string): Promise<Sign | null> => {
  const source = await readFile(join(FOLDER, `${name}.js`), "utf8");
  const outlines = [...source.matchAll(/\bd: "([^"]+)"/g)].map(([, path]) => path as string);
  // those drawn with circles or in several strengths cannot be told by one outline
  const isPlain = outlines.length > 0 && !/"(circle|rect|ellipse|g)"|opacity/.test(source);
  return isPlain ? { name: spoken(name), outline: outlines.join("") } : null;
};

const MOST = 24;

/** Signs whose name has all words, those that begin with the first one before the others. */
export const findItemSigns = async (query: string): Promise<readonly Sign[]> => {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const all = (await allNames()).map((name) => ({ name, words: spoken(name) }));
  const rank = (each: { words: string }) => (each.words.startsWith(words[0] ?? "") ? 0 : 1);
  const found = all
    .filter((each) => words.every((word) => each.words.includes(word)))
    .sort((a, b) => rank(a) - rank(b) || a.words.length - b.words.length || (a.words < b.words ? -1 : 1))
    .slice(0, MOST * 2);
  return (await Promise.all(found.map(({ name }) => readSign(name))))
    .flatMap((sign) => sign ?? [])
    .slice(0, MOST);
};
