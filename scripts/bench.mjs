// `npm run bench`: how fast it is, measured on a server of its own with the sample sites.
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Cluster, ensureBuild, ensureModules, ensurePackages, freePort, root, settings } from "./prepare.mjs";
import { endServer, startServer } from "./server-process.mjs";

ensurePackages(["postgresql", "chromium"]);
ensureModules();
ensureBuild();
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
  };
  const tsx = (file) =>
    spawnSync(process.execPath, ["--import", "tsx", file], { cwd: root, env, stdio: "inherit" });
  tsx("scripts/database.ts");
  server = await startServer(env);
  code = tsx("scripts/bench.ts").status ?? 1;
} finally {
  await endServer(server);
  cluster.remove();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(code);
