// Hostile input against a whole server: mutated packs, uploads, bodies and raw requests. No answer of 500 or more, nothing
// changed in spite of an error, the web process alive and answering. Seeds are printed; `SEED=…` repeats a run.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { connect } from "node:net";
import { join } from "node:path";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import sharp from "sharp";
import { tsImport } from "tsx/esm/api";
import { root } from "./prepare.mjs";
import { ask, StudioClient } from "./studio-client.mjs";

const { seeded } = await tsImport("../test/seeded.ts", import.meta.url);

const STRANGE = [
  null,
  true,
  -1,
  0,
  1e308,
  2 ** 53,
  "",
  "\u0000",
  "\ud800",
  "toString",
  "__proto__",
  "constructor",
  "../../etc",
  "//evil.example",
  "a".repeat(5000),
  [],
  {},
  [[[[]]]],
  { op: "set" },
  "2026-13-99",
  "</style><script>alert(1)</script>",
  "colour:nowhere",
  "#zzzzzz",
];

/** A JSON value with one thing in it made another. */
const mutated = (value, random) => {
  if (random.chance(0.15)) return random.pick(STRANGE);
  if (Array.isArray(value) && value.length > 0) {
    const at = random.below(value.length);
    if (random.chance(0.1)) return [...value, ...value];
    if (random.chance(0.1)) return value.filter((_, each) => each !== at);
    return value.map((each, place) => (place === at ? mutated(each, random) : each));
  }
  if (value && typeof value === "object") {
    const keys = Object.keys(value);
    const key = random.pick(keys);
    if (key === undefined) return random.pick(STRANGE);
    if (random.chance(0.1)) return Object.fromEntries(Object.entries(value).filter(([each]) => each !== key));
    if (random.chance(0.05))
      return { ...value, [random.pick(["extra", "__proto__x", "toString"])]: random.pick(STRANGE) };
    return { ...value, [key]: mutated(value[key], random) };
  }
  return random.pick(STRANGE);
};

const flipped = (bytes, random) => {
  const copy = Buffer.from(bytes);
  for (let times = 1 + random.below(12); times > 0; times -= 1)
    copy[random.below(copy.length)] = random.below(256);
  return random.chance(0.25) ? copy.subarray(0, random.below(copy.length)) : copy;
};

const sha256 = (bytes) => createHash("sha256").update(bytes).digest("hex");

/** A pack with one of its files made another and its list of files made to fit, or with bytes flipped. */
const mutatedPack = (pack, random) => {
  if (random.chance(0.3)) return flipped(pack, random);
  const files = unzipSync(pack);
  const name = random.pick(Object.keys(files).filter((path) => path.endsWith(".json")));
  files[name] = strToU8(JSON.stringify(mutated(JSON.parse(strFromU8(files[name])), random)));
  if (random.chance(0.1)) files[random.pick(["toString", "extra.json", "parts/x.json"])] = strToU8("{}");
  if (name !== "pack.json" && random.chance(0.9)) {
    const manifest = JSON.parse(strFromU8(files["pack.json"]));
    if (manifest && typeof manifest === "object" && manifest.files) {
      manifest.files = Object.fromEntries(
        Object.entries(files)
          .filter(([path]) => path !== "pack.json")
          .map(([path, bytes]) => [path, sha256(bytes)]),
      );
      files["pack.json"] = strToU8(JSON.stringify(manifest));
    }
  }
  return Buffer.from(zipSync(files, { level: 1 }));
};

