// Plays what a person does with `npm run demo`: a first start, a second one beside it, a stop, a quick start, a broken database.
import { spawn } from "node:child_process";
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { freePort, root } from "./prepare.mjs";

const folder = mkdtempSync(join(tmpdir(), "gray-latch-demo-"));
chmodSync(folder, 0o755);
const env = {
  ...process.env,
  DATA_DIR: folder,
  PORT: String(await freePort(4480)),
  PGPORT: String(await freePort(54500)),
  PGDATABASE: "gray_latch",
};
const checks = [];
const check = (name, ok, detail = "") => {
  checks.push(ok);
  console.log(`${ok ? "✓" : "✗"} ${name}${ok ? "" : `: ${detail}`}`);
};

/** Starts the demo and resolves with what it said, once it is ready or has ended. */
const start = (args = []) =>
  new Promise((done) => {
    const began = Date.now();
    const child = spawn(process.execPath, ["scripts/demo.mjs", ...args], {
      cwd: root,
      env,
      stdio: ["ignore", "pipe", "pipe"],
    });
    let said = "";
    const hear = (chunk) => {
      said += chunk;
      if (said.includes("Ctrl-C ends everything."))
        done({ child, said, seconds: (Date.now() - began) / 1000 });
    };
    child.stdout.on("data", hear);
    child.stderr.on("data", hear);
    child.on("exit", (code) => done({ child: null, said, code, seconds: (Date.now() - began) / 1000 }));
  });
const stop = (child) =>
  new Promise((done) => {
    child.removeAllListeners("exit");
    child.on("exit", done);
    child.kill("SIGTERM");
  });
const statusOf = (host) =>
  new Promise((done) => {
    request(
      { host: "127.0.0.1", port: env.PORT, path: "/", headers: { host: `${host}:${env.PORT}` } },
      (response) => {
        response.resume();
        done(response.statusCode);
      },
    )
      .on("error", () => done(0))
      .end();
  });
/** Processes that still know our folder or port. */
const left = () =>
  readdirSync("/proc")
    .filter((id) => /^\d+$/.test(id) && Number(id) !== process.pid)
    .map((id) => {
      try {
        return readFileSync(`/proc/${id}/cmdline`, "utf8").replaceAll("\0", " ");
      } catch {
        return "";
      }
    })
    .filter((line) => line.includes(folder));
const isOneSentence = (said) =>
  said
    .trim()
    .split("\n")
    .filter((line) => !/^(creating|building|>)/.test(line) && line !== "").length === 1;

try {
  const first = await start();
  check(
    "a first start loads the sample sites and says where they are",
    first.child !== null &&
      /sample sites loaded/.test(first.said) &&
      /http:\/\/observatory\.localhost/.test(first.said),
    first.said,
  );
  check("the site answers", (await statusOf("observatory.localhost")) === 200);
  const beside = await start();
  check(
    "a port in use gets one clear sentence",
    beside.code === 1 && isOneSentence(beside.said) && beside.said.includes("is in use; set PORT"),
    beside.said,
  );
  if (first.child) await stop(first.child);
  check("stopping leaves no process", left().length === 0, left().join("\n"));
  const second = await start();
  check(
    "a second start does nothing that is done",
    second.child !== null && !/creating|loaded|building/.test(second.said),
    second.said,
  );
  console.log(`  ready in ${second.seconds.toFixed(1)} s`);
  if (second.child) await stop(second.child);
  writeFileSync(join(folder, "postgres/cluster/global/pg_control"), "broken");
  const broken = await start();
  check(
    "a broken database gets one clear sentence",
    broken.code === 1 && isOneSentence(broken.said) && broken.said.includes("The database does not start"),
    broken.said,
  );
  check("and leaves no process", left().length === 0, left().join("\n"));
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exit(checks.every(Boolean) ? 0 : 1);
