/** Brings the database up to date and loads the sample sites: `tsx scripts/database.ts [--fresh] [--no-demo]`. */
import { closeDatabase } from "../src/data/database";
import { migrate } from "../src/data/migrate";
import { DEMO_ACCOUNTS, DEMO_PASSWORD, loadDemo } from "../src/server/demo";

const migrated = await migrate();
if (migrated.length > 0) console.log(`database: ${migrated.join(", ")}`);
if (!process.argv.includes("--no-demo")) {
  const loaded = await loadDemo({ fresh: process.argv.includes("--fresh") });
  if (loaded.length > 0) console.log(`sample sites loaded: ${loaded.join(", ")}`);
}
console.log(`sign-in ${DEMO_ACCOUNTS[0].email} ${DEMO_PASSWORD}`);
await closeDatabase();
