/** Writes the JSON Schemas of the pack format into `docs/schemas`. A test sees that they are current. */
import { mkdir, writeFile } from "node:fs/promises";
import { packSchemas } from "../src/core/packs/schemas";

await mkdir("docs/schemas", { recursive: true });
for (const [name, schema] of Object.entries(packSchemas()))
  await writeFile(`docs/schemas/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
