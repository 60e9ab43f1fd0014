import type { Issue, Outcome } from "../../core/model/issue";
import type { IssueCode } from "../../core/model/issue-codes";
import { describeIssues } from "../../messages/issues";
import type { UseCaseName, UseCases } from "../../server/doors/registry";

/** The studio's calls, typed by the server's own use-cases. Only types cross; the door is HTTP. */
type InputOf<Name extends UseCaseName> = Parameters<UseCases[Name]["run"]>[1];
/** Fields with a default may be left out. */
export type CallInput<Name extends UseCaseName> = Partial<InputOf<Name>>;
export type CallResult<Name extends UseCaseName> = Extract<
  Awaited<ReturnType<UseCases[Name]["run"]>>,
  { ok: true }
>["value"];

/** What went wrong, in a sentence. `issues` keep the codes. */
export class CallFailed extends Error {
  constructor(readonly issues: readonly Issue[]) {
    super(describeIssues(issues));
  }
  has(code: IssueCode): boolean {
    return this.issues.some((issue) => issue.code === code);
  }
}

/** The server did not answer, or could not: the same may well work a moment later. */
export class Unreachable extends Error {
  constructor(words = "The server cannot be reached. Try again in a moment.") {
    super(words);
  }
}

const ask = (path: string, request: RequestInit): Promise<Response> =>
  fetch(path, request).catch((error: unknown) => {
    // nobody waits for it any more: that says nothing of the server
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Unreachable();
  });

const read = async <T>(response: Response): Promise<T> => {
  const outcome = (await response.json().catch(() => null)) as Outcome<T> | null;
  const unsaid = `The server answered ${response.status} without saying why. Try again in a moment.`;
  if (!outcome && response.status >= 500) throw new Unreachable(unsaid);
  // its database is away, or it is busy: the same may well work a moment later
  if (outcome && !outcome.ok && response.status === 503)
    throw new Unreachable(describeIssues(outcome.issues));
  if (!outcome) throw new Error(unsaid);
  if (outcome.ok) return outcome.value;
  throw new CallFailed(outcome.issues);
};

export const call = async <Name extends UseCaseName>(
  site: string,
  name: Name,
  input: CallInput<Name>,
  /** When no answer is wanted any more: a question nobody waits for is given up, a change never. */
  signal?: AbortSignal,
): Promise<CallResult<Name>> =>
  read(await post(`/api/studio/${site}/${name}`, JSON.stringify(input), signal));

/** Browsers keep small requests alive when the page is left: what was typed last is saved all the same. */
const KEPT_ALIVE = 60_000;
const post = (path: string, body: string, signal?: AbortSignal): Promise<Response> =>
  ask(path, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body,
    keepalive: body.length < KEPT_ALIVE,
    ...(signal ? { signal } : {}),
  });

/** Sends a file with answers to the use-cases that take one. */
export const sendFile = async <
  Name extends "packPlan" | "packImport" | "addFont" | "keepVideo" | "keepFilm" | "keepCaptions",
>(
  site: string,
  name: Name,
  file: Blob,
  answers: unknown,
  /** Told how much of it is sent, 0 to 1. */
  onSent: (sent: number) => void = () => undefined,
): Promise<CallResult<Name>> => {
  const form = new FormData();
  form.set("file", file);
  form.set("answers", JSON.stringify(answers));
  return read(await sendForm(`/api/studio/${site}/${name}`, form, onSent));
};

/** Sends a form and tells how far it is, which `fetch` does not. */
const sendForm = (path: string, form: FormData, onSent: (sent: number) => void): Promise<Response> =>
  new Promise((done, failed) => {
    const request = new XMLHttpRequest();
    request.open("POST", path);
    request.upload.onprogress = ({ loaded, total }) => onSent(total === 0 ? 0 : loaded / total);
    request.upload.onload = () => onSent(1);
    request.onerror = () => failed(new Unreachable());
    request.onload = () => done(new Response(request.responseText, { status: request.status }));
    request.send(form);
  });

export const signIn = async (email: string, password: string): Promise<void> => {
  await read(
    await ask("/api/session", {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ email, password }),
    }),
  );
};

export const signOut = async (): Promise<void> => {
  await read(await ask("/api/session", { method: "DELETE" }));
};

/** Fetches a pack as a file. */
export const fetchPack = async (site: string, request: unknown): Promise<Blob> => {
  const response = await ask(`/api/studio/${site}/exportPack`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(request),
  });
  if (response.ok) return response.blob();
  return read<Blob>(response);
};
