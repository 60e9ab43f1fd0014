// What every script needs before it starts: Debian packages, npm packages, a private PostgreSQL. Only what is missing is done.
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import {
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { createConnection } from "node:net";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

export const root = resolve(dirname(fileURLToPath(import.meta.url)), "..");
export const isRoot = process.getuid?.() === 0;

/** Ends with one clear sentence. */
export const stop = (sentence) => {
  console.error(sentence);
  process.exit(1);
};

const run = (command, args, options = {}) =>
  execFileSync(command, args, { cwd: root, stdio: ["ignore", "pipe", "pipe"], encoding: "utf8", ...options });

const PACKAGES = {
  postgresql: () => postgresBin() !== null,
  chromium: () => existsSync("/usr/bin/chromium"),
  "default-jre-headless": () => spawnSync("java", ["-version"]).status === 0,
  unzip: () => existsSync("/usr/bin/unzip"),
};

export const postgresBin = () => {
  const base = "/usr/lib/postgresql";
  if (!existsSync(base)) return null;
  const versions = readdirSync(base)
    .filter((version) => existsSync(join(base, version, "bin/initdb")))
    .sort((a, b) => Number(b) - Number(a));
  return versions[0] ? join(base, versions[0], "bin") : null;
};

/** Installs the Debian packages that are missing; without root it says which. */
export const ensurePackages = (names) => {
  const missing = names.filter((name) => !PACKAGES[name]());
  if (missing.length === 0) return;
  if (!isRoot)
    stop(
      `These Debian packages are missing: ${missing.join(", ")}. Install them with: apt-get install ${missing.join(" ")}`,
    );
  console.log(`installing ${missing.join(", ")} …`);
  mkdirSync("/etc/postgresql-common/createcluster.d", { recursive: true });
  writeFileSync("/etc/postgresql-common/createcluster.d/no-main.conf", "create_main_cluster = false\n");
  const apt = (args) =>
    run("apt-get", ["-q", "-o", "DPkg::Lock::Timeout=300", ...args], {
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  try {
    apt(["update"]);
    apt(["install", "-y", "--no-install-recommends", ...missing]);
  } catch (error) {
    stop(
      `apt-get could not install ${missing.join(", ")}: ${String(error.stderr ?? error.message)
        .trim()
        .split("\n")
        .at(-1)}`,
    );
  }
};

/** `npm ci`, unless what is installed is what the lock file says. */
export const ensureModules = () => {
  const lock = createHash("sha256")
    .update(readFileSync(join(root, "package-lock.json")))
    .digest("hex");
  const mark = join(root, "node_modules/.gray-latch-lock");
  if (existsSync(mark) && readFileSync(mark, "utf8") === lock) return;
  console.log("installing npm packages …");
  const done = spawnSync("npm", ["ci"], { cwd: root, stdio: ["ignore", "pipe", "pipe"], encoding: "utf8" });
  if (done.status !== 0)
    stop(`npm ci failed: ${(done.stderr || done.stdout).trim().split("\n").slice(-4).join(" ")}`);
  writeFileSync(mark, lock);
};

/** Settings of the environment and of `.env`, the environment first. */
export const settings = () => {
  const file = join(root, ".env");
  const lines = existsSync(file) ? readFileSync(file, "utf8").split("\n") : [];
  const fromFile = Object.fromEntries(
    lines
      .map((line) => /^\s*([A-Z_]+)=(.*)$/.exec(line))
      .filter(Boolean)
      .map(([, key, value]) => [key, value.trim()]),
  );
  return { ...fromFile, ...process.env };
};

export const portIsFree = (port) =>
  new Promise((answer) => {
    const socket = createConnection({ port, host: "127.0.0.1" });
    socket.on("connect", () => {
      socket.destroy();
      answer(false);
    });
    socket.on("error", () => answer(true));
  });

/** The first port from the given one on that nobody listens on. */
export const freePort = async (from) => {
  for (let port = from; ; port += 1) if (await portIsFree(port)) return port;
};

/**
 * Where the database's files can lie: in the folder, or, where only root may enter it (a clone in root's own home, a
 * container), in one below /var/lib that the user postgres can reach, named by the folder it stands for.
 */
const reachable = (folder) => {
  if (!isRoot) return folder;
  let there = folder;
  while (!existsSync(there)) there = dirname(there);
  const mayEnter = spawnSync("runuser", ["-u", "postgres", "--", "test", "-x", there]).status === 0;
  // a folder of the cluster's own belongs to that user already
  if (mayEnter || (there === folder && statSync(folder).uid === postgresUser().uid)) return folder;
  return join("/var/lib/gray-latch", createHash("sha256").update(folder).digest("hex").slice(0, 12));
};

const postgresUser = () => {
  const id = (flag) => Number(run("id", [flag, "postgres"]).trim());
  return { uid: id("-u"), gid: id("-g") };
};

/**
 * A PostgreSQL cluster of our own on loopback. `fast` gives up durability for speed and is for tests only.
 * The server refuses root, so as root everything runs as the user postgres.
 */
export class Cluster {
  constructor({ folder, port, user = "app", password = "app", fast = false }) {
    Object.assign(this, { folder: reachable(resolve(root, folder)), port, user, password, fast });
    this.data = join(this.folder, "cluster");
    if (join(this.folder, ".s.PGSQL.00000").length > 100) this.sockets = "/tmp";
    else this.sockets = this.folder;
  }

  #postgres(program, args, options) {
    const path = join(postgresBin(), program);
    return isRoot
      ? run("runuser", ["-u", "postgres", "--", path, ...args], { cwd: "/", ...options })
      : run(path, args, options);
  }

  #create() {
    console.log("creating the database cluster …");
    mkdirSync(this.folder, { recursive: true });
    if (isRoot) run("chown", ["postgres", this.folder]);
    const secret = join(this.folder, "password");
    writeFileSync(secret, this.password);
    chmodSync(secret, 0o600);
    if (isRoot) run("chown", ["postgres", secret]);
    try {
      this.#postgres("initdb", [
        "-D",
        this.data,
        "-U",
        this.user,
        `--pwfile=${secret}`,
        "-A",
        "scram-sha-256",
        "-E",
        "UTF8",
        "--locale=C.UTF-8",
        ...(this.fast ? ["--no-sync"] : []),
      ]);
    } catch (error) {
      rmSync(this.data, { recursive: true, force: true });
      stop(
        `The database cluster cannot be created in ${this.folder}: ${String(error.stderr ?? error.message)
          .trim()
          .split("\n")
          .at(-1)}. Is every folder above it open to the user postgres?`,
      );
    }
    rmSync(secret);
  }

  /** Makes the cluster if there is none, and sees that its port is free. */
  async prepare() {
    if (!existsSync(join(this.data, "PG_VERSION"))) this.#create();
    if (this.isRunning()) return;
    if (!(await portIsFree(this.port)))
      stop(`Port ${this.port}, meant for the database, is in use; set PGPORT to another one.`);
  }

  #options() {
    const off = this.fast
      ? [
          "fsync=off",
          "synchronous_commit=off",
          "full_page_writes=off",
          "wal_level=minimal",
          "max_wal_senders=0",
        ]
      : [];
    return [
      "listen_addresses=127.0.0.1",
      `port=${this.port}`,
      `unix_socket_directories=${this.sockets}`,
      ...off,
    ].flatMap((option) => ["-c", option]);
  }

  /** As a process of its own: for tests and measurements, which end with whoever started them. */
  async start() {
    await this.prepare();
    if (this.isRunning()) return;
    const options = this.#options().join(" ");
    const log = join(this.folder, "postgres.log");
    try {
      // its output must not keep our pipe open
      this.#postgres("pg_ctl", ["-D", this.data, "-l", log, "-w", "-t", "30", "-o", options, "start"], {
        stdio: ["ignore", "ignore", "ignore"],
      });
    } catch {
      stop(this.whyNot());
    }
  }

  /** A sentence on why it does not start. */
  whyNot() {
    const log = join(this.folder, "postgres.log");
    const last = existsSync(log) ? readFileSync(log, "utf8").trim().split("\n").slice(-3).join(" ") : "";
    return `The database does not start: ${last || "no reason was logged"}. Its folder is ${this.data}; remove it to begin with an empty one.`;
  }

  /** Its process as a child of ours, and a promise of its taking connections: for whoever keeps it running. */
  spawn() {
    // one that outlived whoever kept it would not let another in
    this.stop();
    const log = openSync(join(this.folder, "postgres.log"), "a");
    const child = spawn(join(postgresBin(), "postgres"), ["-D", this.data, ...this.#options()], {
      cwd: "/",
      detached: true,
      stdio: ["ignore", log, log],
      ...(isRoot ? postgresUser() : {}),
    });
    closeSync(log);
    const ready = new Promise((done, failed) => {
      child.once("exit", () => failed(new Error(this.whyNot())));
      const ask = () => {
        const asked = spawn(join(postgresBin(), "pg_isready"), [
          "-q",
          "-h",
          "127.0.0.1",
          "-p",
          String(this.port),
        ]);
        asked.once("exit", (code) => (code === 0 ? done() : setTimeout(ask, 100)));
      };
      ask();
    });
    ready.catch(() => undefined);
    return { child, ready };
  }

  isRunning() {
    try {
      this.#postgres("pg_ctl", ["-D", this.data, "status"]);
      return true;
    } catch {
      return false;
    }
  }

  stop() {
    if (!this.isRunning()) return;
    try {
      this.#postgres("pg_ctl", ["-D", this.data, "-m", this.fast ? "immediate" : "fast", "-w", "stop"]);
    } catch {
      // it was going down already
    }
  }

  remove() {
    this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** What a statement answers, a row a line. */
  query(database, sql) {
    return run(
      join(postgresBin(), "psql"),
      ["-h", "127.0.0.1", "-p", String(this.port), "-U", this.user, "-d", database, "-tAc", sql],
      { env: { ...process.env, PGPASSWORD: this.password } },
    ).trim();
  }

  /** `template` is a database that nobody is connected to; the new one begins as a copy of it. */
  createDatabase(name, template = "template1") {
    if (this.query("postgres", `SELECT 1 FROM pg_database WHERE datname = '${name}'`) !== "1")
      this.query("postgres", `CREATE DATABASE ${name} TEMPLATE ${template}`);
  }
}

