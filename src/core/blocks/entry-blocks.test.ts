import { describe, expect, it } from "vitest";
import { block, entryView, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import type { Block } from "../design/part";
import { headingPlaces } from "../draw/heading-ids";
import type { EntryView } from "../draw/page-material";
import type { RichText } from "../model/rich-text";
import { renderPage } from "../render/page";
import type { PageData } from "../render/page-data";

const heading = (level: 2 | 3 | 4, text: string) =>
  ({ type: "heading", level, children: [{ text }] }) as const;
const BODY: RichText = [
  heading(2, "Getting here"),
  heading(3, "By bus"),
  heading(4, "From the station"),
  { type: "quote", children: [heading(2, "Said elsewhere")] },
  heading(2, "Getting here"),
  heading(2, "…"),
  heading(2, "Über den Grat"),
];
const drawn = (shown: readonly Block[], over: Partial<PageData> = {}): string => {
  const data = pageData(over);
  const part = partWith("layout", shown);
  return renderPage({ ...data, slots: { ...data.slots, layout: { id: "l", part } } }, ENGLISH, { shaper })
    .regions.layout;
};
const hrefs = (html: string) => [...html.matchAll(/href="([^"]*)"/g)].map(([, href]) => href);

describe("headings of a body", () => {
  it("have names of their letters and digits, each another one, those in quotes none", () => {
    expect(headingPlaces(BODY).map(({ id }) => id)).toEqual([
      "on-getting-here",
      "on-by-bus",
      "on-from-the-station",
      "on-getting-here-2",
      "on-part",
      "on-über-den-grat",
    ]);
    const html = drawn([block("body")], { body: BODY });
    for (const { id } of headingPlaces(BODY)) expect(html).toContain(`id="${id}"`);
    expect([...html.matchAll(/ id="/g)]).toHaveLength(6);
  });
});

describe("what somebody sees of an entry who may not read it", () => {
  const said = ["First words.", "Second words.", "The secret."].map(
    (text) => ({ type: "paragraph", children: [{ text }] }) as const,
  );
  const closed = { mayRead: false, body: said, entry: entryView({ summary: "In short" }) };
  it("is a notice, with its summary or its beginning above it where that is wished", () => {
    const plain = drawn([block("body")], closed);
    expect(plain).toContain(ENGLISH.restricted);
    expect(plain).not.toMatch(/words|secret|In short/);
    expect(drawn([block("body", { teaser: "summary" })], closed)).toMatch(
      /<p>In short<\/p><p class="notice">/,
    );
    const begun = drawn([block("body", { teaser: "beginning", paragraphs: 1 })], closed);
    expect(begun).toMatch(/<p>First words\.<\/p><p class="notice">/);
    const all = drawn([block("body", { teaser: "beginning", paragraphs: 20 })], closed);
    expect(all).toContain("Second words.");
    expect(all).not.toContain("secret");
  });
  it("is all of it for who may", () => {
    expect(drawn([block("body", { teaser: "beginning" })], { ...closed, mayRead: true })).toContain(
      "The secret.",
    );
  });
});

describe("contents of the page", () => {
  it("lead to the headings there are, one below another", () => {
    const html = drawn([block("contents"), block("body")], { body: BODY });
    const nav = html.slice(html.indexOf("<nav"), html.indexOf("</nav>"));
    expect(hrefs(nav)).toEqual(
      headingPlaces(BODY)
        .filter(({ level }) => level <= 3)
        .map(({ id }) => `#${id}`),
    );
    for (const href of hrefs(nav)) expect(html).toContain(`id="${href?.slice(1)}"`);
    expect(nav).toMatch(/Getting here<\/a><ul><li><a href="#on-by-bus">By bus<\/a><\/li><\/ul><\/li>/);
  });
  it("are not there where there are too few", () => {
    expect(drawn([block("contents", { least: 6 }), block("body")], { body: BODY })).not.toContain("<nav");
    expect(drawn([block("contents", { least: 6, downTo: 4 }), block("body")], { body: BODY })).toContain(
      "<nav",
    );
  });
});

describe("one own field", () => {
  it("is the one that is asked for, with its name or without", () => {
    const fields = [
      { key: "size", label: "Size", value: "40 × 27 cm" },
      { key: "price", label: "Price", value: "24.00 €" },
    ];
    const on = { entry: entryView({ fields }) };
    expect(drawn([block("ownField", { field: "price" })], on)).toContain(">Price</span> 24.00 €</p>");
    expect(drawn([block("ownField", { field: "price", named: false })], on)).toMatch(/>24\.00 €<\/p>/);
    const seen = {
      entry: entryView({ fields: [{ key: "plan", label: "Plan", value: "", picture: "pic" }] }),
    };
    const plan = drawn([block("ownField", { field: "plan" }), block("facts", { show: ["fields"] })], seen);
    expect(plan).toMatch(/<figure[^>]*>.*<img.*Plan<\/figcaption><\/figure>/);
    expect(plan.match(/Plan/g)).toHaveLength(1);
    expect(drawn([block("ownField", { field: "gone" })], on)).not.toContain("<p");
    expect(drawn([block("ownField")], { entry: null })).not.toContain("<p");
  });
});

describe("about the author", () => {
  const author = {
    name: "Ida",
    path: "/people/ida/",
    about: "Draws what she sees",
    links: [{ label: "Drawings", url: "https://drawings.example/" }],
  };
  it("names them, says what they say, and leads to what else they wrote", () => {
    const box = block("authorBox");
    const lists = {
      [box.id]: { entries: [entryView({ title: "Comets" })], total: 1, page: 1, pages: 1, stem: "" },
    };
    const html = drawn([box], { author, lists });
    expect(hrefs(html)).toEqual(["/people/ida/", "https://drawings.example/", "/notes/one/"]);
    expect(html).toContain("Draws what she sees");
    const bare = drawn(
      [{ ...box, settings: { ...box.settings, about: false, links: false, further: 0 } } as Block],
      {
        author,
        lists,
      },
    );
    expect(hrefs(bare)).toEqual(["/people/ida/"]);
    expect(drawn([box], { author: null, lists })).not.toContain("<aside");
  });
});

describe("the author's picture and the pictures of the entry", () => {
  const author = { name: "Ida", path: "/people/ida/", about: "", picture: "pic", links: [] };
  const images = (html: string) => html.match(/<img/g)?.length ?? 0;
  it("stand there as large as is told, or do not", () => {
    expect(images(drawn([block("authorBox")], { author }))).toBe(1);
    expect(images(drawn([block("authorBox", { picture: 0 })], { author }))).toBe(0);
    expect(images(drawn([block("authorBox")], { author: { ...author, picture: "gone" } }))).toBe(0);
  });
  it("are shown small and large, those that are there, in their order", () => {
    const entry = entryView({ pictures: ["pic", "gone", "pic"] });
    const html = drawn([block("gallery", { credits: true })], { entry });
    expect(images(html)).toBe(4);
    const opened = [...html.matchAll(/popovertarget="([^"]+)" aria-label="Show it large: A dome"/g)].map(
      ([, id]) => id,
    );
    expect(opened).toHaveLength(2);
    for (const id of opened) expect(html).toContain(`id="${id}" popover`);
    expect(images(drawn([block("gallery", { large: false })], { entry }))).toBe(2);
    expect(drawn([block("gallery")], { entry: entryView({ pictures: [] }) })).not.toContain("b-gallery");
    expect(drawn([block("gallery")], { entry: null })).not.toContain("b-gallery");
  });
});

describe("the film or the sound of the entry", () => {
  const file = "a".repeat(64);
  const shows = (film: EntryView["film"], over: Partial<PageData> = {}) =>
    drawn([block("film")], { entry: entryView({ title: "Moon “rise”", film }), ...over });
  it("waits until somebody presses play, behind the main picture; what is said in it goes along", () => {
    const captions = { file: "b".repeat(64), name: "English" };
    const html = shows({ file, type: "video/mp4", name: "moon.mp4", captions });
    expect(html).toMatch(
      /<video controls preload="none" playsinline poster="\/_media\/[^"]+" aria-label="Moon “rise”">/,
    );
    expect(html).toContain(`<source src="/_media/${file}.mp4" type="video/mp4">`);
    expect(html).toContain(
      `<track kind="captions" src="/_media/${captions.file}.vtt" srclang="en" label="English">`,
    );
    const sound = shows({ file, type: "audio/mpeg", name: "moon.mp3" });
    expect(sound).toMatch(
      /<img[^>]+>\s*<audio controls preload="none" aria-label="Moon “rise”"><source src="[^"]+\.mp3"/,
    );
    expect(sound).not.toContain("<video");
    const bare = drawn([block("film", { pictured: false })], {
      entry: entryView({ film: { file, type: "video/webm", name: "moon.webm" } }),
    });
    expect(bare).toContain("<video controls");
    expect(bare).not.toContain("poster");
  });
  it("elsewhere is a link with the main picture, and names where it leads", () => {
    const html = shows({ address: "https://films.example/moon?a=1&b=2" });
    expect(hrefs(html)).toContain("https://films.example/moon?a=1&amp;b=2");
    expect(html).toContain("Play “Moon “rise”” at films.example");
    expect(html).not.toMatch(/<video|<audio|<iframe|src="https:/);
    expect(shows({ address: "https://films.example/" }, { pictures: {} })).not.toContain("<img");
  });
  it("is not there where there is none, or where one may not read the entry", () => {
    expect(shows(null)).not.toContain("b-film");
    expect(shows({ file, type: "video/mp4", name: "moon.mp4" }, { mayRead: false })).not.toContain("b-film");
    expect(drawn([block("film")], { entry: null })).not.toContain("b-film");
  });
});

describe("before and after", () => {
  const both = { before: entryView({ title: "Older one", path: "/a/" }), after: entryView({ path: "/b/" }) };
  it("leads to both, to one, or is not there", () => {
    const nav = block("neighbours");
    const html = drawn([nav], { neighbours: { [nav.id]: both } });
    expect(html).toMatch(/rel="prev" href="\/a\/".*Older one.*rel="next" href="\/b\/"/);
    const last = drawn([nav], { neighbours: { [nav.id]: { ...both, after: null } } });
    expect(hrefs(last)).toEqual(["/a/"]);
    expect(drawn([nav], { neighbours: { [nav.id]: { before: null, after: null } } })).not.toContain("<nav");
    // who hears it is told where a way leads, whether titles are seen or not
    const short = block("neighbours", { names: false });
    expect(drawn([short], { neighbours: { [short.id]: both } })).toContain(
      '<span class="hidden">: Older one</span>',
    );
  });
});

describe("passing a page on", () => {
  it("writes a letter with title and address, spaces as bytes (RFC 6068)", () => {
    const title = "Moon & stars, 100 %";
    const html = drawn([block("share")], { page: { ...pageData().page, title } });
    const [letter] = hrefs(html);
    const url = new URL((letter as string).replaceAll("&amp;", "&"));
    expect(url.protocol).toBe("mailto:");
    expect(letter).not.toMatch(/[ +]/);
    expect(url.searchParams.get("subject")).toBe(title);
    expect(url.searchParams.get("body")).toBe("http://observatory.localhost/notes/one/");
  });
  it("has what copies the address hidden until a script is there", () => {
    expect(drawn([block("share")])).toMatch(/<button type="button" hidden data-copy="http/);
    expect(drawn([block("share", { copy: "" })])).not.toContain("<button");
    expect(drawn([block("share", { copy: "", mail: "" })])).not.toContain("<ul");
  });
});