const drawings = (random) =>
  random.pick([
    () =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>${"x".repeat(random.below(20_000))}</text></svg>`,
    () =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9">${"<g>".repeat(random.below(3000))}</svg>`,
    () =>
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${random.pick([1, 1e9, -1, "x"])} 9"><path d="M0 0${"L9 9".repeat(random.below(5000))}"/></svg>`,
    () =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><pattern id="p" width="1" height="1"><rect fill="url(#p)" width="1" height="1"/></pattern><rect width="9" height="9" fill="url(#p)"/></svg>`,
    () => `<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg width="9" height="9">&a;</svg>`,
  ])();

const rawRequest = (port, random) => {
  const host = random.pick([
    `localhost:${port}`,
    `observatory.localhost:${port}`,
    `observatory--preview.localhost:${port}`,
    "evil.example",
    "",
  ]);
  const path = random.pick([
    "/",
    "*",
    "/%",
    "/%ff%fe",
    "/\\evil",
    "//evil.example/",
    "/search/?q=%",
    "/_media/x",
    "http://localhost/",
    "/api/session",
    "/_draft/..%2f",
    "/_live-begin?token=x&to=%",
    `/${"a".repeat(9000)}`,
    "/notes/page/999999/",
    "/\u0001",
    "/visit/?q=" + "x".repeat(3000),
  ]);
  const method = random.pick(["GET", "HEAD", "POST", "PUT", "TRACE", "OPTIONS", "CONNECT", "get", "X"]);
  const headers = random.pick([
    "",
    "Range: bytes=9-1\r\n",
    "Range: bytes=-\r\n",
    "Content-Length: -1\r\n",
    "Content-Length: 5\r\nTransfer-Encoding: chunked\r\n",
    "Cookie: __Host-gray-latch=%00; =;;\r\n",
    "Cookie: __Host-visitor=x\r\n",
    'If-None-Match: "x\r\n',
    "X-Forwarded-For: 1.2.3.4\r\n",
    "Content-Type: multipart/form-data\r\n",
    "Transfer-Encoding: chunked\r\n\r\nzz\r\n",
  ]);
  return `${method} ${path} HTTP/1.1\r\nHost: ${host}\r\n${headers}Connection: close\r\n\r\n${random.chance(0.3) ? "x=1" : ""}`;
};
const sendRaw = (port, text) =>
  new Promise((done) => {
    const socket = connect(port, "127.0.0.1");
    let answer = "";
    socket.on("data", (chunk) => {
      answer += chunk;
    });
    const end = () => done(Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1] ?? 0));
    socket.on("close", end);
    socket.on("error", end);
    setTimeout(() => socket.destroy(), 3000).unref();
    socket.end(text, "latin1");
  });

const rssOf = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))[1]) / 1024;

/** How late the web process's event loop was since it was last asked, ms. */
const delaysOf = async (pid, file) => {
  rmSync(file, { force: true });
  process.kill(pid, "SIGUSR2");
  for (let waited = 0; !existsSync(file) && waited < 200; waited += 1)
    await new Promise((on) => setTimeout(on, 20));
  return JSON.parse(readFileSync(file, "utf8"));
};

/** One string for everything that hostile input must not change. */
const digestOf = (cluster, database, kinds = "true") =>
  spawnSync(
    "psql",
    [
      "-h",
      "127.0.0.1",
      "-p",
      String(cluster.port),
      "-U",
      "app",
      "-d",
      database,
      "-tAc",
      `SELECT md5(string_agg(x, '' ORDER BY x)) FROM (
        SELECT site || id || hash AS x FROM document WHERE ${kinds} UNION ALL SELECT site || id || path || title FROM entry
        UNION ALL SELECT site || id || name FROM term UNION ALL SELECT site || seq FROM edition
        UNION ALL SELECT id || email FROM account UNION ALL SELECT site || account || role FROM membership
        UNION ALL SELECT site || id || email FROM visitor) AS all_of_it`,
    ],
    { env: { ...process.env, PGPASSWORD: "app" }, encoding: "utf8" },
  ).stdout.trim();

export const SAMPLE = { packs: 60, uploads: 40, bodies: 200, raw: 60 };
export const WHOLE = { packs: 3000, uploads: 1000, bodies: 2500, raw: 200 };

/** Runs all of it against a server. Resolves with whether it held; prints what it measured. `strict` also holds loop and memory to their limits. */
export const hostile = async ({
  port,
  cluster,
  database,
  pid,
  loopFile,
  email,
  password,
  counts,
  strict,
  seed = Number(process.env.SEED ?? 11),
}) => {
  const random = seeded(seed);
  const problems = [];
  const studio = await StudioClient.signIn(port, "observatory", email, password);
  const { rows } = await studio.call("parts");
  const pack = (
    await studio.send(
      "exportPack",
      JSON.stringify({ parts: rows.slice(0, 4).map(({ id }) => id), name: "Some parts" }),
      { "content-type": "application/json" },
    )
  ).body;
  let digest = digestOf(cluster, database);
  let asked = 0;
  const check = async (what, status, isChange) => {
    asked += 1;
    if (status >= 500 && status !== 507) problems.push(`${what}: ${status}`);
    if (status === 200 && isChange) digest = digestOf(cluster, database);
    else if (asked % 10 === 0 && digestOf(cluster, database) !== digest) {
      problems.push(`${what}: something changed`);
      digest = digestOf(cluster, database);
    }
  };
  const form = (bytes, answers) => {
    const edge = "----hostile";
    return {
      body: Buffer.concat([
        Buffer.from(`--${edge}\r\nContent-Disposition: form-data; name="file"; filename="x"\r\n\r\n`),
        bytes,
        Buffer.from(
          `\r\n--${edge}\r\nContent-Disposition: form-data; name="answers"\r\n\r\n${answers}\r\n--${edge}--\r\n`,
        ),
      ]),
      headers: { "content-type": `multipart/form-data; boundary=${edge}` },
    };
  };
  const sendForm = (name, bytes, answers) => {
    const { body, headers } = form(bytes, answers);
    return studio.send(name, body, headers);
  };
  // warm: what is made once is not held against hostile input
  await sendForm("packPlan", pack, "{}");
  await studio.call("aboutSite");
  for (const host of ["localhost", "observatory.localhost", "observatory--preview.localhost"])
    for (const path of ["/", "/nothing-here", "/api/nothing"]) await ask(port, { host, path });
  const rss = rssOf(pid);
  await delaysOf(pid, loopFile);

  for (let number = 0; number < counts.packs; number += 1) {
    const bytes = mutatedPack(pack, random);
    const isImport = random.chance(0.3);
    const answers = random.chance(0.8)
      ? "{}"
      : JSON.stringify(mutated({ needs: {}, items: {}, colours: "map", on: {} }, random));
    const answer = await sendForm(isImport ? "packImport" : "packPlan", bytes, answers);
    await check(`pack ${number}`, answer.status, isImport);
    if (isImport && answer.status === 200)
      await studio
        .send("undo", "{}", { "content-type": "application/json" })
        .then(() => (digest = digestOf(cluster, database)));
  }
  const samples = await Promise.all([
    sharp({ create: { width: 60, height: 40, channels: 3, background: "#468" } })
      .png()
      .toBuffer(),
    sharp({ create: { width: 60, height: 40, channels: 3, background: "#468" } })
      .jpeg()
      .toBuffer(),
    sharp({ create: { width: 60, height: 40, channels: 3, background: "#468" } })
      .webp()
      .toBuffer(),
    sharp({ create: { width: 60, height: 40, channels: 3, background: "#468" } })
      .avif()
      .toBuffer(),
    readFileSync(join(root, "node_modules/@fontsource-variable/lora/files/lora-latin-wght-normal.woff2")),
  ]);
  // pictures that can be read after all are made by the job, whenever it comes to it; a font that can be is in the style
  const OTHERS = "kind NOT IN ('picture', 'style')";
  const others = digestOf(cluster, database, OTHERS);
  for (let number = 0; number < counts.uploads; number += 1) {
    const way = random.below(4);
    const answer =
      way === 0
        ? await sendForm("addFont", flipped(samples[4], random), '{"licence":"mine"}')
        : way === 1
          ? await sendForm(
              "keepVideo",
              flipped(
                Buffer.concat([Buffer.from([0, 0, 0, 16]), Buffer.from("ftypisom"), samples[0]]),
                random,
              ),
              '{"name":"a"}',
            )
          : await studio.send(
              `upload?name=${number}`,
              random.chance(0.5) ? drawings(random) : flipped(random.pick(samples.slice(0, 4)), random),
            );
    if (answer.status >= 500 && answer.status !== 507) problems.push(`upload ${number}: ${answer.status}`);
  }
  for (let waited = 0; waited < 120; waited += 1) {
    const { uploads } = await studio.call("uploads");
    if (uploads.every(({ state }) => state === "done" || state === "failed")) break;
    await new Promise((on) => setTimeout(on, 500));
  }
  if (digestOf(cluster, database, OTHERS) !== others) problems.push("uploads: something else changed");
  digest = digestOf(cluster, database);
  const calls = [
    "change",
    "coverage",
    "explain",
    "offer",
    "impact",
    "reach",
    "places",
    "newest",
    "choosePage",
    "createPart",
    "duplicatePart",
    "publish",
    "restore",
    "review",
    "changeEntry",
    "removeFromContent",
    "findText",
    "replaceText",
    "tokensPlan",
    "tokensImport",
    "createMenu",
    "addVisitor",
    "createSite",
    "begin",
    "saveFilter",
    "createDraftLink",
    "goTo",
    "rows",
    "nothing",
    "toString",
    "aboutSite",
  ];
  const [part] = rows;
  const model = {
    operations: [{ op: "set", id: part.id, path: ["name"], value: "x", was: part.name }],
    key: "0123456789",
    audience: "signedOut",
    state: "draft",
    at: "2026-01-01T00:00:00Z",
    page: "entry:x",
    slot: "header",
    part: part.id,
    picks: { pages: ["search"] },
    choice: "nothing",
    seq: 1,
    text: "{}",
    name: "x",
    email: "a@b.example",
    by: "kind",
    filter: {},
    query: "x",
    id: "x",
    document: "profile",
    keys: [],
  };
  for (let number = 0; number < counts.bodies; number += 1) {
    const name = random.pick(calls);
    const text = random.chance(0.1)
      ? random.pick([
          "",
          "{",
          "[".repeat(50_000),
          `"${"x".repeat(100_000)}"`,
          "\u0000",
          `[${"1,".repeat(300_000)}1]`,
          `{"a":${"[".repeat(99)}${"]".repeat(99)}}`,
        ])
      : JSON.stringify(mutated(mutated(model, random), random));
    const answer = await studio.send(name, text, { "content-type": "application/json" });
    await check(`body ${number} (${name}) ${text.slice(0, 300)}`, answer.status, true);
    if (answer.status !== 200) continue;
    digest = digestOf(cluster, database);
  }
  for (let number = 0; number < counts.raw; number += 1) {
    const text = rawRequest(port, random);
    await check(`raw ${number} ${JSON.stringify(text.slice(0, 200))}`, await sendRaw(port, text), false);
  }
  const alive = await ask(port, { host: "observatory.localhost", path: "/" });
  if (alive.status !== 200) problems.push(`afterwards the site answers ${alive.status}`);
  const delay = await delaysOf(pid, loopFile);
  // what was let go is given back a while later
  await new Promise((on) => setTimeout(on, 3000));
  const grown = rssOf(pid) - rss;
  if (strict && delay.max > 100)
    problems.push(`the event loop was late by ${delay.max.toFixed(0)} ms (at most 100)`);
  if (strict && grown > 50) problems.push(`the web process holds ${grown.toFixed(0)} MB more (at most 50)`);
  for (const problem of problems.slice(0, 20)) console.log(`  ${problem}`);
  console.log(
    `hostile input (seed ${seed}): ${counts.packs} packs, ${counts.uploads} uploads, ${counts.bodies} bodies, ${counts.raw} raw requests: ${problems.length} problems; event loop late by p99 ${delay.p99.toFixed(0)} ms, at most ${delay.max.toFixed(0)} ms; web process ${grown >= 0 ? "+" : ""}${grown.toFixed(0)} MB`,
  );
  return problems.length === 0;
};
