import { z } from "zod";
import { fail, issue, succeed } from "../core/model/issue";
import { originIssue, outcomeResponse, parseInput } from "./call";
import { clearedCookie, readCookie, SESSION_COOKIE, sessionCookie, signIn, signOut } from "./sessions";

const Credentials = z.object({ email: z.email().max(300), password: z.string().min(1).max(300) });

/** Signs in: a cookie, or a reason. */
export const postSession = async (request: Request): Promise<Response> => {
  const foreign = originIssue(request);
  if (foreign) return outcomeResponse(fail(foreign));
  const body: unknown = await request.json().catch(() => undefined);
  if (body === undefined) return outcomeResponse(fail(issue("input.notJson")));
  const input = parseInput(Credentials, body);
  if (!input.ok) return outcomeResponse(input);
  // set from the socket, or by our own proxy: see `main`
  const outcome = await signIn(
    input.value.email,
    input.value.password,
    request.headers.get("x-forwarded-for") ?? "local",
    new Date(),
  );
  if (!outcome.ok) return outcomeResponse(outcome);
  const response = outcomeResponse(succeed({}));
  response.headers.set("Set-Cookie", sessionCookie(outcome.value.sessionId));
  return response;
};

/** Signs out: the session ends on the server, whatever the browser keeps. */
export const deleteSession = async (request: Request): Promise<Response> => {
  const foreign = originIssue(request);
  if (foreign) return outcomeResponse(fail(foreign));
  const id = readCookie(request.headers.get("cookie"), SESSION_COOKIE);
  if (id !== null) await signOut(id);
  const response = outcomeResponse(succeed({}));
  response.headers.set("Set-Cookie", clearedCookie);
  return response;
};
