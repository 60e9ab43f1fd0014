import type { z } from "zod";
import { type Issue, issue } from "./issue";
import { type IssueCode, isIssueCode } from "./issue-codes";

/**
 * What a schema finds wrong, as an issue. A schema that knows better says a code of its own as its message; otherwise it is
 * `code`, with what is wrong in words of ours: `wrong`, and the measure, `wanted` or `limit`. The schema library's own
 * sentences reach nobody.
 */
export const schemaIssue = (
  problem: z.core.$ZodIssue,
  code: IssueCode,
  before: readonly (string | number)[] = [],
): Issue => {
  const path = [...before, ...problem.path.map((step) => (typeof step === "symbol" ? "" : step))];
  return isIssueCode(problem.message) ? issue(problem.message, path) : issue(code, path, wrongWith(problem));
};

const wrongWith = (problem: z.core.$ZodIssue): Record<string, string | number> => {
  switch (problem.code) {
    case "invalid_type":
      return problem.input === undefined &&
        !/received/.test(problem.message.replace("received undefined", ""))
        ? { wrong: "missing" }
        : { wrong: "type", wanted: problem.expected };
    case "too_small":
      return { wrong: "small", of: problem.origin, limit: Number(problem.minimum) };
    case "too_big":
      return { wrong: "big", of: problem.origin, limit: Number(problem.maximum) };
    case "invalid_value":
      return { wrong: "choice", wanted: problem.values.slice(0, 12).map(String).join(", ") };
    case "unrecognized_keys":
      return { wrong: "unknown", wanted: problem.keys.slice(0, 5).join(", ") };
    case "invalid_format":
      return { wrong: "format", wanted: problem.format };
    case "custom":
      // a sentence of ours, unless none was given
      return /^Invalid/.test(problem.message) ? { wrong: "other" } : { detail: problem.message };
    default:
      return { wrong: "other" };
  }
};
