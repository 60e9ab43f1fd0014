// The source files of a room, and what is in their syntax trees, for the checks that read code.
import { readdirSync } from "node:fs";
import { join } from "node:path";
import { parseSync } from "@swc/core";
import { root } from "./prepare.mjs";

/** The files of a room that are neither tests nor mere types, from the root of the project. */
export const filesIn = (room) =>
  readdirSync(join(root, room), { recursive: true, encoding: "utf8" })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$|\.d\.ts$/.test(file))
    .map((file) => join(room, file));

export const treeOf = (file, text) =>
  parseSync(text, { syntax: "typescript", tsx: file.endsWith(".tsx"), target: "es2022" });

/** Every node of a syntax tree, with the nodes it stands in, the nearest last; `visit` may answer false to go no deeper. */
export const walk = (node, visit, above = []) => {
  if (Array.isArray(node)) for (const each of node) walk(each, visit, above);
  else if (node && typeof node === "object") {
    const isNode = typeof node.type === "string";
    if (isNode && visit(node, above) === false) return;
    const within = isNode ? [...above, node] : above;
    for (const key in node) if (key !== "span") walk(node[key], visit, within);
  }
};
