import { z } from "zod";
import { fail, succeed } from "../../core/model/issue";
import {
  clearedCookie,
  readCookie,
  SESSION_COOKIE,
  sessionCookie,
  signIn,
  signOut,
} from "../access/sessions";
import { CALLER_HEADER } from "../http/callers";
import { outcomeResponse, parseInput } from "../http/outcomes";
import { readJson, SIGN_IN_BYTES } from "./bodies";
import { originIssue } from "./call";
import { answered } from "./studio-door";

const Credentials = z.object({ email: z.email().max(300), password: z.string().min(1).max(300) });

/** Signs in: a cookie, or a reason. */
export const postSession = (request: Request): Promise<Response> =>
  answered(request, async () => {
    const foreign = originIssue(request);
    if (foreign) return outcomeResponse(fail(foreign));
    const body = await readJson(request, SIGN_IN_BYTES);
    const input = body.ok ? parseInput(Credentials, body.value) : body;
    if (!input.ok) return outcomeResponse(input);
    const { email, password } = input.value;
    const from = request.headers.get(CALLER_HEADER) ?? "local";
    const outcome = await signIn(email, password, from, new Date());
    if (!outcome.ok) return outcomeResponse(outcome);
    const response = outcomeResponse(succeed({}));
    response.headers.set("Set-Cookie", sessionCookie(outcome.value.sessionId));
    return response;
  });

/** Signs out: the session ends on the server, whatever the browser keeps. */
export const deleteSession = (request: Request): Promise<Response> =>
  answered(request, async () => {
    const foreign = originIssue(request);
    if (foreign) return outcomeResponse(fail(foreign));
    const id = readCookie(request.headers.get("cookie"), SESSION_COOKIE);
    if (id !== null) await signOut(id);
    const response = outcomeResponse(succeed({}));
    response.headers.set("Set-Cookie", clearedCookie);
    return response;
  });
