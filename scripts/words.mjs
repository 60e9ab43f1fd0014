// The words of the interface: none that `docs/words.md` retired is shown. `--list` prints every text that is looked at.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { root } from "./prepare.mjs";
import { filesIn, treeOf, walk } from "./syntax.mjs";

const ROOMS = ["src/ui", "src/messages", "src/core/starting", "src/server"];

/** What stands in code and is never read by anybody: where it is imported from, its type, what it is compared with. */
const SILENT = new Set([
  "ImportDeclaration",
  "ExportAllDeclaration",
  "TsTypeAliasDeclaration",
  "TsInterfaceDeclaration",
  "TsTypeAnnotation",
  "TsTypeParameterInstantiation",
]);
const SILENT_ATTRIBUTES = new Set(["className", "id", "key", "href", "role", "type", "variant", "component"]);
/** A text with a blank or a capital at its beginning is for people; one word in small letters is where it is text between tags. */
const isForPeople = (text) => /\p{L}/u.test(text) && (/\s/.test(text.trim()) || /^\p{Lu}/u.test(text));

/** The texts of a file that people read, each as it stands there; holes of a template are “…”. */
export const shownTexts = (file, source) => {
  const found = [];
  const visit = (node, above) => {
    if (SILENT.has(node.type)) return false;
    // what a part of the code is called, and what people may type to find it
    if (node.type === "SwitchCase" && node.test) return walk(node.consequent, visit, above) ?? false;
    if (node.type === "KeyValueProperty" && node.key.value === "also") return false;
    if (node.type === "CallExpression" && node.callee.value === "one") return false;
    if (node.type === "JSXAttribute" && SILENT_ATTRIBUTES.has(node.name.value)) return false;
    if (node.type === "JSXText") {
      const text = node.value.replace(/\s+/g, " ").trim();
      if (/\p{L}/u.test(text)) found.push(text);
    }
    if (node.type === "StringLiteral") {
      const isWord = above.some(
        (each) => each.type === "JSXExpressionContainer" || each.type === "JSXAttribute",
      );
      if (file.startsWith("src/messages/") || isWord ? /\p{L}/u.test(node.value) : isForPeople(node.value))
        found.push(node.value);
    }
    if (node.type === "TemplateLiteral" && "quasis" in node) {
      const text = node.quasis.map((each) => each.cooked ?? each.raw).join("…");
      if (isForPeople(text)) found.push(text);
    }
    return true;
  };
  walk(treeOf(file, source), visit);
  return found;
};

const inTicks = (text) => [...text.matchAll(/`([^`]+)`/g)].map(([, phrase]) => phrase);
const escaped = (phrase) => phrase.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
/** A phrase as it is looked for: in small letters anywhere, with a capital only as a whole label. */
const patternOf = (phrase) =>
  /^\p{Lu}\p{Ll}/u.test(phrase)
    ? new RegExp(`^${escaped(phrase)}$`, "u")
    : new RegExp(`(?<![\\p{L}-])${escaped(phrase)}(?![\\p{L}])`, "giu");

/** The rows below “Retired”: phrases that are not shown any more, what is still right though it has them, and what to say. */
export const retiredIn = (book) =>
  book
    .slice(book.indexOf("## Retired"))
    .split("\n")
    .filter((line) => line.startsWith("| `"))
    .map((line) => {
      const [phrases = "", why = "", instead = ""] = line.slice(2, -2).split(" | ");
      const [retired = "", right = ""] = phrases.split(" but ");
      return {
        patterns: inTicks(retired).map(patternOf),
        right: inTicks(right).map(patternOf),
        why,
        instead,
      };
    });

/** What of the retired words a text says. */
export const retiredWordsIn = (text, retired) =>
  retired.flatMap(({ patterns, right, why, instead }) => {
    const rest = right.reduce((left, pattern) => left.replace(pattern, "…"), text.trim());
    return patterns.some((pattern) => rest.search(pattern) >= 0) ? [{ why, instead }] : [];
  });

const check = () => {
  const retired = retiredIn(readFileSync(join(root, "docs/words.md"), "utf8"));
  const texts = ROOMS.flatMap((room) => filesIn(room)).flatMap((file) =>
    shownTexts(file, readFileSync(join(root, file), "utf8")).map((text) => ({ file, text })),
  );
  if (process.argv.includes("--list")) for (const { file, text } of texts) console.log(`${file}: ${text}`);
  const found = texts.flatMap(({ file, text }) =>
    retiredWordsIn(text, retired).map(({ why, instead }) => `${file}: “${text}”: ${why} Say: ${instead}.`),
  );
  for (const line of found) console.log(line);
  console.log(`words: ${texts.length} texts, ${retired.length} retired words, ${found.length} of them shown`);
  // without texts or words the check would pass over nothing
  if (found.length > 0 || texts.length === 0 || retired.length === 0) process.exitCode = 1;
};
if (process.argv[1] === fileURLToPath(import.meta.url)) check();
