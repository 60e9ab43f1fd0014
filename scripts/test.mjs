// `npm test`: everything, from nothing. `--only server|hostile|two|browser` runs one suite, `--all` the exhaustive runs too (`npm run check:all`). Each suite has a time budget.
import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  Cluster,
  ensureBuild,
  ensureModules,
  ensurePackages,
  freePort,
  loadSamples,
  root,
  settings,
} from "./prepare.mjs";
import { startServer } from "./supervisor.mjs";

const all = process.argv.includes("--all");
const only = process.argv.includes("--only") ? process.argv[process.argv.indexOf("--only") + 1] : null;
const results = [];
const children = new Set();

/** So many of the last lines of what failed are printed once more, below everything: of a long run often only the end is kept. */
const LINES_AGAIN = 70;

const BUDGET_TIMES = 3;
/** So much longer the exhaustive runs are. */
const WHOLE_TIMES = 4;

/**
 * Runs one suite within its budget, which is three times what it takes on an idle machine of two cores (`idle`, s): beside a
 * busy neighbour it still comes to its end. The whole group is ended when it takes longer.
 */
const suite = (name, idle, command, args, env = {}) =>
  new Promise((done) => {
    const seconds = idle * (all ? WHOLE_TIMES : 1) * BUDGET_TIMES;
    console.log(`\n── ${name}`);
    const began = Date.now();
    const child = spawn(command, args, {
      cwd: root,
      stdio: ["inherit", "pipe", "pipe"],
      detached: true,
      env: { ...process.env, ...env },
    });
    children.add(child);
    let last = [];
    for (const stream of ["stdout", "stderr"])
      child[stream].setEncoding("utf8").on("data", (text) => {
        process[stream].write(text);
        last = `${last.join("\n")}${text}`.split("\n").slice(-LINES_AGAIN);
      });
    let late = false;
    const timer = setTimeout(() => {
      late = true;
      process.kill(-child.pid, "SIGKILL");
    }, seconds * 1000);
    child.on("exit", (code) => {
      clearTimeout(timer);
      children.delete(child);
      const took = Math.round((Date.now() - began) / 1000);
      const ok = code === 0 && !late;
      results.push({ name, ok, last: () => last });
      console.log(
        `── ${name}: ${ok ? "passed" : late ? "took too long" : "failed"} (${took} s of at most ${seconds})`,
      );
      done(ok);
    });
  });

const node = (...args) => [process.execPath, args];

/** Ends what is run early: all that was asked for is done. */
class Done extends Error {}

/** A server of its own, with the sample sites, that is sent what nobody should send. */
const hostileInput = async (env) => {
  // it needs packages that may not have been there when this file was read
  const { hostile, SAMPLE, WHOLE } = await import("./hostile.mjs");
  const database = "gray_latch_hostile";
  cluster.createDatabase(database);
  const own = {
    ...env,
    PGDATABASE: database,
    PORT: String(await freePort(4680)),
    DATA_DIR: join(folder, "hostile"),
    LOOP_DELAY_FILE: join(tmpdir(), `gray-latch-loop-${process.pid}.json`),
    LOG_LEVEL: "error",
  };
  const { email, password } = loadSamples(own);
  const supervisor = await startServer(own, { flags: ["--import", "./scripts/loop-delay.mjs"] });
  try {
    const held = await hostile({
      port: Number(own.PORT),
      cluster,
      database,
      pid: supervisor.processes.web.pid,
      loopFile: own.LOOP_DELAY_FILE,
      email,
      password,
      counts: all ? WHOLE : SAMPLE,
      strict: all,
    });
    return held && Object.values(supervisor.processes).every(({ restarts }) => restarts === 0);
  } finally {
    await supervisor.end();
  }
};

ensurePackages(["postgresql", "chromium", "default-jre-headless", "unzip"]);
ensureModules();

const memory = existsSync("/dev/shm") ? "/dev/shm" : tmpdir();
const folder = mkdtempSync(join(memory, "gray-latch-"));
const cluster = new Cluster({ folder, port: await freePort(54300), fast: true });
const servers = [];
const clean = async () => {
  for (const child of children) process.kill(-child.pid, "SIGKILL");
  await Promise.all(servers.map((server) => server.end()));
  cluster.remove();
  rmSync(folder, { recursive: true, force: true });
};
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => void clean().then(() => process.exit(1)));

