import type { IncomingMessage, ServerResponse } from "node:http";
import { type Address, readableBy, type SiteIndex } from "../../core/addresses/facts";
import { nearestEntries } from "../../core/addresses/nearest";
import { canonicalPath, splitPage } from "../../core/addresses/paths";
import type { Asked } from "../../core/archives/filter";
import { ACCOUNT_PATH } from "../../core/model/account";
import { entryIdentity } from "../../core/model/identity";
import type { Audience } from "../../core/model/placement";
import { nextPageEdge } from "../../core/placement/edges";
import type { CompiledDesign } from "../../core/placement/resolve";
import { documentHtml, renderPage } from "../../core/render/page";
import type { PageData } from "../../core/render/page-data";
import { findMoved } from "../../data/content-changes";
import { findSite, type SiteHead } from "../../data/content-repository";
import { inSnapshot, isDatabaseAway, type Transaction } from "../../data/database";
import { liveHead } from "../../data/design-repository";
import { searchEntries } from "../../data/search-repository";
import type { Visitor } from "../../data/visitor-repository";
import { ENGLISH } from "../../messages/visitor-words";
import { audienceOf, hasVisitorCookie, visitorOf } from "../access/visitors";
import { type Answer, htmlAnswer, plainAnswer, ranged, send } from "../http/answer";
import { callerOf } from "../http/callers";
import { RETRY_AFTER } from "../http/headers";
import { publicOrigin } from "../http/host-names";
import { log } from "../process/log";
import { inPlace } from "../process/places";
import { draftOf, liveOf } from "../site/designs";
import { type FinishedPage, finishedPage, keptPage } from "../site/finished-pages";
import { assemblePage, listsPlanned, type PageRequest, pagesOf } from "../site/page-assembly";
import { shaperFor } from "../site/shaping";
import { answerAccount, answerAccountForm, isAccountForm } from "./account-handler";
import { type Posted, received } from "./forms";
import { sharedFile } from "./shared-files";
import { answerSignUp } from "./sign-up-handler";

