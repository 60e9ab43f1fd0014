// Two web and two job processes on one database: what is saved, published and brought in through one is there through the
// other at once, by turns.

import { readFileSync } from "node:fs";
import { join } from "node:path";
import { freePort, loadSamples, root } from "./prepare.mjs";
import { ask, StudioClient } from "./studio-client.mjs";
import { Supervisor } from "./supervisor.mjs";

/** Resolves with whether all of it held; prints what did not. `env` names the database and a folder. */
export const twoOfEach = async (env) => {
  const { email, password } = loadSamples(env);
  const supervisor = new Supervisor({ env });
  const problems = [];
  const check = (what, holds) => {
    if (!holds) problems.push(what);
  };
  try {
    const ports = [await freePort(4880)];
    ports.push(await freePort(ports[0] + 1));
    for (const number of [0, 1]) {
      await supervisor.keep(`jobs ${number}`, "src/server/jobs-main.ts");
      await supervisor.keep(`web ${number}`, "src/server/main.ts", { env: { PORT: String(ports[number]) } });
    }
    for (const port of ports) {
      check("alive", (await ask(port, { path: "/_health" })).status === 200);
      const ready = await ask(port, { path: "/_ready" });
      check(`ready: ${ready.body}`, ready.status === 200);
    }
    const studios = await Promise.all(
      ports.map((port) => StudioClient.signIn(port, "observatory", email, password)),
    );
    const front = async (port) =>
      (await ask(port, { host: "observatory.localhost", path: "/" })).body.toString();
    for (let turn = 0; turn < 6; turn += 1) {
      const [mine, theirs] = turn % 2 ? [...studios].reverse() : studios;
      const value = `By turns ${turn}`;
      const { body } = await mine.call("profile");
      await mine.call("change", {
        operations: [{ op: "set", id: "profile", path: ["tagline"], value, was: body.tagline }],
      });
      check(
        `turn ${turn}: the other sees what was saved`,
        (await theirs.call("profile")).body.tagline === value,
      );
      check(
        `turn ${turn}: visitors of neither see it yet`,
        !(await front(mine.port)).includes(value) && !(await front(theirs.port)).includes(value),
      );
      await theirs.call("publish");
      check(
        `turn ${turn}: visitors of both see what was published`,
        (await front(mine.port)).includes(value) && (await front(theirs.port)).includes(value),
      );
    }
    // a pack written by one and brought in by the other, and pictures sent to both
    const { rows } = await studios[0].call("parts");
    const json = { "content-type": "application/json" };
    const pack = await studios[0].send(
      "exportPack",
      JSON.stringify({ parts: rows.slice(0, 2).map(({ id }) => id), name: "Two" }),
      json,
    );
    const edge = "----two";
    const form = Buffer.concat([
      Buffer.from(`--${edge}\r\nContent-Disposition: form-data; name="file"; filename="x"\r\n\r\n`),
      pack.body,
      Buffer.from(
        `\r\n--${edge}\r\nContent-Disposition: form-data; name="answers"\r\n\r\n{}\r\n--${edge}--\r\n`,
      ),
    ]);
    const mill = new StudioClient(ports[1], studios[1].cookie, "tide-mill");
    const planned = await mill.send("packPlan", form, {
      "content-type": `multipart/form-data; boundary=${edge}`,
    });
    check(`a pack is planned by the other: ${planned.status}`, planned.status === 200);
    const { plan } = JSON.parse(planned.body.toString()).value;
    const answers = {
      needs: Object.fromEntries(
        plan.needs.filter(({ match }) => match === null).map(({ id }) => [id, { do: "leaveOut" }]),
      ),
      items: {},
      colours: "map",
      on: {},
    };
    const answered = Buffer.from(
      form.toString("latin1").replace("\r\n\r\n{}\r\n", `\r\n\r\n${JSON.stringify(answers)}\r\n`),
      "latin1",
    );
    const brought = await mill.send("packImport", answered, {
      "content-type": `multipart/form-data; boundary=${edge}`,
    });
    check(
      `and brought in: ${brought.status} ${brought.body.toString().slice(0, 200)}`,
      brought.status === 200,
    );
    const there = await new StudioClient(ports[0], studios[0].cookie, "tide-mill").call("parts");
    check(
      "its parts are seen through the first",
      rows.slice(0, 2).every(({ name }) => there.rows.some((row) => row.name === name)),
    );
    const picture = readFileSync(join(root, "docs/screenshots/menu.png"));
    const sent = await Promise.all(
      [0, 1, 0, 1].map(async (at, number) => {
        const answer = await studios[at].send(
          `upload?name=two-${number}.png`,
          Buffer.concat([picture, Buffer.from([number])]),
        );
        return JSON.parse(answer.body.toString()).value.id;
      }),
    );
    for (let waited = 0; waited < 240; waited += 1) {
      const { uploads } = await studios[0].call("uploads");
      if (uploads.filter(({ id, state }) => sent.includes(id) && state === "done").length === sent.length)
        break;
      await new Promise((on) => setTimeout(on, 500));
    }
    const { uploads } = await studios[1].call("uploads");
    const made = uploads.filter(({ id }) => sent.includes(id)).map(({ picture: id }) => id);
    check(`each picture is made once: ${made}`, new Set(made).size === 4 && !made.includes(null));
    check(
      "nobody ended",
      Object.values(supervisor.processes).every(({ restarts, pid }) => restarts === 0 && pid !== null),
    );
  } finally {
    await supervisor.end();
  }
  for (const problem of problems) console.log(`  ${problem}`);
  console.log(`two web and two job processes on one database: ${problems.length} problems`);
  return problems.length === 0;
};
