import { createHash, randomBytes } from "node:crypto";
import { POOL } from "../../data/database";
import { findDraftLink, saveDraftLink } from "../../data/draft-link-repository";

/** How long someone without an account may look at a draft. */
export const DRAFT_LINK_MS = 14 * 86_400_000;
/** Where a link begins, on the preview host. */
export const DRAFT_BEGIN = "/_draft-begin";
export const DRAFT_COOKIE = "__Host-gray-latch-draft";

const hashed = (token: string): string => createHash("sha256").update(token).digest("hex");

/** A token for the draft of one site, in the name of an account. Only its hash is kept. */
export const makeDraftLink = async (link: {
  readonly id: string;
  readonly site: string;
  readonly account: string;
  readonly name: string;
  readonly now: Date;
}): Promise<{ readonly token: string; readonly endsAt: Date }> => {
  const token = randomBytes(32).toString("base64url");
  const endsAt = new Date(link.now.getTime() + DRAFT_LINK_MS);
  await saveDraftLink({ ...link, hash: hashed(token), endsAt }, POOL);
  return { token, endsAt };
};

/** Until when a token holds; null if it does not. */
export const draftLinkEnd = async (token: string | null, site: string, now: Date): Promise<Date | null> =>
  token === null || token === "" ? null : findDraftLink(hashed(token), site, now, POOL);
