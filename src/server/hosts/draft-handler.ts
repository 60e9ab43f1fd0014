import type { IncomingMessage } from "node:http";
import { type DefaultTreeAdapterTypes, parse, serialize } from "parse5";
import { html } from "../../core/draw/html";
import { ACCOUNT_PATH } from "../../core/model/account";
import { findSite } from "../../data/content-repository";
import { inSnapshot } from "../../data/database";
import { momentWords } from "../../messages/wall-time";
import { DRAFT_BEGIN, DRAFT_COOKIE, draftLinkEnd } from "../access/draft-links";
import { readCookie } from "../access/sessions";
import { type Answer, plainAnswer } from "../http/answer";
import { publicOrigin } from "../http/host-names";
import { drawPage, findPage } from "./site-handler";

/**
 * The draft of a site as someone looks at it who has no account but a link: all its pages as visitors would see them,
 * on the preview host, read only. Everyone else is told nothing of it.
 */
const DRAFT = "/_draft";

export const isDraftPath = (pathname: string): boolean =>
  pathname === DRAFT_BEGIN || pathname.startsWith(`${DRAFT}/`);

const over = (): Answer =>
  plainAnswer(403, "This link to a draft is over, or was ended. Ask whoever sent it for another one.");

export const answerDraft = async (site: string, url: URL, request: IncomingMessage): Promise<Answer> => {
  const now = new Date();
  if (url.pathname === DRAFT_BEGIN) return begin(site, url, now);
  const ends = await draftLinkEnd(readCookie(request.headers.cookie ?? null, DRAFT_COOKIE), site, now);
  if (!ends) return over();
  const at = new URL(publicOrigin(site) + url.pathname.slice(DRAFT.length) + url.search);
  const gathered = await inSnapshot(async (transaction) => {
    const head = await findSite(site, transaction);
    const found = head && (await findPage(head, at, transaction, { state: "draft" }));
    return head && found ? { head, found } : null;
  });
  if (!gathered) return plainAnswer(404, "There is no such site.");
  const { head, found } = gathered;
  if ("redirect" in found)
    return { status: 303, headers: { Location: DRAFT + found.redirect, "Cache-Control": "no-store" } };
  const { rendered, document: page } = await drawPage(site, found);
  const words = html`<aside aria-label="About this draft">Draft of ${found.data.site.name}: visitors do not see it yet. This link works until ${momentWords(ends.toISOString(), head.settings.timeZone)}.</aside>`;
  return {
    status: rendered.status,
    headers: {
      "Content-Type": "text/html; charset=utf-8",
      "Cache-Control": "private, no-store",
      "X-Robots-Tag": "noindex",
      "Referrer-Policy": "no-referrer",
      "Content-Security-Policy":
        "default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; img-src 'self'; media-src 'self'; font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'",
    },
    body: withinDraft(page, site)
      .replace("</head>", () => `<style>${NOTE_CSS}</style></head>`)
      .replace("</body>", () => `${words.text}</body>`),
  };
};

const NOTE_CSS =
  'aside[aria-label="About this draft"]{position:sticky;bottom:0;z-index:99;padding:.6rem 1rem;background:#23272b;color:#fffdf9;font:14px/1.4 system-ui,sans-serif;text-align:center}';

/** The token goes into a cookie of this host, out of the address. */
const begin = async (site: string, url: URL, now: Date): Promise<Answer> => {
  const token = url.searchParams.get("token");
  const ends = await draftLinkEnd(token, site, now);
  if (!ends) return over();
  const seconds = Math.floor((ends.getTime() - now.getTime()) / 1000);
  return {
    status: 303,
    headers: {
      Location: `${DRAFT}/`,
      "Set-Cookie": `${DRAFT_COOKIE}=${token}; Path=/; Max-Age=${seconds}; HttpOnly; Secure; SameSite=Lax`,
      "Cache-Control": "no-store",
      "Referrer-Policy": "no-referrer",
    },
  };
};

const LEADS: Readonly<Record<string, string>> = { a: "href", form: "action" };

/** The page with its links to other pages of the site, and its search, leading on within the draft. Accounts are the public site's. */
const withinDraft = (page: string, site: string): string => {
  const tree = parse(page);
  const visit = (node: DefaultTreeAdapterTypes.ParentNode): void => {
    for (const child of node.childNodes) {
      if (!("tagName" in child)) continue;
      const lead = child.attrs.find(({ name }) => name === LEADS[child.tagName]);
      if (lead?.value === ACCOUNT_PATH) lead.value = publicOrigin(site) + ACCOUNT_PATH;
      else if (lead && /^\/(?![/_])/.test(lead.value)) lead.value = DRAFT + lead.value;
      visit(child);
    }
  };
  visit(tree);
  return serialize(tree);
};
