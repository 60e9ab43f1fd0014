import type { z } from "zod";
import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import { schemaIssue } from "../../core/model/schema-problem";
import { unstorable } from "../../core/model/storable";

/** Outcomes over HTTP: what comes in is read by its schema, what goes out has the status that says best what is wrong. */

/** More problems than these help nobody. */
const MOST_PROBLEMS = 20;

export const parseInput = <T>(schema: z.ZodType<T>, value: unknown): Outcome<T> => {
  const place = unstorable(value);
  if (place) return fail(issue("text.unstorable", place));
  const parsed = schema.safeParse(value);
  if (parsed.success) return succeed(parsed.data);
  return fail(
    ...parsed.error.issues.slice(0, MOST_PROBLEMS).map((problem) => schemaIssue(problem, "input.invalid")),
  );
};

const STATUS: Readonly<Record<string, number>> = {
  "session.none": 401,
  "token.none": 401,
  "audience.unknown": 400,
  "visitor.exists": 409,
  "visitor.unknown": 404,
  "token.unknown": 404,
  "draftLink.unknown": 404,
  "filter.unknown": 404,
  "signUp.unknown": 404,
  "permission.none": 403,
  "origin.foreign": 403,
  "site.unknown": 404,
  "useCase.unknown": 404,
  "part.unknown": 404,
  "page.unknown": 404,
  "edition.unknown": 404,
  "input.invalid": 400,
  "input.notJson": 400,
  "change.clash": 409,
  "undo.clash": 409,
  "signIn.tooMany": 429,
  "input.tooLarge": 413,
  "input.tooDeep": 400,
  "input.tooMany": 400,
  "input.cut": 400,
  "input.notForm": 415,
  "input.noFile": 400,
  "text.unstorable": 400,
  "picture.tooBig": 413,
  "font.tooBig": 413,
  "film.tooBig": 413,
  "video.tooBig": 413,
  "quota.files": 507,
  "quota.bytes": 507,
  "disk.full": 507,
  "server.away": 503,
  "server.failed": 500,
  "document.unreadable": 500,
};

/** The HTTP status that says best what is wrong. */
export const statusOf = (issues: readonly Issue[]): number => STATUS[issues[0]?.code ?? ""] ?? 422;

export const outcomeResponse = (outcome: Outcome<unknown>): Response =>
  Response.json(outcome, {
    status: outcome.ok ? 200 : statusOf(outcome.issues),
    headers: { "Cache-Control": "no-store", ...(outcome.ok ? {} : retryAfter(outcome.issues)) },
  });

/** When to try again, s (RFC 9110 §10.2.3), where an issue knows. */
const retryAfter = ([first]: readonly Issue[]): Record<string, string> => {
  const seconds = first?.params?.["seconds"];
  return first?.code === "signIn.tooMany" && seconds !== undefined ? { "Retry-After": String(seconds) } : {};
};
