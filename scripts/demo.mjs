// `npm run demo`: everything with sample data, from nothing. `--fresh` starts the sample data again, `--big` adds a generated site of 100 000 pages, `--dev` is for developers.
import { spawnSync } from "node:child_process";
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
import { endServer, startServer } from "./server-process.mjs";

const dev = process.argv.includes("--dev");
const fresh = process.argv.includes("--fresh");
const big = process.argv.includes("--big");
ensurePackages(["postgresql"]);
ensureModules();

const env = { PORT: "4180", PGPORT: "54180", DATA_DIR: ".data", PGDATABASE: "gray_latch", ...settings() };
const port = Number(env.PORT);
if (!(await portIsFree(port)))
  stop(`Port ${port} is in use; set PORT to another one, for example: PORT=4190 npm run demo`);

const cluster = new Cluster({
  folder: `${env.DATA_DIR}/postgres`,
  port: Number(env.PGPORT),
  user: env.PGUSER,
  password: env.PGPASSWORD,
});
let server;
let ending = false;
const end = async (code) => {
  if (ending) return;
  ending = true;
  await endServer(server);
  cluster.stop();
  process.exit(code);
};
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end(0));

await cluster.start();
if (big) console.log("loading 100 000 pages, about a minute …");
cluster.createDatabase(env.PGDATABASE);
const data = spawnSync(
  process.execPath,
  ["--import", "tsx", "scripts/database.ts", ...(fresh ? ["--fresh"] : []), ...(big ? ["--big"] : [])],
  { cwd: root, env, encoding: "utf8" },
);
if (data.status !== 0) {
  console.error(
    `The database cannot be prepared: ${
      (data.stderr || data.stdout)
        .trim()
        .split("\n")
        .filter((line) => /Error|error/.test(line))[0] ?? data.stderr
    }`,
  );
  await end(1);
}
const [, email, password] = /^sign-in (\S+) (.*)$/m.exec(data.stdout) ?? [];
process.stdout.write(data.stdout.replace(/^sign-in .*\n/m, ""));
if (!dev) ensureBuild();
try {
  server = await startServer(env, dev ? ["--dev"] : []);
} catch (error) {
  console.error(error.message);
  await end(1);
}
server.on("exit", () => void end(1));
console.log(`
Gray Latch is ready.

  studio       http://localhost:${port}
  observatory  http://observatory.localhost:${port}
  tide mill    http://tide-mill.localhost:${port}${big ? `\n  plates       http://plates.localhost:${port}` : ""}

  sign in as   ${email}
  password     ${password}

Ctrl-C ends everything.`);
