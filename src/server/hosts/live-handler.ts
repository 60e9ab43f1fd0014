import type { IncomingMessage } from "node:http";
import { laterPage } from "../../core/addresses/facts";
import { canonicalPath } from "../../core/addresses/paths";
import { findBody, getBody } from "../../core/design/design";
import { SLOTS, type Slot } from "../../core/model/slot";
import { expectedIn } from "../../core/placement/expectations";
import { passedOverAt } from "../../core/placement/explain";
import { resolveAll } from "../../core/placement/resolution";
import { partOf, resolvePage } from "../../core/placement/resolve";
import { findSite } from "../../data/content-repository";
import { inSnapshot } from "../../data/database";
import { partName } from "../../messages/changes";
import { vocabularyFor } from "../../messages/vocabulary";
import { describeWhy } from "../../messages/why";
import { SLOT_NAMES } from "../../messages/words";
import { isPointing, POINTING_COOKIE, POINTING_MS, pointingCookie } from "../access/pointing";
import { type Answer, plainAnswer } from "../http/answer";
import { publicOrigin, studioOrigin } from "../http/host-names";
import { drawPage, type FoundPage, findPage } from "./site-handler";

/**
 * The live site as one looks at it from the studio, on the preview host: the same pages, with what to point at. It is
 * for those who hold a token of this one site; everyone else is told nothing of it.
 */
const LIVE = "/_live";

export const isLivePath = (pathname: string): boolean =>
  pathname === "/_live-begin" || pathname.startsWith(`${LIVE}/`);

const over = (): Answer =>
  plainAnswer(403, "This look at the site is over. Open it from the studio again: “Point at it”.");

export const answerLive = async (site: string, url: URL, request: IncomingMessage): Promise<Answer> => {
  const now = new Date();
  if (url.pathname === "/_live-begin") return begin(site, url, now);
  if (!(await isPointing(pointingCookie(request.headers.cookie ?? null), site, now))) return over();
  const at = new URL(publicOrigin(site) + url.pathname.slice(LIVE.length) + url.search);
  const found = await inSnapshot(async (transaction) => {
    const head = await findSite(site, transaction);
    return head && findPage(head, at, transaction);
  });
  if (!found) return plainAnswer(404, "This site has not been published yet.");
  if ("redirect" in found)
    return { status: 303, headers: { Location: LIVE + found.redirect, "Cache-Control": "no-store" } };
  const { rendered, document } = await drawPage(site, found, { mark: true });
  return pointable(rendered.status, document, pointsOf(site, found));
};

/** The token goes into a cookie of this host, out of the address, and the page asked for opens. */
const begin = async (site: string, url: URL, now: Date): Promise<Answer> => {
  const token = url.searchParams.get("token");
  if (!(await isPointing(token, site, now))) return over();
  const to = url.searchParams.get("to") ?? "/";
  // put together as text: an address of another host would stay a path of this one
  const canonical = canonicalPath(to.split("?")[0] ?? "/");
  const path = to.startsWith("/") && canonical.ok ? encodeURI(canonical.value) : "/";
  return {
    status: 303,
    headers: {
      Location: LIVE + path,
      "Set-Cookie": `${POINTING_COOKIE}=${token}; Path=/; Max-Age=${POINTING_MS / 1000}; HttpOnly; Secure; SameSite=Lax`,
      "Cache-Control": "no-store",
      "Referrer-Policy": "no-referrer",
    },
  };
};

/** Every slot of the page: which part fills it and why, or why none does; and where each is opened. */
const pointsOf = (site: string, { compiled, page, pageNumber, now }: FoundPage) => {
  const view = { audience: "signedOut", at: now } as const;
  const shown = laterPage(page, pageNumber);
  const answers = resolvePage(compiled, shown, view);
  const studio = `${studioOrigin()}/s/${site}`;
  const conditions = SLOTS.flatMap((each) => {
    const { resolved } = answers[each];
    return resolved.by === "rule" ? [resolved.condition] : [];
  });
  const words = vocabularyFor(compiled.index, conditions);
  const resolution = resolveAll(compiled, view);
  const number = compiled.index.numbers.get(page.identity);
  const slot = (each: Slot) => {
    const { resolved } = answers[each];
    const id = partOf(answers[each]);
    const part = id === null ? undefined : findBody(compiled.design, "part", id);
    return {
      slot: each,
      label: SLOT_NAMES[each],
      badge: part ? partName(part) : "",
      name: part?.name ?? "",
      isEmpty: !part || part.bands.length === 0,
      isMissing:
        !part && resolved.by === "none" && number !== undefined && expectedIn(resolution, each)(number),
      why: describeWhy(
        resolved,
        each,
        words,
        passedOverAt(compiled, each, shown, view, answers[each]).map((over) =>
          partName(getBody(compiled.design, "part", over)),
        ),
      ),
      part: id === null ? null : `${studio}/parts/${id}`,
      page: `${studio}/pages/${encodeURIComponent(page.identity)}`,
    };
  };
  return { slots: SLOTS.map(slot), title: page.title };
};

const pointable = (status: number, html: string, points: object): Answer => {
  const data = JSON.stringify(points).replaceAll("<", "\\u003c");
  return {
    status,
    headers: {
      "Content-Type": "text/html; charset=utf-8",
      "Cache-Control": "private, no-store",
      "X-Robots-Tag": "noindex",
      "Content-Security-Policy":
        "default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; img-src 'self'; media-src 'self'; font-src 'self'; form-action 'none'; base-uri 'none'; frame-ancestors 'none'",
    },
    body: html.replace(
      "</head>",
      () =>
        `<script type="application/json" id="points">${data}</script><script src="/_assets/point.js" defer></script>\n</head>`,
    ),
  };
};
