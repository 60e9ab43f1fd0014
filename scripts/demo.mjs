// `npm run demo`: everything with sample data, from nothing. `--fresh` starts the sample data again, `--big` adds a generated site of 100 000 pages, `--dev` is for developers.
import { spawnSync } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join, resolve } from "node:path";
import {
  Cluster,
  ensureBuild,
  ensureModules,
  ensurePackages,
  portIsFree,
  root,
  settings,
  stop,
} from "./prepare.mjs";
import { endLeftBehind, Supervisor, startServer } from "./supervisor.mjs";

const dev = process.argv.includes("--dev");
const fresh = process.argv.includes("--fresh");
const big = process.argv.includes("--big");
ensurePackages(["postgresql"]);
ensureModules();

const env = { PORT: "4180", PGPORT: "54180", DATA_DIR: ".data", PGDATABASE: "gray_latch", ...settings() };
const port = Number(env.PORT);
const cluster = new Cluster({
  folder: `${env.DATA_DIR}/postgres`,
  port: Number(env.PGPORT),
  user: env.PGUSER,
  password: env.PGPASSWORD,
});
const data = resolve(root, env.DATA_DIR);
if (!cluster.folder.startsWith(data))
  console.log(`the database is kept in ${cluster.folder}: its user may not enter ${data}`);
env.CLUSTER_DIR = cluster.folder;
mkdirSync(data, { recursive: true });
const note = join(data, "processes.json");
// what a start that was killed left behind would hold our ports
const isRunning = await endLeftBehind(note);
if (!(await portIsFree(port)))
  stop(`Port ${port} is in use; set PORT to another one, for example: PORT=4190 npm run demo`);
if (isRunning) stop(`A demo is running in ${data} already; end it first, or set DATA_DIR to another folder.`);

const supervisor = new Supervisor({ env, logs: join(data, "log"), note, say: (words) => console.log(words) });
let ending = false;
const end = async (code) => {
  if (ending) return;
  ending = true;
  // it needs no less than those who use it are done
  const database = supervisor.without("PostgreSQL");
  await supervisor.end();
  if (database) cluster.stop();
  process.exit(code);
};
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end(0));

await cluster.prepare();
try {
  await supervisor.keepOther("PostgreSQL", cluster.data, () => cluster.spawn());
} catch (error) {
  console.error(error.message);
  await end(1);
}

if (big) console.log("loading 100 000 pages, about a minute …");
cluster.createDatabase(env.PGDATABASE);
const loaded = spawnSync(
  process.execPath,
  ["--import", "tsx", "scripts/database.ts", ...(fresh ? ["--fresh"] : []), ...(big ? ["--big"] : [])],
  { cwd: root, env, encoding: "utf8" },
);
if (loaded.status !== 0) {
  console.error(
    `The database cannot be prepared: ${
      (loaded.stderr || loaded.stdout)
        .trim()
        .split("\n")
        .filter((line) => /Error|error/.test(line))[0] ?? loaded.stderr
    }`,
  );
  await end(1);
}
const [, email, password] = /^sign-in (\S+) (.*)$/m.exec(loaded.stdout) ?? [];
process.stdout.write(loaded.stdout.replace(/^sign-in .*\n/m, ""));
if (!dev) ensureBuild();
try {
  await startServer(env, { args: dev ? ["--dev"] : [], supervisor });
} catch (error) {
  console.error(error.message);
  await end(1);
}
console.log(`
Gray Latch is ready.

  studio       http://localhost:${port}
  observatory  http://observatory.localhost:${port}
  tide mill    http://tide-mill.localhost:${port}${big ? `\n  plates       http://plates.localhost:${port}` : ""}

  sign in as   ${email}
  password     ${password}

logs         ${join(env.DATA_DIR, "log")}

Ctrl-C ends everything.`);
