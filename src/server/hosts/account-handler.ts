import { z } from "zod";
import type { Address } from "../../core/addresses/facts";
import { SIGN_IN_PATH, SIGN_OUT_PATH } from "../../core/draw/account-form";
import { ACCOUNT_PATH, type AccountState } from "../../core/model/account";
import { documentHtml, renderPage } from "../../core/render/page";
import type { PageData } from "../../core/render/page-data";
import { findSite, type SiteHead } from "../../data/content-repository";
import { inSnapshot, type Transaction } from "../../data/database";
import type { Visitor } from "../../data/visitor-repository";
import { ENGLISH } from "../../messages/visitor-words";
import { audienceOf, signVisitorIn, signVisitorOut, visitorOf } from "../access/visitors";
import { type Answer, htmlAnswer, plainAnswer } from "../http/answer";
import { publicOrigin } from "../http/host-names";
import { liveOf } from "../site/designs";
import { assemblePage } from "../site/page-assembly";
import { shaperFor } from "../site/shaping";
import { cameFrom, isForeign, type Posted, readForm } from "./forms";

/** Where visitors of a site sign in, see who they are, and sign out. It is a page of the site: what stands round its forms is designed and placed like anywhere. */
export const isAccountForm = (pathname: string): boolean =>
  pathname === SIGN_IN_PATH || pathname === SIGN_OUT_PATH;

const SignIn = z.object({
  email: z.string().max(254),
  password: z.string().max(300),
  to: z.string().max(2000),
});

/** A path of this site and no other; the front page for anything else, and for the account page itself. */
const pathOf = (site: string, to: string): string => {
  const path = cameFrom(site, publicOrigin(site) + (to.startsWith("/") ? to : `/${to}`));
  return path.startsWith(ACCOUNT_PATH) ? "/" : path;
};

const goTo = (path: string, cookie: string): Answer => ({
  status: 303,
  headers: { Location: path, "Set-Cookie": cookie, "Cache-Control": "no-store" },
});

/** The page, for who asks for it. */
export const answerAccount = async (site: string, { headers }: Pick<Posted, "headers">): Promise<Answer> => {
  const visitor = await visitorOf(site, headers.cookie, new Date());
  const back = pathOf(site, cameFrom(site, headers.referer));
  return drawAccount(site, visitor, (head) =>
    visitor
      ? { is: "signedIn", back, name: visitor.name, email: visitor.email, level: levelName(visitor, head) }
      : { is: "signedOut", back, problem: null, email: "" },
  );
};

/** What its forms send. Nothing is taken from another site's page. */
export const answerAccountForm = async (
  site: string,
  pathname: string,
  request: Posted,
  from: string,
): Promise<Answer> => {
  if (isForeign(site, request)) return plainAnswer(403, "This form belongs to another site.");
  const form = await readForm(request);
  if (!form) return plainAnswer(413, "That is more than a form here sends.");
  const given = Object.fromEntries(form);
  if (pathname === SIGN_OUT_PATH)
    return goTo(pathOf(site, given["to"] ?? "/"), await signVisitorOut(request.headers.cookie));
  const read = SignIn.safeParse({ email: "", password: "", to: "/", ...given });
  const { email, password, to } = read.success ? read.data : { email: "", password: "", to: "/" };
  const back = pathOf(site, to);
  const outcome = await signVisitorIn(site, { email: email.trim(), password, from }, new Date());
  if (outcome.ok) return goTo(back, outcome.value);
  const problem = outcome.issues[0]?.code === "signIn.tooMany" ? "tooMany" : "wrong";
  const answer = await drawAccount(site, null, () => ({ is: "signedOut", back, problem, email }));
  if (answer.status !== 200) return answer;
  if (problem === "wrong") return { ...answer, status: 422 };
  const seconds = String(outcome.issues[0]?.params?.["seconds"] ?? "");
  return { ...answer, status: 429, headers: { ...answer.headers, "Retry-After": seconds } };
};

const levelName = ({ level }: Visitor, { settings }: SiteHead): string =>
  settings.levels.find(({ key }) => key === level)?.name ?? "";

const drawAccount = async (
  site: string,
  visitor: Visitor | null,
  stateFor: (head: SiteHead) => AccountState,
): Promise<Answer> => {
  const gathered = await inSnapshot(async (transaction) => {
    const head = await findSite(site, transaction);
    const state = head && stateFor(head);
    return head && state && { data: await pageFor(head, visitor, state, transaction) };
  });
  if (!gathered) return plainAnswer(404, "There is no site here.");
  const { data } = gathered;
  if (!data) return plainAnswer(404, "This site has not been published yet.");
  const shaper = await shaperFor(site, data.style);
  const rendered = renderPage(data, ENGLISH, { shaper });
  const answer = htmlAnswer(200, documentHtml(data, rendered, "/_assets/site.js"));
  return { ...answer, headers: { ...answer.headers, "Cache-Control": "private, no-store" } };
};

/** The page of the site, with its own header, layout and whatever else is placed there. */
const pageFor = async (
  head: SiteHead,
  visitor: Visitor | null,
  account: AccountState,
  transaction: Transaction,
): Promise<PageData | null> => {
  const at = head.now;
  const live = await liveOf(head, at, transaction);
  if (!live) return null;
  const { compiled } = live;
  return assemblePage(
    {
      head,
      compiled,
      page: compiled.index.byIdentity.get("account") as Address,
      pageNumber: 1,
      audience: audienceOf(visitor, head),
      at,
      origin: publicOrigin(head.id),
      account,
    },
    transaction,
  );
};
