// `npm run bench -- --only site`: how a site of 100 000 pages answers beside one of 1 000, on the same machine in the same
// run: first bytes for visitors, searches, one entry edited, the overview; and what lists and the index take by themselves.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Cluster, environmentOf, freePort, root } from "./prepare.mjs";
import { ask, StudioClient } from "./studio-client.mjs";
import { startServer } from "./supervisor.mjs";

const SITE = "plates";
const HOST = `${SITE}.localhost`;
const SIZES = (process.env.PAGES ?? "1000,10000,100000").split(",").map(Number);

const at = (times, share) => {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
};
const ms = (value) => `${value < 10 ? value.toFixed(1) : value.toFixed(0)} ms`;

/** ms until an answer is there, which must be the page. */
const taken = async (port, path, status = 200) => {
  const began = performance.now();
  const answer = await ask(port, { host: HOST, path });
  const took = performance.now() - began;
  if (answer.status !== status) throw new Error(`${path}: expected ${status}, got ${answer.status}`);
  return took;
};
const inTurn = async (list, take) => {
  const times = [];
  for (const each of list) times.push(await take(each));
  return times;
};

const memoryOf = (pid) =>
  Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;

/** Paths spread over the site, each once: pages never asked for before. */
const pathsOf = (cluster, database, count) =>
  cluster
    .query(
      database,
      `SELECT path FROM (SELECT path, row_number() OVER (ORDER BY md5(id)) AS place FROM entry
       WHERE site = '${SITE}' AND access = 'public' AND kind <> 'pages') AS each WHERE place <= ${count}`,
    )
    .split("\n")
    .filter((path) => path !== "");

const WORDS = [
  "lyra",
  "spectrum",
  "corvus plate",
  "finder chart",
  "hydra",
  "light",
  "lyr",
  "e77",
  "nothing-like-it",
];

const timed = async (run) => {
  const began = performance.now();
  const value = await run();
  return [performance.now() - began, value];
};

const measure = async (cluster, folder, pages) => {
  const database = `site_${pages}`;
  cluster.createDatabase(database);
  const env = { ...(await environmentOf(cluster, join(folder, database), 4880)), PGDATABASE: database };
  const tsx = (...args) =>
    spawnSync(process.execPath, ["--expose-gc", "--import", "tsx", ...args], {
      cwd: root,
      env,
      encoding: "utf8",
    });
  const loaded = tsx("scripts/database.ts", "--big", "--pages", String(pages));
  if (loaded.status !== 0) throw new Error(loaded.stderr);
  const [, email, password] = /^sign-in (\S+) (.*)$/m.exec(loaded.stdout);
  env.WORDS = WORDS.join(",");
  const core = tsx("scripts/bench-site-core.ts");
  if (core.status !== 0) throw new Error(core.stderr);
  const found = { pages, ...JSON.parse(core.stdout) };
  const server = await startServer(env);
  try {
    const port = Number(env.PORT);
    const paths = pathsOf(cluster, database, 240);
    found.first = await taken(port, "/");
    found.fresh = await inTurn(paths.slice(0, 100), (path) => taken(port, path));
    found.again = await inTurn([...paths.slice(0, 100), ...paths.slice(0, 100)], (path) => taken(port, path));
    found.archives = await inTurn(
      ["/plates/", "/logs/", "/logs/2006/", "/regions/t0/", "/people/a1/"],
      (path) => taken(port, path),
    );
    found.searches = await inTurn([...WORDS, ...WORDS, ...WORDS], (words) =>
      taken(port, `/search/?q=${encodeURIComponent(words)}`),
    );
    found.memory = memoryOf(server.processes.web.pid);
    const studio = await StudioClient.signIn(port, SITE, email, password);
    [found.overviewCold] = await timed(() => studio.call("coverage"));
    [found.overview] = await timed(() => studio.call("coverage"));
    [found.ledgerCold] = await timed(() => studio.call("findings"));
    [found.looksCold] = await timed(() => studio.call("lookFindings"));
    [found.partsCold] = await timed(() => studio.call("parts"));
    [found.parts] = await timed(() => studio.call("parts"));
    const entries = cluster
      .query(
        database,
        `SELECT id FROM entry WHERE site = '${SITE}' AND access = 'public' ORDER BY md5(id) LIMIT 20`,
      )
      .split("\n");
    found.edits = await inTurn(entries, async (entry) => {
      const [took] = await timed(() => studio.call("changeEntry", { entry, title: `Named ${entry}` }));
      return took;
    });
    found.afterEdit = await taken(port, paths[200]);
    // an edition, and the first who comes after it
    found.afterPublishing = [];
    for (let number = 0; number < 3; number += 1) {
      const { body } = await studio.call("profile");
      await studio.call("change", {
        operations: [
          { op: "set", id: "profile", path: ["tagline"], value: `Plates ${number}`, was: body.tagline },
        ],
      });
      await studio.call("publish", {});
      found.afterPublishing.push(await taken(port, paths[201 + number]));
    }
    found.memoryAfter = memoryOf(server.processes.web.pid);
  } finally {
    await server.end();
  }
  return found;
};

const LINES = [
  ["index of the site with its lists, made once", ({ index }) => index],
  ["a list of an archive, in half of them", ({ lists }) => at(lists, 0.5)],
  ["the same, at most", ({ lists }) => at(lists, 1)],
  ["first byte after a start", ({ first }) => first],
  ["first byte of a page never drawn", ({ fresh }) => at(fresh, 0.5)],
  ["the same, 95th percentile", ({ fresh }) => at(fresh, 0.95)],
  ["of a page drawn before", ({ again }) => at(again, 0.5)],
  ["of archives", ({ archives }) => at(archives, 1)],
  ["of the first page after publishing", ({ afterPublishing }) => at(afterPublishing, 0.5)],
  ["of the first page after an edit", ({ afterEdit }) => afterEdit],
  ["a search, 95th percentile", ({ found }) => at(found, 0.95)],
  ["first byte of its page, 95th percentile", ({ searches }) => at(searches, 0.95)],
  ["one entry's title edited", ({ edits }) => at(edits, 0.5)],
  ["the overview's figures, cold", ({ overviewCold }) => overviewCold],
  ["and again", ({ overview }) => overview],
  ["what is noticed, cold", ({ ledgerCold }) => ledgerCold],
  ["what is noticed of looks, cold", ({ looksCold }) => looksCold],
  ["1 000 parts, cold", ({ partsCold }) => partsCold],
  ["and again", ({ parts }) => parts],
];

export const benchSite = async ({ sizes = SIZES } = {}) => {
  const folder = mkdtempSync(join(tmpdir(), "gray-latch-site-"));
  const cluster = new Cluster({ folder: join(folder, "postgres"), port: await freePort(54800), fast: true });
  try {
    await cluster.start();
    const all = [];
    for (const pages of sizes) all.push(await measure(cluster, folder, pages));
    const [least] = all;
    console.log(`${"".padEnd(46)}${all.map(({ pages }) => String(pages).padStart(12)).join("")}   ratio`);
    for (const [name, of] of LINES) {
      const values = all.map(of);
      console.log(
        `${name.padEnd(46)}${values.map((value) => ms(value).padStart(12)).join("")}   ${(values.at(-1) / of(least)).toFixed(1)}`,
      );
    }
    console.log(
      `${"memory of the web process".padEnd(46)}${all.map(({ memoryAfter }) => `${memoryAfter.toFixed(0)} MB`.padStart(12)).join("")}`,
    );
    return true;
  } finally {
    cluster.remove();
    rmSync(folder, { recursive: true, force: true });
  }
};
