/** Brings the database up to date and loads the sample sites: `tsx scripts/database.ts [--fresh] [--big] [--no-demo]`. */
import { closeDatabase } from "../src/data/database";
import { migrate } from "../src/data/migrate";
import { closeDecoders } from "../src/server/files/decoding";
import { DEMO_ACCOUNTS, DEMO_PASSWORD, loadDemo } from "../src/server/import/demo";
import { installQueue } from "../src/server/jobs/queue";
import { BIG_SITE, loadBigDemo } from "./big-demo";

const migrated = await migrate();
await installQueue();
const fresh = process.argv.includes("--fresh");
if (migrated.length > 0) console.log(`database: ${migrated.join(", ")}`);
if (!process.argv.includes("--no-demo")) {
  const loaded = await loadDemo({ fresh });
  if (loaded.length > 0) console.log(`sample sites loaded: ${loaded.join(", ")}`);
}
const pages = process.argv.includes("--pages")
  ? Number(process.argv[process.argv.indexOf("--pages") + 1])
  : undefined;
if (process.argv.includes("--big") && (await loadBigDemo(fresh, pages)))
  console.log(`generated site loaded: ${BIG_SITE}`);
console.log(`sign-in ${DEMO_ACCOUNTS[0].email} ${DEMO_PASSWORD}`);
await closeDecoders();
await closeDatabase();
