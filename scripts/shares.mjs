// Shares that tell whether the house stays as it should: functions that are long, exported names without a word of what
// they are. Printed and held to what CONTRIBUTING.md says; `--names` lists where.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "./prepare.mjs";
import { filesIn, treeOf, walk } from "./syntax.mjs";

const LONG = 40;
/** Rooms with the share of functions that may be long, and of exported names that must say what they are; percent. */
const ROOMS = [
  { room: "src/core", long: 3, told: 95 },
  { room: "src/data", long: 3, told: 95 },
  { room: "src/server", long: 3, told: 95 },
  { room: "src/ui", long: 5, told: 0 },
];
const FUNCTIONS = new Set([
  "FunctionDeclaration",
  "FunctionExpression",
  "ArrowFunctionExpression",
  "ClassMethod",
  "PrivateMethod",
  "MethodProperty",
  "Constructor",
]);

const readFile = (file) => {
  const text = readFileSync(join(root, file));
  const tree = treeOf(file, text.toString());
  // spans count bytes, and go on counting from file to file
  const offset = tree.span.start - (text.length === 0 ? 0 : firstByte(text, tree));
  return { text, tree, at: (place) => place - offset };
};
/** Where the tree begins in the text: comments and blanks before it are not its own. */
const firstByte = (text, tree) => {
  const [first] = tree.body;
  if (!first) return 0;
  const body = text.toString();
  const start = /^(?:\s|\/\*[\s\S]*?\*\/|\/\/[^\n]*)*/.exec(body)?.[0] ?? "";
  return Buffer.byteLength(start) - (first.span.start - tree.span.start);
};
const linesIn = (text, from, to) => text.subarray(from, to).toString().split("\n").length;

/** Whether a comment stands right before, or the file says at its head what is in it. */
const isTold = (text, from) => {
  const before = text.subarray(0, from).toString();
  const head = before.replace(/^import[\s\S]*?from "[^"]*";\n|^import "[^"]*";\n/gm, "").trimStart();
  return /\*\/\s*$/.test(before) || /^("use client";\s*)?\/\*\*/.test(head);
};

const lineOf = (text, place) => linesIn(text, 0, place);

const sharesOf = (room) => {
  const found = { functions: 0, long: [], exported: 0, untold: [] };
  for (const file of filesIn(room)) {
    const { text, tree, at } = readFile(file);
    walk(tree.body, (node) => {
      if (!FUNCTIONS.has(node.type)) return;
      const span = node.span ?? node.function?.span;
      found.functions += 1;
      const lines = linesIn(text, at(span.start), at(span.end));
      if (lines > LONG) found.long.push(`${file}:${lineOf(text, at(span.start))} (${lines} lines)`);
    });
    for (const node of tree.body) {
      if (node.type !== "ExportDeclaration") continue;
      found.exported += 1;
      if (!isTold(text, at(node.span.start)))
        found.untold.push(`${file}:${lineOf(text, at(node.span.start))}`);
    }
  }
  return found;
};

let isGood = true;
for (const { room, long: most, told: least } of ROOMS) {
  const { functions, long, exported, untold } = sharesOf(room);
  const [share, told] = [(100 * long.length) / functions, 100 - (100 * untold.length) / exported];
  const holds = share <= most && told >= least;
  isGood &&= holds;
  console.log(
    `${room}: ${long.length} of ${functions} functions over ${LONG} lines, ${share.toFixed(1)} % (at most ${most}); ${told.toFixed(1)} % of ${exported} exported names told (at least ${least})${holds ? "" : "  ✗"}`,
  );
  if (process.argv.includes("--names"))
    for (const each of [...long, ...(least > 0 ? untold : [])]) console.log(`  ${each}`);
}
process.exit(isGood ? 0 : 1);
