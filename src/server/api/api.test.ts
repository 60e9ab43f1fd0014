import { readFileSync } from "node:fs";
import Ajv from "ajv/dist/2020";
import { describe, expect, it } from "vitest";
import { requestFor, Studio, signInAs } from "../../../test/studio";
import { SLOTS } from "../../core/model/slot";
import { studioOrigin } from "../http/host-names";
import { openApiDocument } from "./openapi";
import { answerApi, answerOpenApi } from "./requests";

/** Answers are checked against the served description: OpenAPI 3.1 schemas are JSON Schema 2020-12. */
const document = openApiDocument();
const ajv = new Ajv({ strict: false, validateFormats: false });
ajv.addSchema({ $id: "api", components: document.components });

const tokenOf = async (role: "owner" | "viewer" = "viewer", site = "observatory"): Promise<string> => {
  const studio = new Studio(await signInAs(role), site);
  return (await studio.get("createToken", { name: `test ${Math.random()}` })).token;
};
const ask = async (
  name: string,
  query: Record<string, string>,
  token: string | null,
  site = "observatory",
) => {
  const request = new Request(
    `${studioOrigin()}/api/v1/sites/${site}/${name}?${new URLSearchParams(query)}`,
    {
      headers: token === null ? {} : { authorization: `Bearer ${token}` },
    },
  );
  const response = await answerApi(request, site, name);
  const body = (await response.json()) as never as Record<string, never>;
  return { status: response.status, type: response.headers.get("content-type"), body };
};
const fits = (schema: string, body: unknown) => {
  const validate = ajv.getSchema(`api#/components/schemas/${schema}`);
  if (!validate) throw new Error(`test: expected the schema ${schema}, got none`);
  validate(body);
  expect(validate.errors ?? []).toEqual([]);
};