/** The public site: the current edition, as who asks may see it, found by one indexed read per request. */
export const handleSite = async (
  site: string,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> => {
  if (request.method === "POST") {
    const posted = await answerForm(site, request);
    if (posted) return send(response, posted);
  }
  if (request.method !== "GET" && request.method !== "HEAD")
    return send(response, {
      ...plainAnswer(405, "This site answers GET and HEAD only."),
      headers: { Allow: "GET, HEAD" },
    });
  // put together as text: `//name/` must stay a path
  const url = new URL(publicOrigin(site) + (request.url ?? "/"));
  const answer = ranged(await answerVisitor(site, url, request), request.headers.range);
  await send(response, unlessKnown(answer, request.headers["if-none-match"]), request.method === "GET");
};

/** Whoever has it already is told that it still holds, with what a 200 would have said of caching (RFC 9110 §15.4.5). */
const unlessKnown = (answer: Answer, known: string | undefined): Answer => {
  const { ETag: etag, Vary, "Cache-Control": caching } = answer.headers ?? {};
  if (etag === undefined || known !== etag) return answer;
  const said = Object.entries({ ETag: etag, Vary, "Cache-Control": caching });
  return {
    status: 304,
    headers: Object.fromEntries(
      said.flatMap(([name, value]) => (value === undefined ? [] : [[name, value]])),
    ),
  };
};

/** The same, and what is told while the database cannot be reached: a page that is kept, or when to ask again. */
export const answerVisitor = async (
  site: string,
  url: URL,
  request: Pick<Posted, "headers">,
): Promise<Answer> => {
  try {
    return await answerSite(site, url, request);
  } catch (error) {
    if (!isDatabaseAway(error)) throw error;
    log().warn({ error, site, path: url.pathname }, "visitors are told to come again");
    const isOwn = hasVisitorCookie(request.headers.cookie) || url.searchParams.has("q") || isAsked(url);
    return (isOwn ? null : keptPage(site, url.pathname)) ?? NOT_NOW;
  }
};

const NOT_NOW: Answer = {
  ...plainAnswer(503, "This site cannot answer just now. Please come again in a moment."),
  headers: {
    "Content-Type": "text/plain; charset=utf-8",
    "Cache-Control": "no-store",
    "Retry-After": RETRY_AFTER,
  },
};

/** What comes of a form that is sent to the site; null if no form is sent there. */
const answerForm = async (site: string, request: IncomingMessage): Promise<Answer | null> => {
  const path = (request.url ?? "").split("?")[0] ?? "";
  const block = /^\/_sign-up\/([a-z0-9-]{1,300})$/.exec(path)?.[1];
  if (!isAccountForm(path) && !block) return null;
  const from = callerOf(request);
  // whoever sends slowly takes nobody's place meanwhile
  const posted = await received(request);
  try {
    return await inPlace(() =>
      block ? answerSignUp(site, block, posted, from) : answerAccountForm(site, path, posted, from),
    );
  } catch (error) {
    if (!isDatabaseAway(error)) throw error;
    return NOT_NOW;
  }
};

const NOBODY = { headers: {} };

/** What the public site says at a URL to who asks. */
export const answerSite = async (
  site: string,
  url: URL,
  request: Pick<Posted, "headers"> = NOBODY,
): Promise<Answer> => {
  const file = await sharedFile(site, url.pathname);
  if (file) return file;
  if (url.pathname === "/robots.txt")
    return plainAnswer(200, `User-agent: *\nDisallow: /search/\nDisallow: ${ACCOUNT_PATH}`);
  if (url.pathname === ACCOUNT_PATH) return inPlace(() => answerAccount(site, request));
  if (url.pathname === ACCOUNT_PATH.slice(0, -1) || isAccountForm(url.pathname))
    return { status: 303, headers: { Location: ACCOUNT_PATH, "Cache-Control": "no-store" } };
  const visitor = await inPlace(() => visitorOf(site, request.headers.cookie, new Date()));
  // who is signed in sees pages of their own, and what is asked for is looked for each time: neither is kept
  if (visitor || url.searchParams.has("q") || isAsked(url))
    return answerOf(await inPlace(() => drawAt(site, url, visitor)));
  return finishedPage(site, url, () => inPlace(() => drawAt(site, url, null)));
};

const answerOf = (drawn: Answer | FinishedPage): Answer => ("answer" in drawn ? drawn.answer : drawn);

const drawAt = async (site: string, url: URL, visitor: Visitor | null): Promise<Answer | FinishedPage> => {
  const gathered = await inSnapshot(async (transaction) => {
    const head = await findSite(site, transaction);
    if (!head) return null;
    const audience = audienceOf(visitor, head);
    const found = await findPage(head, url, transaction, { audience });
    return { audience, found, version: (await liveHead(site, transaction, head.now))?.version ?? "" };
  });
  if (!gathered) return plainAnswer(404, "There is no site here.");
  const { found, audience, version } = gathered;
  if (found === null) return plainAnswer(404, "This site has not been published yet.");
  if ("redirect" in found)
    return { status: 308, headers: { Location: found.redirect + url.search, "Cache-Control": "no-cache" } };
  const { rendered, document } = await drawPage(site, found);
  const answer = htmlAnswer(rendered.status, document, audience);
  // of pages that are not there are as many as anyone likes to ask for
  if (rendered.status === 404) return answer;
  return { answer, version, until: nextPageEdge(found.compiled, found.now) };
};

/** Draws what was gathered. Nothing is asked of the database meanwhile, so that no connection waits for it. */
export const drawPage = async (
  site: string,
  { data }: Pick<FoundPage, "data">,
  options: { mark?: true } = {},
) => {
  const shaper = await shaperFor(site, data.style);
  const rendered = renderPage(data, ENGLISH, { shaper, ...options });
  return { rendered, document: documentHtml(data, rendered, "/_assets/site.js") };
};

/** A page of the current edition, or of the draft, gathered to be drawn. */
export interface FoundPage {
  readonly compiled: CompiledDesign;
  readonly page: Address;
  readonly pageNumber: number;
  readonly now: string;
  readonly data: PageData;
}

/** What visitors get at a URL, or would get with the draft: a page, or where it lives now; null while nothing is published. */
export const findPage = async (
  head: SiteHead,
  url: URL,
  transaction: Transaction,
  { audience = "signedOut", state = "live" }: { audience?: Audience; state?: "live" | "draft" } = {},
): Promise<FoundPage | { readonly redirect: string } | null> => {
  const { now } = head;
  const compiled =
    state === "draft"
      ? await draftOf(head, now, transaction)
      : (await liveOf(head, now, transaction))?.compiled;
  if (!compiled) return null;
  const found = await followMove(head.id, compiled.index, url.pathname, transaction);
  if ("redirect" in found) return found;
  const { index } = compiled;
  const notFound = index.byIdentity.get("notFound") as Address;
  const asking = { head, compiled, audience, at: now, origin: publicOrigin(head.id) };
  const isSearch = found.address.role === "search";
  const query = isSearch ? (url.searchParams.get("q") ?? "").slice(0, 200) : "";
  const results =
    query === ""
      ? []
      : await searchEntries(
          head.id,
          { query, language: head.settings.language, at: now, readable: readableBy(audience) },
          transaction,
        );
  const wanted: PageRequest = {
    ...asking,
    page: found.address,
    pageNumber: found.page,
    query,
    asked: askedOf(url),
    ...(isSearch ? { found: results } : {}),
  };
  const beyond =
    found.page > 1 &&
    found.page >
      (isSearch || isAsked(url) ? pagesAsked(wanted) : pagesOf(compiled, found.address, audience, now));
  const request =
    beyond || found.address.role === "notFound"
      ? { ...asking, page: notFound, pageNumber: 1, found: nearIds(index, url.pathname) }
      : wanted;
  const { page, pageNumber } = request;
  return { compiled, page, pageNumber, now, data: await assemblePage(request, transaction) };
};

/** What the address asks of lists that can be narrowed. */
const askedOf = ({ searchParams }: URL): Asked => ({
  kind: (searchParams.get("kind") ?? "").slice(0, 200),
  about: (searchParams.get("about") ?? "").slice(0, 200),
});
const ASKING = ["kind", "about"] as const;
const isAsked = ({ searchParams }: URL): boolean => ASKING.some((name) => searchParams.has(name));

/** How many pages there are of what is asked for. */
const pagesAsked = (request: PageRequest): number =>
  Math.max(1, ...Object.values(listsPlanned(request)).map(({ pages }) => pages));

/** So many pages are named that may have been meant. */
const MOST_NEAR = 6;
const nearIds = (index: SiteIndex, pathname: string): readonly string[] => {
  const asked = canonicalPath(pathname);
  return asked.ok ? nearestEntries(index, asked.value, MOST_NEAR).map(({ id }) => id) : [];
};

/** Where a path leads; one that moved leads to where its page lives now. */
const followMove = async (site: string, index: SiteIndex, pathname: string, transaction: Transaction) => {
  const found = findAddress(index, pathname);
  if ("redirect" in found || found.address.role !== "notFound") return found;
  const canonical = canonicalPath(pathname);
  const entry = canonical.ok ? await findMoved(site, canonical.value, transaction) : null;
  const page = entry === null ? undefined : index.byIdentity.get(entryIdentity(entry));
  return page ? { redirect: encodeURI(page.path) } : found;
};

/** The page a path means, or where it lives now: another spelling, or the front page's own path. */
const findAddress = (
  index: SiteIndex,
  pathname: string,
): { readonly address: Address; readonly page: number } | { readonly redirect: string } => {
  const notFound = { address: index.byIdentity.get("notFound") as Address, page: 1 };
  const canonical = canonicalPath(pathname);
  if (!canonical.ok) return notFound;
  const { stem, page } = splitPage(canonical.value);
  const address = index.byPath.get(stem);
  const spelled = encodeURI(canonical.value);
  if (!address) {
    const front = index.stems[0];
    const own =
      front?.entry?.path ??
      (front?.archiveOf?.of === "kind"
        ? index.facts.kinds.find((kind) => kind.id === (front.archiveOf as { id: string }).id)?.path
        : undefined);
    return own === stem && page === 1 ? { redirect: "/" } : notFound;
  }
  if (page === 1 && canonical.value.endsWith("/page/1/")) return { redirect: encodeURI(stem) };
  return spelled === pathname ? { address, page } : { redirect: spelled };
};