if (!only) {
  await suite("lint", 10, ...node("node_modules/@biomejs/biome/bin/biome", "check", "."));
  await suite(
    "types",
    25,
    ...node("node_modules/typescript/bin/tsc", "--noEmit", "-p", "tsconfig.check.json"),
  );
  await suite("imports", 15, ...node("scripts/imports.mjs"));
  await suite("words", 5, ...node("scripts/words.mjs"));
  await suite("unused", 15, ...node("node_modules/knip/bin/knip.js", "--no-progress"));
  await suite("unit", 150, ...node("node_modules/vitest/vitest.mjs", "run", "--project", "unit*"));
}
try {
  await cluster.start();
  const env = { ...settings(), PGPORT: String(cluster.port), PGUSER: "app", PGPASSWORD: "app" };
  if (!only || only === "server")
    // once as it is, and once with a single connection: whoever holds it and asks for another would wait for ever. That a
    // transaction asks for none beside its own is checked at each statement (`on`): in the usual run the tables suffice
    for (const [name, idle, more, files] of [
      ["data and server", 140, {}, []],
      [
        `${all ? "data and server" : "data"}, with one connection`,
        80,
        { PGPOOL: "1" },
        all ? [] : ["src/data"],
      ],
    ])
      await suite(
        name,
        idle,
        ...node("node_modules/vitest/vitest.mjs", "run", "--project", "server", ...files),
        { ...env, ...more, EXHAUSTIVE: all ? "yes" : "" },
      );
  if (only !== "server") {
    ensureBuild();
    if (!only) await suite("demo", 100, ...node("scripts/demo-check.mjs"));
    if (!only || only === "hostile") {
      console.log("\n── hostile input");
      results.push({ name: "hostile input", ok: await hostileInput(env) });
    }
    if (!only || only === "two") {
      console.log("\n── two of each");
      const { twoOfEach } = await import("./two-of-each.mjs");
      cluster.createDatabase("gray_latch_two");
      const own = { ...env, PGDATABASE: "gray_latch_two", DATA_DIR: join(folder, "two"), LOG_LEVEL: "error" };
      results.push({ name: "two of each", ok: await twoOfEach(own) });
    }
    if (only === "hostile" || only === "two") throw new Done();
    // two browsers at a time, each with a server and sample sites of its own
    const [first, second] = ["gray_latch_browser", "gray_latch_browser_2"];
    cluster.createDatabase(first);
    const data = spawnSync(process.execPath, ["--import", "tsx", "scripts/database.ts"], {
      cwd: root,
      env: { ...env, PGDATABASE: first },
      encoding: "utf8",
    });
    if (data.status !== 0) throw new Error(data.stderr);
    cluster.createDatabase(second, first);
    const ports = [];
    for (const [name, from] of [
      [first, 4280],
      [second, 4380],
    ]) {
      const port = await freePort(from);
      servers.push(await startServer({ ...env, PGDATABASE: name, PORT: String(port) }));
      ports.push(port);
    }
    await suite(
      "browser",
      840,
      ...node(
        "node_modules/@playwright/test/cli.js",
        "test",
        ...process.argv.slice(2).filter((arg) => arg.startsWith("e2e/")),
      ),
      { PORTS: ports.join(","), EXHAUSTIVE: all ? "yes" : "" },
    );
    // a process that ended was started again, and nobody noticed: it should not have ended
    const restarts = servers
      .flatMap(({ processes }) => Object.values(processes))
      .map((each) => each.restarts);
    results.push({ name: "no process ended by itself", ok: restarts.every((count) => count === 0) });
  }
} catch (error) {
  if (!(error instanceof Done)) console.error(error);
  if (!(error instanceof Done)) results.push({ name: "preparation", ok: false });
} finally {
  await clean();
}
const failed = results.filter((result) => !result.ok);
for (const { name, last } of failed) if (last) console.log(`\n── the end of ${name}\n${last().join("\n")}`);
if (failed.length > 0) console.log(`\nfailed: ${failed.map((result) => result.name).join(", ")}`);
console.log(`\n${results.length - failed.length} passed, ${failed.length} failed`);
process.exit(failed.length === 0 ? 0 : 1);
