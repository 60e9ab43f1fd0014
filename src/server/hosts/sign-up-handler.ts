import { z } from "zod";
import { documentsOf } from "../../core/design/design";
import { wholeDesign } from "../../core/design/pieces";
import { blocksOf } from "../../core/design/tree";
import { attempt, type Limit } from "../../data/attempt-repository";
import { findSite } from "../../data/content-repository";
import { inSnapshot, POOL } from "../../data/database";
import { saveSignUp } from "../../data/mailbox-repository";
import { type Answer, plainAnswer } from "../http/answer";
import { liveOf } from "../site/designs";
import { cameFrom, isForeign, type Posted, readForm } from "./forms";

/** What sign-up forms send: an address, for the stand-in mailbox of the site. */

const HOUR_MS = 3_600_000;
/** More than these from one address are no household; more than those are not people of one small site. */
const ADDRESS: Limit = { most: 20, withinMs: HOUR_MS };
const SITE: Limit = { most: 300, withinMs: HOUR_MS };

type Said = "sent" | "wrong" | "failed" | "busy";

const Form = z.object({
  address: z.email().max(254),
  consent: z.string().optional(),
  website: z.string().optional(),
});

/** The block of the live edition a form belongs to; undefined if visitors do not see such a form. */
const findForm = (site: string, block: string) =>
  inSnapshot(async (transaction) => {
    const head = await findSite(site, transaction);
    const live = head && (await liveOf(head, head.now, transaction));
    if (!live) return undefined;
    for (const { body } of documentsOf(wholeDesign(live.compiled.design), "part"))
      for (const each of body.on && body.binnedAt === null ? blocksOf(body) : [])
        if (each.id === block && each.kind === "signUp") return each.settings;
    return undefined;
  });

const take = async (site: string, block: string, form: URLSearchParams, from: string): Promise<Said> => {
  const settings = await findForm(site, block);
  if (!settings) return "failed";
  const read = Form.safeParse(Object.fromEntries(form));
  if (!read.success) return "wrong";
  const { address, consent, website } = read.data;
  if (settings.consent !== "" && consent !== "yes") return "wrong";
  // nobody who can see fills this in: it is thanked and forgotten
  if (website) return "sent";
  // counted before anything is kept, so that those that come at once count too; then it goes on slowly
  const now = new Date();
  const door = `sign-ups of ${site}`;
  if ((await attempt(door, from, ADDRESS, now)) > 0) return "busy";
  if ((await attempt(door, "everyone", SITE, now)) > 0) return "busy";
  await saveSignUp(site, { list: settings.list, address, consent: settings.consent, at: now }, POOL);
  return "sent";
};

const STATUS: Readonly<Record<Said, number>> = { sent: 200, wrong: 422, failed: 503, busy: 429 };

/** Answers a form: to a script what became of it, to a browser without one the way back to where it is said. */
export const answerSignUp = async (
  site: string,
  block: string,
  request: Posted,
  from: string,
): Promise<Answer> => {
  const { accept, referer } = request.headers;
  if (isForeign(site, request)) return plainAnswer(403, "This form belongs to another site.");
  const form = await readForm(request);
  if (!form) return plainAnswer(413, "That is more than a form here sends.");
  const became = await take(site, block, form, from);
  // that others sent much is nothing to tell whoever fills in a form: it did not work, and may later
  const said = became === "busy" ? "failed" : became;
  if (accept?.includes("application/json"))
    return {
      status: STATUS[became],
      headers: { "Content-Type": "application/json", "Cache-Control": "no-store" },
      body: JSON.stringify({ said }),
    };
  return {
    status: 303,
    headers: { Location: `${cameFrom(site, referer)}#${said}-${block}`, "Cache-Control": "no-store" },
  };
};
