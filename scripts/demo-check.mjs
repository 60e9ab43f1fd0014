// Plays what a person does with `npm run demo`: a first start, a second one beside it, a stop, a quick start, a broken database.
import { spawn } from "node:child_process";
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { request } from "node:http";
import { connect } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { freePort, isRoot, root } from "./prepare.mjs";

// a folder only its owner may enter, as root's own home is: the database's user cannot
const locked = mkdtempSync(join(tmpdir(), "gray-latch-demo-"));
chmodSync(locked, 0o700);
const folder = join(locked, "data");
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

/** The demo that was started last. */
let running = null;
/** Starts the demo and resolves with what it said, once it is ready or has ended. */
const start = (args = []) =>
  new Promise((done) => {
    const began = Date.now();
    const child = spawn(process.execPath, ["scripts/demo.mjs", ...args], {
      cwd: root,
      env,
      stdio: ["ignore", "pipe", "pipe"],
    });
    running = child;
    let said = "";
    const hear = (chunk) => {
      said += chunk;
      if (said.includes("Ctrl-C ends everything."))
        done({ child, said, seconds: (Date.now() - began) / 1000 });
    };
    child.stdout.on("data", hear);
    child.stderr.on("data", hear);
    // once all it said is heard
    child.on("close", (code) => done({ child: null, said, code, seconds: (Date.now() - began) / 1000 }));
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
    .filter((line) => line.includes(folder) || line.includes(cluster));
/** Where the demo says it keeps the database. */
let cluster = join(folder, "postgres");
const processes = () => JSON.parse(readFileSync(join(folder, "processes.json"), "utf8")).processes;
const until = async (holds, tries = 300) => {
  for (let times = 0; times < tries; times += 1) {
    if (await holds()) return true;
    await new Promise((on) => setTimeout(on, 100));
  }
  return false;
};
const isOneSentence = (said) =>
  said
    .trim()
    .split("\n")
    .filter((line) => !/^(creating|building|the database is kept in|>)/.test(line) && line !== "").length ===
  1;

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
  cluster = /^the database is kept in (\S+):/m.exec(first.said)?.[1] ?? cluster;
  if (isRoot)
    check(
      "in a folder only root may enter, the database is kept elsewhere, and that is said",
      !cluster.startsWith(folder) && existsSync(join(cluster, "cluster/PG_VERSION")),
      first.said,
    );
  const marks = processes().map(({ mark }) => mark);
  check("the database, the jobs and the web process run", marks.length === 3, marks.join(" "));
  for (const mark of marks) {
    // one that needs what was killed before may have been started again meanwhile
    await until(() => processes().length === marks.length);
    const pidOf = () => processes().find((each) => each.mark === mark)?.pid;
    const pid = pidOf();
    process.kill(pid, "SIGKILL");
    const back = await until(() => ![undefined, pid].includes(pidOf()));
    const answers = await until(async () => (await statusOf("observatory.localhost")) === 200);
    check(
      `${mark.includes("src/") ? mark : "PostgreSQL"} that was killed is back by itself`,
      back && answers,
    );
  }
  const beside = await start();
  check(
    "a port in use gets one clear sentence",
    beside.code === 1 && isOneSentence(beside.said) && beside.said.includes("is in use; set PORT"),
    beside.said,
  );
  check(
    "and disturbs nothing of the first",
    processes().every(({ pid }) => existsSync(`/proc/${pid}`)),
  );
  if (first.child) await stop(first.child);
  check("stopping leaves no process", left().length === 0, left().join("\n"));
  const killed = await start();
  if (killed.child) {
    await new Promise((done) => {
      killed.child.removeAllListeners("exit");
      killed.child.on("exit", done);
      killed.child.kill("SIGKILL");
    });
  }
  const second = await start();
  check("a start that was killed does not hinder the next", second.child !== null, second.said);
  check(
    "a second start does nothing that is done",
    second.child !== null && !/creating|sample sites loaded|building/.test(second.said),
    second.said,
  );
  console.log(`  ready in ${second.seconds.toFixed(1)} s`);
  if (second.child) {
    // a request that is half there when it is asked to stop
    const half = connect(Number(env.PORT), "127.0.0.1");
    let heard = "";
    half.on("data", (chunk) => {
      heard += chunk;
    });
    const over = new Promise((done) => half.on("close", done));
    half.write(
      `POST /api/session HTTP/1.1\r\nHost: localhost:${env.PORT}\r\nOrigin: http://localhost:${env.PORT}\r\nContent-Type: application/json\r\nContent-Length: 2\r\n\r\n{`,
    );
    await new Promise((on) => setTimeout(on, 500));
    const stopped = stop(second.child);
    await new Promise((on) => setTimeout(on, 500));
    half.write("}");
    await over;
    await stopped;
    check(
      "stopping finishes what runs",
      /^HTTP\/1\.1 400 .*"input\.invalid"/s.test(heard),
      heard.slice(0, 300),
    );
  }
  writeFileSync(join(cluster, "cluster/global/pg_control"), "broken");
  const broken = await start();
  check(
    "a broken database gets one clear sentence",
    broken.code === 1 && isOneSentence(broken.said) && broken.said.includes("The database does not start"),
    broken.said,
  );
  check("and leaves no process", left().length === 0, left().join("\n"));
} catch (error) {
  check("the demo could be played to its end", false, error.stack);
} finally {
  if (running?.exitCode === null && running.signalCode === null) await stop(running);
  rmSync(locked, { recursive: true, force: true });
  rmSync(cluster, { recursive: true, force: true });
}
process.exit(checks.every(Boolean) ? 0 : 1);
