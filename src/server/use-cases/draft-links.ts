import { z } from "zod";
import { fail, issue, succeed } from "../../core/model/issue";
import { POOL } from "../../data/database";
import { dropDraftLink as forget, listDraftLinks } from "../../data/draft-link-repository";
import { DRAFT_BEGIN, makeDraftLink } from "../access/draft-links";
import { previewOrigin } from "../http/host-names";
import { defineUseCase } from "./use-case";

const MOST = 50;

/** Links to the draft that hold now. The addresses themselves are shown once, when they are made. */
export const draftLinks = defineUseCase({
  input: z.object({}),
  run: async ({ site, now }) => {
    const rows = await listDraftLinks(site.id, new Date(now), POOL);
    return succeed({
      links: rows.map(({ endsAt, usedAt, ...row }) => ({
        ...row,
        ends: endsAt.toISOString(),
        used: usedAt?.toISOString() ?? null,
      })),
    });
  },
});

/** A link to the draft for someone without an account. */
export const createDraftLink = defineUseCase({
  input: z.object({ name: z.string().trim().min(1).max(80) }),
  run: async ({ site, account, ids, now: instant }, { name }) => {
    const now = new Date(instant);
    if ((await listDraftLinks(site.id, now, POOL)).length >= MOST)
      return fail(issue("draftLink.tooMany", [], { limit: MOST }));
    const { token, endsAt } = await makeDraftLink({
      id: ids.id(),
      site: site.id,
      account: account.id,
      name,
      now,
    });
    return succeed({
      url: `${previewOrigin(site.id)}${DRAFT_BEGIN}?${new URLSearchParams({ token })}`,
      ends: endsAt.toISOString(),
    });
  },
});

/** Takes a link back: whoever has it sees nothing of the draft any more. */
export const dropDraftLink = defineUseCase({
  input: z.object({ id: z.string().max(100) }),
  run: async ({ site }, { id }) => {
    const was = await forget(site.id, id, POOL);
    return was ? succeed({}) : fail(issue("draftLink.unknown", ["id"]));
  },
});
