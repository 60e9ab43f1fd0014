import { fail, issue } from "../../core/model/issue";
import { isDatabaseAway } from "../../data/database";
import type { UnreadableDocument } from "../../data/design-repository";
import { REQUEST_HEADER, RETRY_AFTER } from "../http/headers";
import { outcomeResponse } from "../http/outcomes";
import { log } from "../process/log";

/**
 * What stands round everything the studio answers: a database that is away or has no connection free is said so, with
 * when to ask again; anything else that goes wrong is written down and said in plain words.
 */
export const answered = async (request: Request, work: () => Promise<Response>): Promise<Response> => {
  const id = request.headers.get(REQUEST_HEADER) ?? "";
  try {
    return await work();
  } catch (error) {
    const isAway = isDatabaseAway(error);
    if (error instanceof Error && error.name === "UnreadableDocument")
      return outcomeResponse(fail(...(error as UnreadableDocument).issues));
    const { pathname } = new URL(request.url);
    log()[isAway ? "warn" : "error"]({ error, request: id, path: pathname }, "request failed");
    const response = outcomeResponse(fail(issue(isAway ? "server.away" : "server.failed", [], { id })));
    if (isAway) response.headers.set("Retry-After", RETRY_AFTER);
    return response;
  }
};
