// `npm run bench`: how fast it is beside others, measured on a server of its own with the sample sites and a generated
// one of 100 000 pages. `npm run bench -- --only placement|render|hero|pictures|studio|site|load|faults` runs one part.
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Cluster, ensureBuild, ensureModules, ensurePackages, freePort, root, settings } from "./prepare.mjs";
import { startServer } from "./supervisor.mjs";

const args = process.argv.slice(2);
const withStudio = !args.some((arg) => /placement|render|hero/.test(arg));
ensurePackages(withStudio || args.includes("hero") ? ["postgresql", "chromium"] : ["postgresql"]);
ensureModules();
if (withStudio) ensureBuild();
if (args.includes("faults")) {
  const { benchFaults } = await import("./bench-faults.mjs");
  process.exit((await benchFaults({ kills: Number(process.env.KILLS ?? 60) })) ? 0 : 1);
}
if (args.includes("load")) {
  const { benchLoad } = await import("./bench-load.mjs");
  process.exit((await benchLoad()) ? 0 : 1);
}
if (args.includes("site")) {
  const { benchSite } = await import("./bench-site.mjs");
  process.exit((await benchSite()) ? 0 : 1);
}
const folder = mkdtempSync(join(tmpdir(), "gray-latch-bench-"));
const cluster = new Cluster({ folder, port: await freePort(54400), fast: true });
let server;
let code = 1;
try {
  await cluster.start();
  cluster.createDatabase("gray_latch_bench");
  const env = {
    ...settings(),
    PGPORT: String(cluster.port),
    PGUSER: "app",
    PGPASSWORD: "app",
    PGDATABASE: "gray_latch_bench",
    PORT: String(await freePort(4380)),
    // peers take what they take
    PGSTATEMENT_MS: "900000",
  };
  const tsx = (file, ...more) =>
    spawnSync(process.execPath, ["--expose-gc", "--import", "tsx", file, ...more], {
      cwd: root,
      env,
      stdio: "inherit",
    });
  tsx("scripts/database.ts", ...(args.includes("pictures") ? [] : withStudio ? ["--big"] : ["--no-demo"]));
  if (withStudio) {
    env.LOOP_DELAY_FILE = join(folder, "loop-delay.json");
    server = await startServer(env, { flags: ["--import", "./scripts/loop-delay.mjs"] });
    const { web, jobs } = server.processes;
    Object.assign(env, { WEB_PID: String(web.pid), JOBS_PID: String(jobs.pid) });
  }
  code = tsx("scripts/bench.ts", ...args).status ?? 1;
} finally {
  await server?.end();
  cluster.remove();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(code);
