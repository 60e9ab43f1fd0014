// The studio and the sites over HTTP, for measurements and tests of the whole: one connection a call, nothing hidden.
import { request } from "node:http";

/** One request. Resolves with status, headers and body; rejects where no answer came. */
export const ask = (
  port,
  { host = "localhost", path = "/", method = "GET", headers = {}, body, agent = false } = {},
) =>
  new Promise((done, failed) => {
    const call = request(
      { host: "127.0.0.1", port, path, method, agent, headers: { host: `${host}:${port}`, ...headers } },
      (response) => {
        const chunks = [];
        response.on("data", (chunk) => chunks.push(chunk));
        response.on("error", failed);
        response.on("end", () =>
          done({ status: response.statusCode, headers: response.headers, body: Buffer.concat(chunks) }),
        );
      },
    );
    call.on("error", failed);
    call.setTimeout(30_000, () => call.destroy(new Error("no answer within 30 s")));
    call.end(body);
  });

/** Someone signed in to the studio. */
export class StudioClient {
  constructor(port, cookie, site) {
    Object.assign(this, { port, cookie, site });
  }

  static async signIn(port, site, email, password) {
    const answer = await ask(port, {
      path: "/api/session",
      method: "POST",
      headers: { origin: `http://localhost:${port}`, "content-type": "application/json" },
      body: JSON.stringify({ email, password }),
    });
    if (answer.status !== 200) throw new Error(`sign-in: ${answer.status} ${answer.body}`);
    return new StudioClient(port, answer.headers["set-cookie"][0].split(";")[0], site);
  }

  send(path, body, headers = {}) {
    return ask(this.port, {
      path: `/api/studio/${this.site}/${path}`,
      method: "POST",
      headers: { origin: `http://localhost:${this.port}`, cookie: this.cookie, ...headers },
      body,
    });
  }

  /** The value of a call. Throws with what was said otherwise. */
  async call(name, input = {}) {
    const answer = await this.send(name, JSON.stringify(input), { "content-type": "application/json" });
    const outcome = JSON.parse(answer.body.toString());
    if (!outcome.ok)
      throw Object.assign(new Error(`${name}: ${answer.status} ${answer.body}`), { answered: answer.status });
    return outcome.value;
  }
}
