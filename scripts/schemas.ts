/** Writes the JSON Schemas of the pack format and the description of the API into `docs`. Tests see that they are current. */
import { mkdir, writeFile } from "node:fs/promises";
import { packSchemas } from "../src/core/packs/schemas";
import { openApiDocument } from "../src/server/api/openapi";

await mkdir("docs/schemas", { recursive: true });
for (const [name, schema] of Object.entries(packSchemas()))
  await writeFile(`docs/schemas/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
await writeFile("docs/openapi.json", `${JSON.stringify(openApiDocument(), null, 2)}\n`);
