// Import directions and cycles. Without its parser the checker passes silently with no modules, so they are counted.
import { readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
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
for (const violation of violations)
  console.log(`${violation.rule.name}: ${violation.from} → ${violation.to}`);
console.log(`${totalCruised} modules, ${violations.length} violations`);
process.exit(totalCruised > 100 && violations.length === 0 ? 0 : 1);
