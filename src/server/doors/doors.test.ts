import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { writeFile } from "node:fs/promises";
import { createServer, request as httpRequest } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { afterAll, afterEach, describe, expect, it } from "vitest";
import { gate } from "../../../test/gate";
import { shapeProblem } from "../../core/model/json-shape";
import { Busy } from "../../data/database";
import { callerOf } from "../http/callers";
import { Places } from "../process/places";
import { parseJson, readJson, receiveFile, receiveForm, whyNotKept } from "./bodies";
import { answerRoute, handleRoute } from "./studio-routes";

const folder = mkdtempSync(join(tmpdir(), "gray-latch-doors-"));
afterAll(() => rmSync(folder, { recursive: true }));

/** A request whose body is made while it is read; `read` counts the bytes that were asked for. */
const endless = (chunk: Uint8Array, headers: Record<string, string> = {}) => {
  const counted = { read: 0 };
  const body = new ReadableStream<Uint8Array>(
    {
      pull: (controller) => {
        counted.read += chunk.length;
        controller.enqueue(chunk);
      },
    },
    { highWaterMark: 0 },
  );
  const request = new Request("http://localhost/", {
    method: "POST",
    body,
    headers,
    duplex: "half",
  } as RequestInit);
  return { request, counted };
};
const codeOf = (outcome: { ok: boolean; issues?: readonly { code: string }[] }) =>
  outcome.ok ? "ok" : outcome.issues?.[0]?.code;

describe("what a request brings", () => {
  it("is read no further than it may be, whatever its head says", async () => {
    for (const headers of [{}, { "content-length": "10" }] as Record<string, string>[]) {
      const { request, counted } = endless(new Uint8Array(1024).fill(0x5b), headers);
      expect(codeOf(await readJson(request, 4096))).toBe("input.tooLarge");
      expect(counted.read).toBeLessThanOrEqual(4096 + 1024);
    }
  });
  it("is not read at all where its head says that it is too much", async () => {
    const { request, counted } = endless(new Uint8Array(1024), { "content-length": "99999" });
    expect(codeOf(await readJson(request, 4096))).toBe("input.tooLarge");
    expect(counted.read).toBe(0);
  });
  it("goes to the disk as it comes where it is a file, and stops there too", async () => {
    const { request, counted } = endless(new Uint8Array(64 * 1024));
    const size = { most: 1024 * 1024, tooLarge: "picture.tooBig" } as const;
    expect(codeOf(await receiveFile(request, folder, size))).toBe("picture.tooBig");
    expect(counted.read).toBeLessThan(2 * 1024 * 1024);
    const form = new FormData();
    form.set("file", new Blob([new Uint8Array(3_000_000)]));
    const sent = new Request("http://localhost/", { method: "POST", body: form });
    expect(codeOf(await receiveForm(sent, folder, size))).toBe("picture.tooBig");
  });
  it("comes as it was sent, with what goes with it", async () => {
    const bytes = new Uint8Array(200_000).map((_, at) => Math.imul(at, 2654435761) >>> 24);
    const form = new FormData();
    form.set("file", new Blob([bytes]), "a name.zip");
    form.set("answers", JSON.stringify({ a: [1, "ä"] }));
    const got = await receiveForm(new Request("http://localhost/", { method: "POST", body: form }), folder, {
      most: 1_000_000,
      tooLarge: "pack.tooBig",
    });
    if (!got.ok) throw new Error("test: expected the form to be read");
    expect(got.value.answers).toEqual({ a: [1, "ä"] });
    expect(Buffer.compare(readFileSync(got.value.file?.path ?? ""), Buffer.from(bytes))).toBe(0);
    expect(got.value.file?.size).toBe(bytes.length);
  });
  it.each([
    ["no form", "text/plain", "hello", "input.notForm"],
    [
      "a form without an end",
      "multipart/form-data; boundary=x",
      '--x\r\nContent-Disposition: form-data; name="file"; filename="a"\r\n\r\nbytes',
      "input.cut",
    ],
    ["a form without a boundary", "multipart/form-data", "--x--", "input.notForm"],
  ])("is said for what it is where it is %s", async (_, type, body, code) => {
    const request = new Request("http://localhost/", {
      method: "POST",
      body,
      headers: { "content-type": type },
    });
    expect(codeOf(await receiveForm(request, folder, { most: 1000, tooLarge: "pack.tooBig" }))).toBe(code);
  });
  it("is not said to be cut where our own disk takes nothing", async () => {
    const size = { most: 1000, tooLarge: "pack.tooBig" } as const;
    const nowhere = join(folder, "not-there");
    const form = new FormData();
    form.set("file", new Blob(["bytes"]));
    const post = (body: FormData | string) => new Request("http://localhost/", { method: "POST", body });
    await expect(receiveFile(post("bytes"), nowhere, size)).rejects.toThrow("ENOENT");
    await expect(receiveForm(post(form), nowhere, size)).rejects.toThrow("ENOENT");
    // a disk without room: every write to it is refused (Linux full(4))
    expect(whyNotKept(await writeFile("/dev/full", "x").catch((error: unknown) => error), size).code).toBe(
      "disk.full",
    );
  });
});

