import { randomBytes } from "node:crypto";
import { describe, expect, it } from "vitest";
import { POOL, selectRows } from "../../data/database";
import { toldError } from "./log";

describe("an error in the log", () => {
  it("has its kind, stack and cause, and nothing of the statement it came from", async () => {
    const short = await selectRows("SELECT :secret::int", { secret: "owl" }, POOL).catch(
      (error: unknown) => error,
    );
    expect(JSON.stringify(toldError(short))).not.toContain("owl");
    const secret = randomBytes(32).toString("base64url");
    const failed = await selectRows("SELECT :secret::int", { secret }, POOL).catch((error: unknown) => error);
    const told = JSON.stringify(toldError(new Error("it failed", { cause: failed })));
    expect(told).toContain("it failed");
    expect(told).toContain("SequelizeDatabaseError");
    expect(told).toContain("22P02");
    expect(told).toContain("log.test.ts");
    expect(told).not.toContain(secret);
    expect(told).not.toContain("SELECT");
  });
  it.each([
    ["/_draft-begin?token=abc123&x=1", "/_draft-begin?token=…&x=…"],
    [`cookie ${"a".repeat(43)} end`, "cookie … end"],
    [
      "ENOENT: no such file, open '/work/main/src/server/log.ts'",
      "ENOENT: no such file, open '/work/main/src/server/log.ts'",
    ],
  ])("loses secrets and keeps the rest: %s", (text, expected) => {
    expect(toldError(new Error(text))).toMatchObject({ message: expected });
  });
  it("ends where causes go round in circles", () => {
    const error = new Error("round");
    error.cause = error;
    expect(JSON.stringify(toldError(error)).length).toBeLessThan(20_000);
  });
});
