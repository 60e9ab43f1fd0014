import type { Issue, Outcome } from "../src/core/model/issue";
import { findAccountByEmail } from "../src/data/account-repository";
import { POOL } from "../src/data/database";
import type { UseCaseName, UseCases } from "../src/server/doors/registry";
import { postSession } from "../src/server/doors/session-requests";
import { answerCall } from "../src/server/doors/studio-requests";
import { studioOrigin } from "../src/server/http/host-names";
import { DEMO_ACCOUNTS, DEMO_PASSWORD } from "../src/server/import/demo";

/** The studio as a script sees it: requests through the same door as the browser's. */
type ResultOf<Name extends UseCaseName> = Extract<
  Awaited<ReturnType<UseCases[Name]["run"]>>,
  { ok: true }
>["value"];

export const signInAs = async (role: (typeof DEMO_ACCOUNTS)[number]["role"]): Promise<string> => {
  const email = DEMO_ACCOUNTS.find((account) => account.role === role)?.email ?? "";
  if (!(await findAccountByEmail(email, POOL)))
    throw new Error(`test: expected an account for ${role}, got none`);
  const response = await postSession(requestFor("/api/session", { email, password: DEMO_PASSWORD }));
  return (response.headers.get("set-cookie") ?? "").split(";")[0] as string;
};

export const requestFor = (path: string, body: unknown, headers: Record<string, string> = {}): Request =>
  new Request(`${studioOrigin()}${path}`, {
    method: "POST",
    body: body instanceof FormData ? body : typeof body === "string" ? body : JSON.stringify(body),
    headers: {
      origin: studioOrigin(),
      ...(body instanceof FormData ? {} : { "content-type": "application/json" }),
      ...headers,
    },
  });

export class Studio {
  constructor(
    readonly cookie: string,
    readonly site = "observatory",
  ) {}
  async send(
    name: string,
    input: unknown,
    headers: Record<string, string> = {},
  ): Promise<{ status: number; outcome: Outcome<unknown> }> {
    const response = await answerCall(
      requestFor(`/api/studio/${this.site}/${name}`, input, { cookie: this.cookie, ...headers }),
      this.site,
      name,
    );
    return { status: response.status, outcome: (await response.json()) as Outcome<unknown> };
  }
  /** The value, or a failure that names the issues. */
  async get<Name extends UseCaseName>(name: Name, input: unknown = {}): Promise<ResultOf<Name>> {
    const { outcome } = await this.send(name, input);
    if (!outcome.ok) throw new Error(`${name}: ${JSON.stringify(outcome.issues)}`);
    return outcome.value as ResultOf<Name>;
  }
  /** The issues of a call that must fail. */
  async refused(name: UseCaseName, input: unknown): Promise<readonly Issue[]> {
    const { outcome } = await this.send(name, input);
    if (outcome.ok)
      throw new Error(`${name}: expected to be refused, got ${JSON.stringify(outcome.value).slice(0, 200)}`);
    return outcome.issues;
  }
  async pack(parts: readonly string[], name = "Parts"): Promise<Uint8Array> {
    const response = await answerCall(
      requestFor(`/api/studio/${this.site}/exportPack`, { parts, name }, { cookie: this.cookie }),
      this.site,
      "exportPack",
    );
    if (!response.ok) throw new Error(await response.text());
    return new Uint8Array(await response.arrayBuffer());
  }
  async sendFile(
    name: "packPlan" | "packImport" | "keepFilm" | "keepCaptions",
    bytes: Uint8Array,
    answers: unknown = {},
  ): Promise<Outcome<unknown>> {
    const form = new FormData();
    form.set("file", new Blob([bytes as BlobPart]));
    form.set("answers", JSON.stringify(answers));
    const { outcome } = await this.send(name, form);
    return outcome;
  }
}
