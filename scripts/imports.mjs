// Import directions and cycles. Without its parser the checker passes silently with no modules, so they are counted.
import { readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { root } from "./prepare.mjs";

const require = createRequire(import.meta.url);
// the checker's parser is told TypeScript but not TSX: say so for files that are
const swc = require("@swc/core");
const parseFile = swc.parseFileSync;
swc.parseFileSync = (file, options) => parseFile(file, { ...options, tsx: file.endsWith(".tsx") });
const { cruise } = await import("dependency-cruiser");

const config = require(join(root, ".dependency-cruiser.cjs"));
const { output } = await cruise(["src"], {
  ...config.options,
  ruleSet: { forbidden: config.forbidden },
  validate: true,
});
const { totalCruised, violations } = output.summary;
// the API client may know the server's types, never its code
const leaks = readdirSync(join(root, "src/ui/client")).filter((file) =>
  /^import (?!type)[^;]*from "\.\.\/\.\.\/server\//m.test(
    readFileSync(join(root, "src/ui/client", file), "utf8"),
  ),
);
for (const file of leaks)
  violations.push({ rule: { name: "client-types-only" }, from: `src/ui/client/${file}`, to: "src/server" });
/** Folders that reach one another through their files, types included: a newcomer should know which stands on which. */
const folderCycles = (modules) => {
  const graph = new Map();
  for (const { source, dependencies } of modules) {
    if (!source.startsWith("src/") || source.includes(".test.")) continue;
    const from = dirname(source);
    const known = graph.get(from) ?? graph.set(from, new Set()).get(from);
    for (const { resolved } of dependencies)
      if (resolved.startsWith("src/") && dirname(resolved) !== from) known.add(dirname(resolved));
  }
  const reaches = (from, to, seen = new Set()) =>
    [...(graph.get(from) ?? [])].some(
      (next) => next === to || (!seen.has(next) && seen.add(next) && reaches(next, to, seen)),
    );
  return [...graph.keys()].filter((folder) => reaches(folder, folder));
};
for (const folder of folderCycles(output.modules))
  violations.push({ rule: { name: "no-folder-cycle" }, from: folder, to: "itself, through other folders" });
for (const violation of violations)
  console.log(`${violation.rule.name}: ${violation.from} → ${violation.to}`);
console.log(`${totalCruised} modules, ${violations.length} violations`);
process.exit(totalCruised > 100 && violations.length === 0 ? 0 : 1);
