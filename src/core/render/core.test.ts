import { describe, expect, it } from "vitest";
import { block, entryView, NASTY, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import type { Block } from "../design/part";
import type { AccountState } from "../model/account";
import { renderPage } from "./page";
import type { PageData } from "./page-data";

const draw = (account: AccountState, over: Partial<PageData> = {}) => {
  const data = pageData({ entry: null, body: [], account, ...over });
  const page = { ...data.page, identity: "account", role: "account" as const, title: ENGLISH.signIn };
  return renderPage({ ...data, page }, ENGLISH, { shaper });
};
const signedOut: AccountState = { is: "signedOut", back: "/", problem: null, email: "" };
const signedIn: AccountState = { is: "signedIn", back: "/", name: NASTY, email: "a@b.example", level: "" };

describe("the page where visitors sign in", () => {
  it("stands in the site's own frame, with one heading of the first level", () => {
    const header = { id: "h", part: partWith("header", [block("siteName")]) };
    const { body, regions } = draw(signedOut, { slots: { ...pageData().slots, header } });
    expect(regions.header).toContain("b-siteName");
    expect(body.match(/<h1/g)).toHaveLength(1);
    expect(body).not.toContain("Hello");
  });
  it("says what is wrong, keeps the address, and never a password", () => {
    const { body } = draw({ ...signedOut, problem: "wrong", email: NASTY });
    expect(body).toContain('role="alert"');
    expect(body).toContain('aria-invalid="true"');
    expect(body).toContain('value="&lt;script&gt;');
    expect(body).toMatch(/<input id="password"(?![^>]*value=)/);
    expect(draw(signedOut).body).not.toContain('role="alert"');
  });
  it("leads back to where one came from, and nowhere from the front page", () => {
    expect(draw({ ...signedOut, back: "/a/?q=1&p=2" }).body).toContain('href="/a/?q=1&amp;p=2"');
    expect(draw(signedOut).body).not.toContain(ENGLISH.backWhere);
  });
  it("shows who is signed in, with the membership where there is one", () => {
    const { body } = draw(signedIn);
    expect(body).toContain("&lt;script&gt;");
    expect(body).not.toContain(ENGLISH.membership);
    expect(draw({ ...signedIn, level: "Friends" }).body).toContain("<dd>Friends</dd>");
  });
});

describe("what the product itself answers", () => {
  const withLayout = (blocks: readonly Block[]) => ({
    ...pageData().slots,
    layout: { id: "l", part: partWith("layout", blocks) },
  });
  const forms = (body: string) => body.match(/<form method="post"/g)?.length ?? 0;
  it("stands where a layout has it, once, and after one that does not have it", () => {
    const [mine, words] = [block("body"), block("heading", { text: "Round it" })];
    const moved = draw(signedOut, { slots: withLayout([words, mine]) }).body;
    expect(moved).toMatch(/Round it[\s\S]*<form/);
    expect(draw(signedOut, { slots: withLayout([mine, words]) }).body).toMatch(/<form[\s\S]*Round it/);
    expect(
      draw(signedOut, { slots: withLayout([mine, block("body")]) }).body.match(/id="email"/g),
    ).toHaveLength(1);
    expect(forms(draw(signedOut, { slots: withLayout([block("entryList")]) }).body)).toBe(1);
    const without = draw(signedOut, { slots: withLayout([words]) });
    expect(without.body).toMatch(/Round it[\s\S]*<form/);
    expect(without.css).toContain(".account label");
    for (const slots of [withLayout([mine]), withLayout([words]), pageData().slots])
      expect(forms(draw(signedOut, { slots }).body)).toBe(1);
  });
  it("stands in another slot too, and nowhere else then", () => {
    const side = { id: "s", part: partWith("side", [block("body")]) };
    const { body, regions } = draw(signedOut, {
      slots: { ...withLayout([block("heading", { text: "Round it" })]), side },
    });
    expect(forms(body)).toBe(1);
    expect(regions.side).toContain("<form");
  });
  it("stands below where what holds it is hidden on some screens", () => {
    const form = block("body");
    const small = { ...form, look: { ...form.look, hideOn: ["small" as const] } } as Block;
    for (const layout of [
      partWith("layout", [small]),
      partWith("layout", [block("body")], { hideOn: ["small"] }),
      partWith("layout", [block("group", {}, [small])]),
    ]) {
      const { body } = draw(signedOut, { slots: { ...pageData().slots, layout: { id: "l", part: layout } } });
      expect(body.match(/name="password"/g)).toHaveLength(1);
      expect(body).toMatch(/n-core[^<]*<|b-body n-plain-body/);
    }
  });
  it("has its title once: above it, or with it", () => {
    const titleBar = { id: "t", part: partWith("titleBar", [block("title")]) };
    for (const slots of [pageData().slots, { ...pageData().slots, titleBar }])
      expect(draw(signedOut, { slots }).body.match(/>Sign in<\/h\d>/g)).toHaveLength(1);
  });
  it("is no part of other pages", () => {
    expect(
      renderPage(pageData({ slots: withLayout([block("body")]) }), ENGLISH, { shaper }).body,
    ).not.toContain('name="password"');
  });
  it("is what was found, where one searched", () => {
    const found = { entries: [entryView({ title: "Found it" })], total: 1, page: 1, pages: 1, stem: "" };
    const searched = (blocks: readonly Block[], lists: PageData["lists"]) => {
      const data = pageData({ entry: null, body: [], query: "it", lists, slots: withLayout(blocks) });
      const page = { ...data.page, identity: "search", role: "search" as const };
      return renderPage({ ...data, page }, ENGLISH, { shaper }).body;
    };
    const own = block("entryList");
    const others = block("entryList", { from: "kinds" });
    const lists = { "plain-entrylist": found, [own.id]: found, [others.id]: { ...found, entries: [] } };
    expect(searched([own], lists).match(/Found it/g)).toHaveLength(1);
    expect(searched([others], lists).match(/Found it/g)).toHaveLength(1);
  });
});

describe("an account link", () => {
  const header = { id: "h", part: partWith("header", [block("account")]) };
  const with_ = (audience: PageData["audience"]) => {
    const data = pageData({ audience });
    return renderPage({ ...data, slots: { ...data.slots, header } }, ENGLISH, { shaper }).regions.header;
  };
  it("says one thing to who is signed out and another to who is signed in, by turns", () => {
    expect(with_("signedOut")).toContain(">Sign in</a>");
    expect(with_("level:friends")).toContain(">Your account</a>");
    expect(with_("signedOut")).toContain('href="/_account/"');
    expect(with_("signedOut")).toContain(">Sign in</a>");
  });
});

describe("a page one may not read", () => {
  const body = (audience: PageData["audience"]) =>
    renderPage(pageData({ mayRead: false, body: [], audience }), ENGLISH, { shaper }).body;
  it("leads to where one signs in; to who is signed in it says what is missing", () => {
    expect(body("signedOut")).toContain('href="/_account/"');
    expect(body("signedIn")).toContain(ENGLISH.notIncluded);
    expect(body("signedIn")).not.toContain('href="/_account/"');
  });
});
