import { readdirSync, readFileSync } from "node:fs";
import { type DefaultTreeAdapterTypes, parse } from "parse5";
import { describe, expect, it } from "vitest";
import { parseEntryFile } from "../../core/content/entry-file";
import { findSite } from "../../data/content-repository";
import { POOL, selectRows } from "../../data/database";
import { readEnvironment } from "../../data/environment";
import { loadFacts } from "../../data/facts-repository";
import { instantOf } from "../../messages/wall-time";
import { publicOrigin, readHost } from "../http/host-names";
import { entriesFromFiles, saveEntries } from "../import/content-import";
import { newIds } from "../process/ids";
import { allOrNothing } from "../use-cases/design-changes";
import { sharedFile } from "./shared-files";
import { answerSite } from "./site-handler";

const at = (path: string) => answerSite("observatory", new URL(publicOrigin("observatory") + path));
const hrefs = (html: string): string[] => {
  const found: string[] = [];
  const visit = (node: DefaultTreeAdapterTypes.Node) => {
    if ("tagName" in node && node.tagName === "a")
      found.push(node.attrs.find((each) => each.name === "href")?.value ?? "");
    if ("childNodes" in node) node.childNodes.forEach(visit);
  };
  visit(parse(html));
  return found;
};

describe("the public site", () => {
  const cases: [string, number, string?][] = [
    ["/", 200],
    ["/visit/getting-here/by-bus/", 200],
    ["/visit", 308, "/visit/"],
    ["//visit//", 308, "/visit/"],
    ["/home/", 308, "/"],
    ["/notes/page/2/", 200],
    ["/notes/page/1/", 308, "/notes/"],
    ["/notes/page/4/", 404],
    ["/notes/page/0/", 404],
    ["/visit/page/2/", 404],
    ["/topics/eclipses/solar/", 200],
    ["/tags/beginners/", 200],
    ["/people/ida-brennick/", 200],
    ["/notes/2026/", 200],
    ["/search/?q=moon", 200],
    ["/members/members-log/", 403],
    ["/nowhere/", 404],
    ["/%E0%A4%A/", 404],
    ["/robots.txt", 200],
    ["/_fonts/public-sans-latin-wght-normal.woff2", 200],
    ["/_fonts/..%2f..%2fpackage.json", 404],
    ["/_media/0000-480.webp", 404],
    ["/_media/map_50.1000_-5.2000_8_light.svg", 200],
    ["/_media/map_-17.5000_179.9000_6_dark.svg", 200],
    ["/_media/map_50.1_-5.2_8_light.svg", 404],
    ["/_media/map_86.0000_-5.2000_8_light.svg", 404],
    ["/_media/map_50.1000_-185.2000_8_light.svg", 404],
    ["/_media/map_50.1000_-5.2000_3_light.svg", 404],
    ["/_media/map_50.1000_-5.2000_99_light.svg", 404],
    ["/_media/map_50.1000_-5.2000_8_pink.svg", 404],
    [`/_media/${"0".repeat(64)}.vtt`, 404],
  ];
  it.each(cases)("answers %s with %i", async (path, status, location) => {
    const answer = await at(path);
    expect(answer.status).toBe(status);
    if (location) expect(answer.headers?.["Location"]).toBe(location);
  });
  it("leads nowhere that is not there: every link of every page answers", async () => {
    const seen = new Set<string>();
    const queue = ["/"];
    const broken: string[] = [];
    while (queue.length > 0) {
      const path = queue.pop() as string;
      if (seen.has(path)) continue;
      seen.add(path);
      const answer = await at(path);
      if (![200, 403].includes(answer.status)) broken.push(`${path} ${answer.status}`);
      if (answer.headers?.["Content-Type"]?.startsWith("text/html"))
        for (const href of hrefs(String(answer.body)))
          if (href.startsWith("/") && !seen.has(href)) queue.push(href);
    }
    expect(broken).toEqual([]);
    const [count] = await selectRows<{ count: string }>(
      "SELECT count(*) FROM entry WHERE site = 'observatory'",
      {},
      POOL,
    );
    // nearly every entry can be reached by links alone
    expect(seen.size).toBeGreaterThan(Number(count?.count));
  }, 60_000);
  it("serves the pictures its pages show, and only from its own host", async () => {
    const html = String((await at("/prints/")).body);
    const sources = [...html.matchAll(/src="(\/_media\/[^"]+)"/g)].map((found) => found[1] as string);
    expect(sources.length).toBeGreaterThan(5);
    for (const source of sources) expect((await at(source)).status).toBe(200);
    expect(
      (await answerSite("tide-mill", new URL(sources.at(-1) as string, publicOrigin("tide-mill")))).status,
    ).toBe(404);
  });
  it("hides what is for members, but lists it", async () => {
    const page = String((await at("/members/members-log/")).body);
    expect(page).toContain("This page is for members.");
    expect(page).not.toContain("kept in pencil");
  });
  it("shows the pictures of an entry, and that of who wrote one", async () => {
    const copper = String((await at("/notes/a-copper-moon/")).body);
    expect(copper.match(/class="shot" popovertarget=/g)).toHaveLength(4);
    expect(copper.match(/<div class="large"[^>]*>\s*(?:<picture>.*?)?<img/g)).toHaveLength(4);
    const written = String((await at("/notes/the-sun-talking/")).body);
    expect(/<aside class="b-authorBox.*?<\/aside>/s.exec(written)?.[0]).toContain("<img");
  });
  it("finds by words of title and body", async () => {
    const html = String((await at("/search/?q=swifts+bed")).body);
    expect(hrefs(html)).toContain("/notes/the-night-the-ridge-stood-in-the-shadow/");
    expect(String((await at("/search/?q=%25")).body)).not.toContain('class="name"');
    expect(String((await at("/search/?q=<script>alert(1)</script>")).body)).not.toContain("<script>alert");
  });
  it("is not there for a site that is not there", async () => {
    expect((await answerSite("nobody", new URL("http://nobody.localhost/"))).status).toBe(404);
  });
});

describe("hosts", () => {
  const port = readEnvironment().PORT;
  const cases: [string | undefined, unknown][] = [
    [`localhost:${port}`, { is: "studio" }],
    [`LOCALHOST:${port}`, { is: "studio" }],
    [`observatory.localhost:${port}`, { is: "site", site: "observatory" }],
    [`tide-mill--preview.localhost:${port}`, { is: "preview", site: "tide-mill" }],
    ["localhost", null],
    [`localhost:${port + 1}`, null],
    [`127.0.0.1:${port}`, null],
    ["evil.example", null],
    [`observatory.localhost.evil.example:${port}`, null],
    [`a.b.localhost:${port}`, null],
    [`-x.localhost:${port}`, null],
    [undefined, null],
    ["", null],
  ];
  it.each(cases)("%s", (host, expected) => {
    expect(readHost(host)).toEqual(expected);
  });
});

describe("the environment", () => {
  it("names what is wrong, and what production needs", () => {
    expect(() => readEnvironment({ PORT: "many" })).toThrow(/PORT/);
    expect(() => readEnvironment({ GRAY_LATCH_PRODUCTION: "yes" })).toThrow(/PGPASSWORD/);
    expect(() =>
      readEnvironment({
        GRAY_LATCH_PRODUCTION: "yes",
        PGPASSWORD: "long",
        STUDIO_HOST: "studio.example.org",
        SITES_HOST: "sites.example.org",
      }),
    ).toThrow(/registrable domain/);
    expect(
      readEnvironment({
        GRAY_LATCH_PRODUCTION: "yes",
        PGPASSWORD: "long",
        STUDIO_HOST: "studio.example.org",
        SITES_HOST: "example.net",
      }).PORT,
    ).toBe(4180);
  });
});

describe("wall times of a site", () => {
  // Europe/Lisbon 2026: forward on 29 March at 01:00 UTC, back on 25 October at 01:00 UTC (IANA tz database, from memory)
  const cases: [string, string][] = [
    ["2026-01-10 12:00", "2026-01-10T12:00:00.000Z"],
    ["2026-07-10 12:00", "2026-07-10T11:00:00.000Z"],
    ["2026-07-10", "2026-07-09T23:00:00.000Z"],
    ["2026-03-29 01:30", "2026-03-29T01:30:00.000Z"],
    ["2026-10-25 01:30", "2026-10-25T00:30:00.000Z"],
  ];
  it.each(cases)("%s is %s", (wall, expected) => {
    expect(instantOf(wall, "Europe/Lisbon")).toBe(expected);
  });
});

describe("entries from files", () => {
  const file = (name: string, front: string) => {
    const read = parseEntryFile(`entries/notes/${name}.md`, "notes", name, `---\n${front}\n---\nWords`);
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    return read.value;
  };
  const factsOf = async () => loadFacts((await findSite("observatory", POOL))!, POOL);
  const count = async () =>
    (await selectRows<{ count: string }>("SELECT count(*) FROM entry", {}, POOL))[0]?.count;

  it("refuses two that want one path, naming both, and saves nothing", async () => {
    const before = await count();
    const made = entriesFromFiles(
      [file("one", "title: One"), file("two", "title: Two\npath: /notes/one/")],
      await factsOf(),
      newIds.id,
    );
    expect(made).toMatchObject({
      ok: false,
      issues: [
        { code: "path.taken", path: ["entries/notes/two.md"], params: { path: "/notes/one/", other: "One" } },
      ],
    });
    expect(await count()).toBe(before);
  });
  it.each(["/notes/", "/notes/page/2/", "/notes/page/900/"])(
    "refuses an entry at an archive's %s",
    async (path) => {
      const made = entriesFromFiles([file("one", `title: One\npath: ${path}`)], await factsOf(), newIds.id);
      expect(made).toMatchObject({ ok: false, issues: [{ code: "path.taken", params: { path } }] });
    },
  );
  it("refuses a path that belongs to another entry of the site", async () => {
    const facts = await factsOf();
    const [kept] = facts.entries;
    const stranger = { ...kept!, id: "stranger", body: [] };
    const before = await count();
    expect(
      await allOrNothing((transaction) => saveEntries("observatory", [stranger], transaction)),
    ).toMatchObject({ ok: false, issues: [{ code: "path.taken" }] });
    expect(await count()).toBe(before);
  });
  it("names every unknown thing", async () => {
    const made = entriesFromFiles(
      [
        file(
          "one",
          "title: One\nauthor: nobody\ntopics: [eclipses/polar]\nparent: /not/there/\npath: /search/me/",
        ),
      ],
      await factsOf(),
      newIds.id,
    );
    expect(made.ok ? [] : made.issues.map((issue) => issue.code).sort()).toEqual([
      "content.unknown",
      "content.unknown",
      "content.unknown",
      "path.reserved",
    ]);
  });
  it("updates when imported twice", async () => {
    const facts = await factsOf();
    const known = facts.entries.find((entry) => entry.path === "/notes/a-copper-moon/");
    const made = entriesFromFiles([file("a-copper-moon", "title: A copper moon, again")], facts, newIds.id);
    expect(made.ok && made.value[0]?.id).toBe(known?.id);
  });
});

describe("files of our own", () => {
  it("are there, every one a page asks for, and no others, whatever a name is to the language", async () => {
    const asked = readdirSync("src/server/hosts").filter((file) => !file.includes(".test."));
    const sources = [...asked.map((file) => `src/server/hosts/${file}`), "src/core/render/page.ts"];
    const names = new Set(
      sources.flatMap((file) =>
        [...readFileSync(file, "utf8").matchAll(/\/_assets\/([a-z-]+\.[a-z]+)/g)].map(
          ([, name = ""]) => name,
        ),
      ),
    );
    expect(names.size).toBeGreaterThan(4);
    for (const name of names)
      expect([name, (await sharedFile("observatory", `/_assets/${name}`))?.status]).toEqual([name, 200]);
    for (const name of ["constructor", "__proto__", "toString", "", "../main.ts", "site.js/"])
      expect([name, await sharedFile("observatory", `/_assets/${name}`)]).toEqual([name, null]);
  });
});
