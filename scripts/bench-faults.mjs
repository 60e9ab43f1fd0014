// `npm run bench -- --only faults`: web, jobs and PostgreSQL are killed (SIGKILL) again and again while changes are saved
// and pictures sent. What was acknowledged must be there afterwards, whole, and everything must come back by itself.

import { randomUUID } from "node:crypto";
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { Cluster, environmentOf, freePort, loadSamples } from "./prepare.mjs";
import { StudioClient } from "./studio-client.mjs";
import { Supervisor, startServer } from "./supervisor.mjs";

const sleep = (ms) => new Promise((on) => setTimeout(on, ms));

/** Saves a change of two parts under one name, again and again; what was acknowledged is noted. */
const saveOnAndOn = async (studio, parts, noted) => {
  let was = parts.map(({ name }) => name);
  for (let number = 0; !noted.isOver; number += 1) {
    const key = randomUUID();
    const next = parts.map(({ first }) => `${first} ${number}`);
    const operations = parts.map(({ id }, at) => ({
      op: "set",
      id,
      path: ["name"],
      value: next[at],
      was: was[at],
    }));
    try {
      await studio.call("change", { key, operations });
      noted.acknowledged.push(key);
      was = next;
    } catch (error) {
      if (error.answered && error.answered < 500) throw error;
      noted.unanswered += 1;
      await sleep(100);
      // it may have arrived although no answer did: go on from what is there
      was = await now(studio, parts, noted);
    }
  }
};

const now = async (studio, parts, noted) => {
  while (true)
    try {
      const names = await Promise.all(
        parts.map(async ({ id }) => (await studio.call("part", { part: id })).body.name),
      );
      const numbers = new Set(names.map((name) => name.split(" ").at(-1)));
      if (numbers.size > 1 && names.every((name, at) => name !== parts[at].name)) noted.half += 1;
      return names;
    } catch {
      await sleep(100);
    }
};

const sendOnAndOn = async (studio, noted) => {
  for (let number = 0; !noted.isOver; number += 1) {
    const bytes = await sharp({
      create: { width: 300, height: 200, channels: 3, background: { r: number % 256, g: 90, b: 120 } },
    })
      .png()
      .toBuffer();
    try {
      const answer = await studio.send(`upload?name=kill-${number}.png`, bytes);
      if (answer.status === 200) noted.sent.push(JSON.parse(answer.body.toString()).value.id);
    } catch {
      noted.unanswered += 1;
    }
    await sleep(400);
  }
};

/** Waits until the studio answers and a picture that is sent is made: everything is back. Returns after how long, ms. */
const isBack = async (studio) => {
  const began = Date.now();
  while (Date.now() - began < 60_000)
    try {
      await studio.call("editions");
      return Date.now() - began;
    } catch {
      await sleep(50);
    }
  return null;
};

/** Kills so many times; prints what became of it. Resolves with whether all of it held. */
export const benchFaults = async ({ kills = 60 } = {}) => {
  const folder = mkdtempSync(join(tmpdir(), "gray-latch-faults-"));
  chmodSync(folder, 0o755);
  // durability stays on: that is what is asked here
  const cluster = new Cluster({ folder: join(folder, "postgres"), port: await freePort(54600) });
  const env = await environmentOf(cluster, folder, 4580);
  const said = [];
  const supervisor = new Supervisor({ env, logs: join(folder, "log"), say: (words) => said.push(words) });
  try {
    await cluster.prepare();
    await supervisor.keepOther("PostgreSQL", cluster.data, () => cluster.spawn());
    cluster.createDatabase("gray_latch");
    const { email, password } = loadSamples(env);
    await startServer(env, { supervisor });
    const studio = await StudioClient.signIn(Number(env.PORT), "observatory", email, password);
    const { rows } = await studio.call("parts");
    const parts = rows.slice(0, 2).map(({ id, name }, at) => ({ id, name, first: `Part ${at}` }));
    const noted = { acknowledged: [], sent: [], unanswered: 0, half: 0, isOver: false };
    const working = [saveOnAndOn(studio, parts, noted), sendOnAndOn(studio, noted)];
    const names = ["web", "jobs", "PostgreSQL"];
    const waits = [];
    for (let kill = 0; kill < kills; kill += 1) {
      const name = names[kill % names.length];
      const { pid } = supervisor.processes[name];
      if (pid) process.kill(pid, "SIGKILL");
      await sleep(50);
      waits.push(await isBack(studio));
      while (Object.values(supervisor.processes).some((each) => each.pid === null)) await sleep(50);
      await sleep(300 + (kill % 5) * 150);
    }
    noted.isOver = true;
    await Promise.all(working);
    await isBack(studio);
    for (let waited = 0; waited < 120; waited += 1) {
      const { uploads } = await studio.call("uploads");
      if (uploads.every(({ state }) => state === "done" || state === "failed")) break;
      await sleep(1000);
    }
    const { uploads } = await studio.call("uploads");
    const states = new Map(uploads.map(({ id, state }) => [id, state]));
    const unmade = noted.sent.filter((id) => states.get(id) !== "done").length;
    const arrived = new Set();
    for (let from = 0; from < noted.acknowledged.length; from += 50)
      for (const key of (
        await studio.call("newest", {
          document: parts[0].id,
          keys: noted.acknowledged.slice(from, from + 50),
        })
      ).arrived)
        arrived.add(key);
    const lost = noted.acknowledged.filter((key) => !arrived.has(key)).length;
    await now(studio, parts, noted);
    const stayedAway = waits.filter((wait) => wait === null).length;
    const sorted = waits.filter((wait) => wait !== null).sort((a, b) => a - b);
    const at = (share) => ((sorted[Math.floor(share * (sorted.length - 1))] ?? 0) / 1000).toFixed(1);
    console.log(
      `${kills} kills in a row (web, jobs, PostgreSQL): back by themselves ${kills - stayedAway} times, after ${at(0.5)} s in half of them, at most ${at(1)} s; ${noted.acknowledged.length} changes acknowledged, ${lost} lost, ${noted.half} half; ${noted.sent.length} pictures taken in, ${unmade} not made; ${noted.unanswered} requests without an answer, asked again`,
    );
    return stayedAway === 0 && lost === 0 && noted.half === 0 && unmade === 0;
  } finally {
    const database = supervisor.without("PostgreSQL");
    await supervisor.end();
    if (database) cluster.stop();
    rmSync(folder, { recursive: true, force: true });
    cluster.remove();
  }
};