describe("the shape of JSON", () => {
  const depthOf = (value: unknown): number =>
    typeof value === "object" && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0;
  it("is told before it is parsed, and never of a text that could be parsed without harm", () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 8 }), (value) => {
        expect(shapeProblem(Buffer.from(JSON.stringify(value)))).toBeNull();
        const outcome = parseJson(Buffer.from(JSON.stringify(value)));
        expect(outcome.ok && outcome.value).toEqual(JSON.parse(JSON.stringify(value)));
      }),
      { numRuns: 300 },
    );
  });
  it.each([99, 100, 101, 5000])("is deep from the 101st level on: %i", (levels) => {
    const lists = "[".repeat(levels) + "]".repeat(levels);
    const objects = '{"a":'.repeat(levels) + "1" + "}".repeat(levels);
    for (const text of [lists, objects])
      expect(shapeProblem(Buffer.from(text))).toBe(levels > 100 ? "deep" : null);
    if (levels <= 100) expect(depthOf(JSON.parse(lists))).toBe(levels);
  });
  it("is not misled by brackets and commas within texts", () => {
    const text = JSON.stringify({ a: "[".repeat(900), 'b"[\\': ",".repeat(300_000), c: '\\"[[[' });
    expect(shapeProblem(Buffer.from(text))).toBeNull();
    expect(shapeProblem(Buffer.from(`[${"1,".repeat(200_001)}1]`))).toBe("many");
  });
  it.each([
    ["bytes that are no UTF-8", new Uint8Array([0x22, 0xff, 0x22]), "input.notJson"],
    ["half a value", Buffer.from('{"a":'), "input.notJson"],
    ["nothing", new Uint8Array(), "input.notJson"],
  ])("is no JSON: %s", (_, bytes, code) => expect(codeOf(parseJson(bytes))).toBe(code));
});

describe("where a request comes from", () => {
  const from = (remoteAddress: string, forwarded?: string) =>
    callerOf({
      headers: forwarded === undefined ? {} : { "x-forwarded-for": forwarded },
      socket: { remoteAddress },
    } as never);
  afterEach(() => {
    delete process.env["TRUSTED_PROXIES"];
  });
  it("is the socket's word where no proxy is trusted, whatever is claimed", () => {
    expect(from("203.0.113.9", "1.2.3.4")).toBe("203.0.113.9");
    expect(from("::ffff:203.0.113.9")).toBe("203.0.113.9");
  });
  it.each([
    ["1", "1.2.3.4, 198.51.100.7", "198.51.100.7"],
    ["1", "198.51.100.7", "198.51.100.7"],
    ["2", "6.6.6.6, 198.51.100.7, 10.0.0.2", "198.51.100.7"],
    ["2", "10.0.0.2", "10.0.0.1"],
    ["1", "", "10.0.0.1"],
    ["1", "9.9.9.9,2001:db8:1:2:3:4:5:6", "2001:db8:1:2::/64"],
    ["1", "[2001:db8::7]:4711", "2001:db8:0:0::/64"],
    ["1", "198.51.100.7:4711", "198.51.100.7"],
  ])("is, of %s trusted proxies, the hop the outermost added: %s", (proxies, forwarded, expected) => {
    process.env["TRUSTED_PROXIES"] = proxies;
    expect(from("10.0.0.1", forwarded)).toBe(expected);
  });
});

