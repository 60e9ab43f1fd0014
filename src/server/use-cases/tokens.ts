import { createHash, randomBytes } from "node:crypto";
import { z } from "zod";
import { fail, issue, succeed } from "../../core/model/issue";
import { POOL } from "../../data/database";
import * as repository from "../../data/token-repository";
import { defineUseCase } from "./use-case";

const MOST = 20;

export const hashToken = (token: string): string => createHash("sha256").update(token).digest("hex");

/** One's own tokens for scripts on this site. The tokens themselves are shown once, when they are made. */
export const tokens = defineUseCase({
  input: z.object({}),
  run: async ({ site, account }) => {
    const rows = await repository.listTokens(site.id, account.id, POOL);
    return succeed({
      tokens: rows.map(({ id, name, createdAt, usedAt }) => ({
        id,
        name,
        made: createdAt.toISOString(),
        used: usedAt?.toISOString() ?? null,
      })),
    });
  },
});

export const createToken = defineUseCase({
  input: z.object({ name: z.string().trim().min(1).max(80) }),
  run: async ({ site, account, ids, now }, { name }) => {
    if ((await repository.listTokens(site.id, account.id, POOL)).length >= MOST)
      return fail(issue("token.tooMany", [], { limit: MOST }));
    const token = `gl_${randomBytes(32).toString("base64url")}`;
    await repository.createToken(
      {
        id: ids.id(),
        site: site.id,
        account: account.id,
        name,
        hash: hashToken(token),
        at: new Date(now),
      },
      POOL,
    );
    return succeed({ token });
  },
});

export const dropToken = defineUseCase({
  input: z.object({ id: z.string() }),
  run: async ({ site, account }, { id }) => {
    const was = await repository.dropToken(site.id, account.id, id, POOL);
    return was ? succeed({}) : fail(issue("token.unknown", ["id"]));
  },
});
