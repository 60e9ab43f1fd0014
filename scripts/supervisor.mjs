// Keeps processes running: what ends without being asked to is started again after a pause that grows, and that is said.
import { spawn } from "node:child_process";
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { basename, join } from "node:path";
import { root } from "./prepare.mjs";

/** The first pause, the longest one, and how long something must have run for the pause to begin small again, ms. */
const FIRST_PAUSE = 500;
const LONGEST_PAUSE = 8_000;
const STEADY = 10_000;
/** What is asked to end gets so long to finish what it does, ms. */
const FINISH = 21_000;
const LONGEST_LOG = 10 * 1024 * 1024;

/** Whether a process is there, and is one of ours: its command line names this folder's files. */
const isOurs = (pid, mark) => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(mark);
  } catch {
    return false;
  }
};

const signalGroup = (pid, signal) => {
  try {
    process.kill(-pid, signal);
  } catch {
    // gone already
  }
};

/**
 * Ends what an earlier start left behind when it was killed: it may hold our ports. `file` is the note of what was
 * started. True, and nothing is ended, if whoever started it is still there.
 */
export const endLeftBehind = async (file) => {
  if (!existsSync(file)) return false;
  const { keeper, processes } = JSON.parse(readFileSync(file, "utf8"));
  // whoever keeps them is still there: they are nobody's to end
  if (isOurs(keeper.pid, keeper.mark)) return true;
  const left = processes.filter(({ pid, mark }) => isOurs(pid, mark));
  for (const { pid } of left) signalGroup(pid, "SIGTERM");
  for (let waited = 0; left.some(({ pid, mark }) => isOurs(pid, mark)) && waited < 5000; waited += 50)
    await new Promise((on) => setTimeout(on, 50));
  for (const { pid } of left) signalGroup(pid, "SIGKILL");
  rmSync(file, { force: true });
  return false;
};

/** One process that is kept running. */
class Kept {
  #pause = FIRST_PAUSE;
  #timer;
  #began = 0;
  constructor(name, start, say, onChange) {
    Object.assign(this, {
      name,
      start,
      say,
      onChange,
      child: null,
      isEnding: false,
      hasRun: false,
      restarts: 0,
    });
  }

  /** Starts it. Resolves once it says it is ready; rejects with what it printed if it ends before, the first time. */
  async begin() {
    this.#began = Date.now();
    const { child, ready } = this.start();
    this.child = child;
    this.onChange();
    const ended = new Promise((over) => child.once("exit", (code, signal) => over({ code, signal })));
    void ended.then(({ code, signal }) => this.#ended(code, signal));
    await ready;
    this.hasRun = true;
    return this;
  }

  #ended(code, signal) {
    this.child = null;
    this.onChange();
    // what never was ready is not started again: whoever began it is told why
    if (this.isEnding || !this.hasRun) return;
    if (Date.now() - this.#began > STEADY) this.#pause = FIRST_PAUSE;
    const pause = this.#pause;
    this.#pause = Math.min(LONGEST_PAUSE, pause * 2);
    this.say(`${this.name} ended (${signal ?? `code ${code}`}); it is started again in ${pause / 1000} s`);
    this.#timer = setTimeout(() => {
      this.restarts += 1;
      this.begin().then(
        () => this.say(`${this.name} is back`),
        () => undefined, // it ended again: its end starts it again
      );
    }, pause);
  }

  async end() {
    this.isEnding = true;
    clearTimeout(this.#timer);
    const { child } = this;
    if (!child) return;
    await new Promise((done) => {
      child.once("exit", done);
      signalGroup(child.pid, "SIGTERM");
      setTimeout(() => signalGroup(child.pid, "SIGKILL"), FINISH).unref();
    });
  }
}

/** Appends to a log file; one that grew long is put aside first. */
const logFile = (folder, name) => {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, `${name}.log`);
  if (existsSync(path) && statSync(path).size > LONGEST_LOG) renameSync(path, `${path}.1`);
  return createWriteStream(path, { flags: "a" });
};

/**
 * Keeps our processes running. `logs` is a folder for what they print, `note` a file that says what was started, `say`
 * is told what happens.
 */
