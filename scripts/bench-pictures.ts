import { existsSync, readFileSync, rmSync } from "node:fs";
import { request } from "node:http";
import sharp from "sharp";
import { DEMO_PASSWORD } from "../src/server/import/demo";

/**
 * Ten photographs of 24 megapixels sent at once: how late the web process's event loop is meanwhile, and how much
 * memory the job process takes at most. Both are read from outside: a module loaded into the one, /proc of the other.
 */
const COUNT = 10;
const [WIDTH, HEIGHT] = [6000, 4000];

const photograph = (seed: number): Promise<Buffer> =>
  sharp({
    create: {
      width: WIDTH,
      height: HEIGHT,
      channels: 3,
      background: "#406080",
      noise: { type: "gaussian", mean: 110 + seed, sigma: 24 },
    },
  })
    .blur(1.2)
    .jpeg({ quality: 88 })
    .toBuffer();

interface Answer {
  readonly status: number;
  readonly cookie: string;
  readonly body: string;
}

const send = (port: number, path: string, body: Buffer, headers: Record<string, string>): Promise<Answer> =>
  new Promise((done, failed) => {
    const origin = `http://localhost:${port}`;
    const call = request(
      {
        host: "127.0.0.1",
        port,
        path,
        method: "POST",
        headers: { host: `localhost:${port}`, origin, ...headers },
      },
      (response) => {
        let text = "";
        response.on("data", (chunk) => {
          text += chunk;
        });
        response.on("end", () =>
          done({
            status: response.statusCode ?? 0,
            cookie: (response.headers["set-cookie"]?.[0] ?? "").split(";")[0] as string,
            body: text,
          }),
        );
      },
    );
    call.on("error", failed);
    call.end(body);
  });

const delayOf = async (pid: number, file: string): Promise<{ p50: number; p99: number; max: number }> => {
  rmSync(file, { force: true });
  process.kill(pid, "SIGUSR2");
  for (let tries = 0; !existsSync(file) && tries < 100; tries += 1)
    await new Promise((rest) => setTimeout(rest, 20));
  return JSON.parse(readFileSync(file, "utf8"));
};

/** Most memory the process ever held, MB (proc(5): VmHWM). */
const peakOf = (pid: number): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;

export const benchPictures = async (port: number): Promise<void> => {
  const [web, jobs, file] = [
    Number(process.env["WEB_PID"]),
    Number(process.env["JOBS_PID"]),
    process.env["LOOP_DELAY_FILE"] ?? "",
  ];
  const json = { "content-type": "application/json" };
  const signedIn = await send(
    port,
    "/api/session",
    Buffer.from(JSON.stringify({ email: "keeper@graylatch.example", password: DEMO_PASSWORD })),
    json,
  );
  const cookie = signedIn.cookie;
  const pictures = [];
  for (let seed = 0; seed < COUNT; seed += 1) pictures.push(await photograph(seed));
  await delayOf(web, file);
  const began = performance.now();
  const sent = await Promise.all(
    pictures.map((bytes, at) =>
      send(port, `/api/studio/observatory/upload?name=photograph-${at}.jpg`, bytes, { cookie }),
    ),
  );
  const taken = performance.now() - began;
  const refused = sent.filter(({ status }) => status !== 200);
  if (refused.length > 0) throw new Error(`bench: expected all to be taken, got ${refused[0]?.body}`);
  let left = COUNT;
  while (left > 0) {
    await new Promise((rest) => setTimeout(rest, 500));
    const { body } = await send(port, "/api/studio/observatory/uploads", Buffer.from("{}"), {
      cookie,
      ...json,
    });
    const { value } = JSON.parse(body) as { value: { uploads: { state: string }[] } };
    if (value.uploads.some(({ state }) => state === "failed")) throw new Error("bench: a picture failed");
    left = value.uploads.filter(({ state }) => state !== "done").length;
  }
  const all = performance.now() - began;
  const delay = await delayOf(web, file);
  const megabytes = pictures.reduce((sum, { length }) => sum + length, 0) / 1e6;
  console.log(
    `${COUNT} pictures of 24 megapixels at once (${megabytes.toFixed(0)} MB): taken in after ${(taken / 1000).toFixed(1)} s, all sizes made after ${(all / 1000).toFixed(0)} s; event loop of the web process late by p50 ${delay.p50.toFixed(1)} ms, p99 ${delay.p99.toFixed(1)} ms (goal 50), at most ${delay.max.toFixed(0)} ms; job process at most ${peakOf(jobs).toFixed(0)} MB (goal 700)`,
  );
};