describe("the API", () => {
  it("resolves a page by path or whole address, in any state, for any audience", async () => {
    const token = await tokenOf();
    const { status, body } = await ask("resolve", { path: "/visit/eclipse-weekend/" }, token);
    expect(status).toBe(200);
    fits("Resolved", body);
    expect(body).toMatchObject({
      state: "live",
      page: { path: "/visit/eclipse-weekend/", role: "entry", pageNumber: 1 },
      slots: {
        header: {
          by: "rule",
          part: { name: "Night header" },
          because: "it is under Visit and it is about Eclipses",
        },
        footer: { by: "choice" },
      },
    });
    const pasted = await ask(
      "resolve",
      {
        path: "http://observatory.localhost:4180/visit/eclipse-weekend?x=1",
        state: "draft",
        audience: "level:members",
      },
      token,
    );
    fits("Resolved", pasted.body);
    expect((pasted.body as never as { page: { identity: string } }).page.identity).toBe(
      (body as never as { page: { identity: string } }).page.identity,
    );
    const later = await ask("resolve", { path: "/notes/page/2/" }, token);
    expect(later.body).toMatchObject({ page: { path: "/notes/page/2/", pageNumber: 2, role: "archive" } });
  });

  it("explains every part of a slot in sentences", async () => {
    const { body } = await ask(
      "explain",
      { path: "/visit/eclipse-weekend/", slot: "header" },
      await tokenOf(),
    );
    fits("Explained", body);
    const says = (body as never as { parts: { verdict: string; says: string }[] }).parts;
    expect(says[0]).toMatchObject({ verdict: "wins" });
    expect(says.map((part) => part.says)).toContain(
      "header 1 is less narrow than header 3: asks for every page.",
    );
  });

  it("gives findings and every row of coverage", async () => {
    const token = await tokenOf();
    const findings = await ask("findings", { state: "draft" }, token);
    fits("Findings", findings.body);
    const found = findings.body as never as { pages: number; findings: { code: string; says: string }[] };
    expect(found.findings.map((each) => each.code)).toContain("nowhere");
    const rows: { path: string }[] = [];
    for (let from = 0; ; from += 50) {
      const { body } = await ask("coverage", { from: String(from), limit: "50" }, token);
      fits("Coverage", body);
      const page = body as never as { rows: { path: string }[]; total: number; pages: number };
      rows.push(...page.rows);
      expect(page.pages).toBe(found.pages);
      if (page.rows.length < 50) {
        expect(rows.length).toBe(page.total);
        break;
      }
    }
    for (const slot of SLOTS)
      expect(Object.keys((rows[0] as never as { slots: object }).slots)).toContain(slot);
  });

  it("says when an answer changes by itself", async () => {
    const token = await tokenOf();
    const { body } = await ask("resolve", { path: "/", at: "2020-01-01T00:00:00Z" }, token);
    expect((body as never as { expires: string }).expires > "2020-01-01").toBe(true);
  });

  const wrong: [string, string, Record<string, string>, number, string][] = [
    ["an unknown path", "resolve", { path: "/no-such-page/" }, 404, "page.unknown"],
    ["a later page of what is no archive", "resolve", { path: "/visit/page/2/" }, 404, "page.unknown"],
    ["no path", "resolve", {}, 400, "input.invalid"],
    ["a path that cannot be one", "resolve", { path: "/a%zz/" }, 422, "path.encoding"],
    ["a slot that is none", "explain", { path: "/", slot: "sidebar" }, 400, "input.invalid"],
    ["an audience nobody knows", "resolve", { path: "/", audience: "level:gold" }, 400, "audience.unknown"],
    ["a state that is none", "findings", { state: "old" }, 400, "input.invalid"],
    ["a time that is none", "resolve", { path: "/", at: "tomorrow" }, 400, "input.invalid"],
    ["too many rows", "coverage", { limit: "100000" }, 400, "input.invalid"],
    ["an endpoint that is none", "everything", {}, 404, "useCase.unknown"],
  ];
  it.each(wrong)("answers %s with problem details", async (_, name, query, status, code) => {
    const answer = await ask(name, query, await tokenOf());
    expect(answer.status).toBe(status);
    expect(answer.type).toBe("application/problem+json");
    fits("Problem", answer.body);
    expect(answer.body).toMatchObject({ code, status, type: `urn:gray-latch:problem:${code}` });
    expect((answer.body as never as { detail: string }).detail.length).toBeGreaterThan(10);
  });

  it("opens to a token of that site only, while it is not taken back", async () => {
    const token = await tokenOf("owner");
    for (const given of [null, "gl_wrong", `${token}x`])
      expect((await ask("resolve", { path: "/" }, given)).status).toBe(401);
    expect((await ask("resolve", { path: "/" }, token, "tide-mill")).status).toBe(401);
    expect((await ask("resolve", { path: "/" }, token)).status).toBe(200);
    const studio = new Studio(await signInAs("owner"));
    const { tokens } = await studio.get("tokens");
    expect(JSON.stringify(tokens)).not.toContain(token);
    expect(tokens.at(-1)?.used).not.toBeNull();
    for (const each of tokens) await studio.get("dropToken", { id: each.id });
    expect((await ask("resolve", { path: "/" }, token)).status).toBe(401);
  });

  it("a token opens nothing else: the studio's calls want a session", async () => {
    const token = await tokenOf();
    const request = requestFor("/api/studio/observatory/aboutSite", {}, { authorization: `Bearer ${token}` });
    const { answerCall } = await import("../doors/studio-requests");
    expect((await answerCall(request, "observatory", "aboutSite")).status).toBe(401);
  });

  it("is described by the file it serves, which is the one in docs", async () => {
    const served = await answerOpenApi().json();
    expect(served).toEqual(JSON.parse(readFileSync("docs/openapi.json", "utf8")));
    expect(served).toMatchObject({ openapi: "3.1.0" });
    expect(Object.keys((served as { paths: object }).paths)).toHaveLength(4);
  });
});