export class Supervisor {
  #kept = [];
  constructor({ env, logs, note, say = () => undefined }) {
    Object.assign(this, { env, logs, note, say });
  }

  get processes() {
    return Object.fromEntries(
      this.#kept.map(({ name, child, restarts }) => [name, { pid: child?.pid ?? null, restarts }]),
    );
  }

  #write() {
    if (!this.note) return;
    const running = this.#kept.filter(({ child }) => child);
    // whole or not at all: it is read by others while we run
    writeFileSync(
      `${this.note}.new`,
      JSON.stringify({
        // by the end of its path: it may have been named from where it was started
        keeper: { pid: process.pid, mark: basename(process.argv[1]) },
        processes: running.map(({ child, mark }) => ({ pid: child.pid, mark })),
      }),
    );
    renameSync(`${this.note}.new`, this.note);
  }

  /** Keeps a TypeScript entry of ours running. Resolves when it is ready. */
  async keep(name, file, { args = [], flags = [], env = {} } = {}) {
    const start = () => {
      const child = spawn(process.execPath, [...flags, "--import", "tsx", file, ...args], {
        cwd: root,
        detached: true,
        env: {
          ...this.env,
          ...env,
          NEXT_TELEMETRY_DISABLED: "1",
          NODE_ENV: args.includes("--dev") ? "development" : "production",
          PROCESS_NAME: name,
          // it ends when its standard input does: when we are gone
          END_WITH_PARENT: "yes",
        },
        stdio: ["pipe", "pipe", "pipe"],
      });
      return { child, ready: this.#listen(name, child) };
    };
    return this.#add(name, file, start);
  }

  /** Keeps something else running; `start` gives the process and a promise of its being ready. */
  keepOther(name, mark, start) {
    return this.#add(name, mark, start);
  }

  async #add(name, mark, start) {
    const kept = Object.assign(new Kept(name, start, this.say, () => this.#write()), { mark });
    this.#kept.push(kept);
    await kept.begin();
    return kept;
  }

  /** What it prints goes into its log; resolves when it says it is ready, rejects with what it printed if it ends before. */
  #listen(name, child) {
    const log = this.logs ? logFile(this.logs, name) : null;
    return new Promise((ready, failed) => {
      let said = "";
      let isReady = false;
      const hear = (chunk) => {
        log?.write(chunk);
        if (!isReady) said += chunk;
        if (!isReady && /^ready /m.test(said)) {
          isReady = true;
          ready();
        }
      };
      child.stdout.on("data", hear);
      child.stderr.on("data", (chunk) => {
        hear(chunk);
        if (process.env.SERVER_OUTPUT) process.stderr.write(chunk);
      });
      child.on("exit", () => {
        log?.end();
        failed(new Error(said.trim() || `${name} ended without a word`));
      });
    });
  }

  /** Keeps one of them running no more: whoever asks ends it. The process that runs, or null. */
  without(name) {
    const kept = this.#kept.find((each) => each.name === name);
    if (!kept) return null;
    kept.isEnding = true;
    this.#kept = this.#kept.filter((each) => each !== kept);
    return kept.child;
  }

  /** Ends all, those that answer first, and forgets the note. */
  async end() {
    for (const kept of this.#kept) kept.isEnding = true;
    // what the others need ends last
    for (const name of ["web", "jobs"]) await this.#kept.find((each) => each.name === name)?.end();
    await Promise.all(this.#kept.map((kept) => kept.end()));
    if (this.note) rmSync(this.note, { force: true });
  }
}

/**
 * Web and jobs, as they are run everywhere, kept by the supervisor that is given or by one of their own. Resolves with it
 * when both are ready; rejects with what was printed if one does not start. `flags` are Node's own, for the web process.
 */
export const startServer = async (
  env,
  { args = [], flags = [], supervisor = new Supervisor({ env }) } = {},
) => {
  try {
    // each thread that encodes would keep an arena of freed memory of its own
    await supervisor.keep("jobs", "src/server/jobs-main.ts", { env: { ...env, MALLOC_ARENA_MAX: "2" } });
    await supervisor.keep("web", "src/server/main.ts", { args, flags, env });
    return supervisor;
  } catch (error) {
    await supervisor.end();
    throw error;
  }
};
