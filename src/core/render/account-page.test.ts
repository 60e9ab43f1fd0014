import { describe, expect, it } from "vitest";
import { block, NASTY, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { type AccountState, accountMain } from "./account-page";
import { renderPage } from "./page";
import type { PageData } from "./page-data";

const draw = (state: AccountState, data: PageData = pageData()) =>
  renderPage(data, ENGLISH, { shaper, main: (context) => accountMain(state, context) });
const signedOut: AccountState = { is: "signedOut", back: "/", problem: null, email: "" };
const signedIn: AccountState = { is: "signedIn", back: "/", name: NASTY, email: "a@b.example", level: "" };

describe("the page where visitors sign in", () => {
  it("stands in the site's own frame, with one heading of the first level", () => {
    const data = pageData();
    const header = { id: "h", part: partWith("header", [block("siteName")]) };
    const { body, regions } = draw(signedOut, { ...data, slots: { ...data.slots, header } });
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