/** A hash of everything the build is made of. */
const buildInputs = () => {
  const hash = createHash("sha256");
  const files = readdirSync(join(root, "src"), { recursive: true })
    .map((file) => join("src", file))
    .sort();
  for (const file of [...files, "package-lock.json", "next.config.ts", "tsconfig.json"]) {
    const path = join(root, file);
    if (!existsSync(path) || !statSync(path).isFile() || file.endsWith(".test.ts")) continue;
    hash.update(file).update(readFileSync(path));
  }
  return hash.digest("hex");
};

/** Builds the studio, unless the build is of these very sources. */
export const ensureBuild = () => {
  const mark = join(root, ".next/gray-latch-build");
  const inputs = buildInputs();
  if (existsSync(mark) && readFileSync(mark, "utf8") === inputs) return;
  console.log("building the studio …");
  const done = spawnSync(process.execPath, ["node_modules/next/dist/bin/next", "build"], {
    cwd: root,
    encoding: "utf8",
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
  });
  if (done.status !== 0) stop(`The studio cannot be built:\n${done.stdout}\n${done.stderr}`);
  writeFileSync(mark, inputs);
};

/** The environment of a server of its own, with its files in `folder`, on a port from `port` on that is free. */
export const environmentOf = async (cluster, folder, port) => ({
  ...settings(),
  PGPORT: String(cluster.port),
  PGUSER: "app",
  PGPASSWORD: "app",
  PGDATABASE: "gray_latch",
  PORT: String(await freePort(port)),
  DATA_DIR: folder,
});

/** Brings a database up to date and loads the sample sites. Returns who may sign in; throws with what was printed. */
export const loadSamples = (env) => {
  const loaded = spawnSync(process.execPath, ["--import", "tsx", "scripts/database.ts"], {
    cwd: root,
    env,
    encoding: "utf8",
  });
  if (loaded.status !== 0) throw new Error(loaded.stderr);
  const [, email, password] = /^sign-in (\S+) (.*)$/m.exec(loaded.stdout) ?? [];
  return { email, password };
};