describe("places", () => {
  it("are as many as there are; the others wait in line, and none longer than is said", async () => {
    const places = new Places(2, 60);
    const gates = [gate(), gate(), gate()];
    let [inside, most] = [0, 0];
    const come = (each: ReturnType<typeof gate<void>> | undefined) =>
      places.take(async () => {
        inside += 1;
        most = Math.max(most, inside);
        await each?.isOpen;
        inside -= 1;
        return "done";
      });
    const [one, two, three] = gates.map(come);
    gates[0]?.open();
    expect(await one).toBe("done");
    const late = await come(gates[0]).catch((error: unknown) => error);
    expect(late).toBeInstanceOf(Busy);
    gates[1]?.open();
    gates[2]?.open();
    expect(await Promise.all([two, three])).toEqual(["done", "done"]);
    expect(most).toBe(2);
    expect(await come(gates[0])).toBe("done");
  });
  it("come free when the work fails", async () => {
    const places = new Places(1, 50);
    for (let times = 0; times < 3; times += 1)
      await expect(places.take(() => Promise.reject(new Error("no")))).rejects.toThrow("no");
    expect(await places.take(async () => 1)).toBe(1);
  });
});

describe("routes of the studio's host", () => {
  const ask = async (method: string, path: string) => {
    const answer = await answerRoute(new Request(`http://localhost${path}`, { method }));
    return { status: answer.status, allow: answer.headers.get("Allow"), text: await answer.text() };
  };
  it("answer each in its own way only, and say which ways there are", async () => {
    expect(await ask("GET", "/api/studio/observatory/parts")).toEqual({
      status: 405,
      allow: "POST",
      text: "",
    });
    expect(await ask("DELETE", "/api/v1/openapi.json")).toEqual({
      status: 405,
      allow: "GET, HEAD",
      text: "",
    });
    expect(await ask("OPTIONS", "/api/session")).toEqual({ status: 204, allow: "POST, DELETE", text: "" });
    const described = await ask("GET", "/api/v1/openapi.json");
    expect([described.status, JSON.parse(described.text).openapi]).toEqual([
      200,
      expect.stringMatching(/^3\./),
    ]);
  });
  it("are these and no others, however a path is written", async () => {
    for (const path of [
      "/api",
      "/api/",
      "/api/nothing",
      "/api/v1/sites/x",
      "/api/studio/a/b/c/d",
      "/api/studio/%E0%A4%A/parts",
    ]) {
      const { status, text } = await ask("POST", path);
      expect([path, status, JSON.parse(text).issues[0].code]).toEqual([path, 404, "useCase.unknown"]);
    }
    // a name may hold what stands between names, if it is written so
    const { status, text } = await ask("POST", "/api/studio/a%2Fb/parts");
    expect([status, JSON.parse(text).issues[0].code]).toEqual([403, "origin.foreign"]);
  });
});

describe("a request to the studio's host in a way nobody answers", () => {
  it("is told which ways there are, and so is one for what is not there", async () => {
    const server = createServer((request, response) => {
      handleRoute(request, response).catch(() => response.writeHead(500).end());
    });
    await new Promise<void>((on) => server.listen(0, "127.0.0.1", on));
    const { port } = server.address() as AddressInfo;
    const ask = (method: string, path: string) =>
      new Promise<readonly [number, string | undefined, string]>((done, failed) => {
        const call = httpRequest({ host: "127.0.0.1", port, method, path }, (answer) => {
          let body = "";
          answer.on("data", (chunk) => {
            body += String(chunk);
          });
          answer.on("end", () => done([answer.statusCode ?? 0, answer.headers.allow, body]));
        });
        call.on("error", failed);
        call.end();
      });
    const all = "GET, HEAD, POST, DELETE, OPTIONS";
    for (const method of ["TRACE", "PUT", "PATCH", "PROPFIND"])
      expect([method, ...(await ask(method, "/api/session"))]).toEqual([
        method,
        405,
        all,
        "This cannot be asked like that.\n",
      ]);
    expect((await ask("GET", "/api/session")).slice(0, 2)).toEqual([405, "POST, DELETE"]);
    const described = await ask("HEAD", "/api/v1/openapi.json");
    expect([described[0], described[2]]).toEqual([200, ""]);
    expect((await ask("GET", "/api/v1/sites/x/resolve"))[0]).toBe(401);
    expect((await ask("POST", "/api//nothing"))[0]).toBe(404);
    await new Promise((on) => server.close(on));
  });
});
