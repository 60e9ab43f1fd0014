import { readFileSync } from "node:fs";
import { type CDPSession, expect, type Page, test } from "@playwright/test";
import { buildIndex } from "../src/core/addresses/stems";
import { BLOCK_KINDS, type BlockKind } from "../src/core/blocks";
import { partSeenBy } from "../src/core/cascade/seen-by";
import { valueAt, withValueAt } from "../src/core/design/operations";
import { type Band, type Block, type Cell, Part } from "../src/core/design/part";
import { wholePart } from "../src/core/design/pieces";
import { findPlace, type PartNode, updateNode } from "../src/core/design/tree";
import { sameValue } from "../src/core/model/canonical";
import type { Picture } from "../src/core/model/picture";
import type { Audience } from "../src/core/model/placement";
import type { Slot } from "../src/core/model/slot";
import { renderPage } from "../src/core/render/page";
import type { PageData } from "../src/core/render/page-data";
import { planPage } from "../src/core/render/plan";
import { bandPlaceIn, type FieldSpec, isOffered } from "../src/messages/controls";
import { specsFor } from "../src/messages/specs-for";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, entryView, pageData, partWith, picture } from "../test/page-data";
import { NOW, randomFacts } from "../test/random-site";
import { seeded } from "../test/seeded";
import { MOMENTS, valuesFor } from "../test/setting-values";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { isWhole } from "./sample";

/**
 * A walk through every setting of every kind of block, of bands and of cells: each of its values is seen in what
 * Chromium draws, in at least one of the cases below. What is not would be a setting that does nothing.
 */

/** A page that lists entries. */
const ARCHIVE = { role: "archive", identity: "archive:kind:k0" } as const;

/** So much of it is looked at, px. */
const HIGH = 440;

/** How a page is looked at. What stands earlier is tried first. */
interface Case {
  readonly name: string;
  readonly width: number;
  readonly audience?: Audience;
  readonly over?: Partial<PageData["page"]>;
  readonly act?: (page: Page) => Promise<unknown>;
  /** What is said of it beside its pixels. */
  readonly told?: true;
  /** How its cell has it otherwise. */
  readonly around?: Partial<Cell>;
  readonly profile?: Partial<PageData["profile"]>;
}

const first = (page: Page, selector: string) => page.locator(`${selector} >> visible=true`).first();
const tryTo = async (page: Page, selector: string, act: "click" | "hover" | "focus"): Promise<void> => {
  const found = first(page, selector);
  if ((await found.count()) > 0)
    await found[act]({ timeout: 2000, force: true } as never).catch(() => undefined);
};
const after = (seconds: number) => (page: Page) =>
  page.evaluate((at) => {
    for (const each of document.getAnimations()) {
      each.pause();
      each.currentTime = at * 1000;
    }
  }, seconds);
const scrolledBy = (px: number, classes: string) => (page: Page) =>
  page.evaluate(
    ([by, names]) => {
      document.documentElement.className = names;
      scrollTo(0, by);
    },
    [px, classes] as const,
  );

/** The script of public sites. */
const SCRIPT = readFileSync("src/server/assets/site.js", "utf8");

const CASES: readonly Case[] = [
  { name: "at 1280 px", width: 1280 },
  { name: "as it is read aloud, and where it leads", width: 1280, told: true },
  { name: "at 390 px", width: 390 },
  { name: "at 800 px", width: 800 },
  { name: "signed in", width: 1280, audience: "signedIn" },
  { name: "in a cell in a row, in the middle", width: 1280, around: { direction: "row", align: "centre" } },
  { name: "in a cell in the middle", width: 1280, around: { align: "centre" } },
  { name: "at 640 px", width: 640 },
  { name: "at 1700 px", width: 1700 },
  {
    name: "its items pointed at, with the script",
    width: 1280,
    act: async (page) => {
      await page.evaluate(SCRIPT);
      await tryTo(page, ".n-subject summary", "hover");
    },
  },
  {
    name: "pointed at",
    width: 1280,
    act: (page) => tryTo(page, ".n-subject :is(a,button,summary),a.n-subject", "hover"),
  },
  { name: "opened", width: 1280, act: (page) => tryTo(page, ".n-subject summary", "click") },
  { name: "as a drawer", width: 390, act: (page) => tryTo(page, ".n-subject .open", "click") },
  { name: "scrolled", width: 1280, act: scrolledBy(300, "scrolled") },
  { name: "scrolled down", width: 1280, act: scrolledBy(300, "scrolled down") },
  { name: "after 4 s", width: 1280, act: after(4) },
  { name: "after 9 s", width: 1280, act: after(9) },
  { name: "after 16 s", width: 1280, act: after(16) },
  { name: "without a logo", width: 1280, profile: { logo: "", logoSmall: "", logoOverPictures: "" } },
  { name: "on the page of an entry", width: 1280, over: { role: "entry" } },
  { name: "on an archive", width: 1280, over: ARCHIVE },
  {
    name: "on its second page",
    width: 1280,
    over: { ...ARCHIVE, pageNumber: 2 },
  },
  {
    name: "once sent",
    width: 1280,
    act: (page) =>
      page.evaluate(() =>
        document.querySelector(".n-subject .sent")?.parentElement?.setAttribute("data-said", "sent"),
      ),
  },
];

/** A content of the site, for what depends on it: which entries a list shows, in which order. */
const FACTS = randomFacts(seeded(12));
const INDEX = buildIndex(FACTS, NOW);

const PICTURES: Readonly<Record<string, Picture>> = Object.fromEntries(
  [
    ["pic", "a", 1600],
    ["other", "b", 1200],
    ["third", "d", 240],
  ].map(([id, file, width]) => [
    id,
    {
      ...picture,
      width,
      height: (Number(width) * 9) / 16,
      file: String(file).repeat(64),
      alt: `Picture ${id}`,
      credit: "Ida",
    },
  ]),
) as never;

const style = {
  ...pageData().style,
  palette: [...pageData().style.palette, { id: "accent", name: "Accent", value: "#8a2be2" }],
  roles: { ...pageData().style.roles, accent: "accent" },
};
const base = pageData({
  style,
  pictures: PICTURES,
  profile: {
    ...pageData().profile,
    address: "On the ridge\nPellow",
    logo: "pic",
    logoSmall: "other",
    logoOverPictures: "third",
    social: [
      { icon: "mail", label: "Write", url: "mailto:a@b.example", outline: "" },
      { icon: "film", label: "Films", url: "https://film.example/", outline: "" },
    ],
  },
});
const items = (base.menus["main"]?.items ?? []).concat(
  ["Domes", "Prints", "Walks"].map((label, at) => ({
    id: `m${at}`,
    label,
    target: { url: `/${at}/` },
    items: [{ id: `m${at}-1`, label: `Below ${label}`, target: { url: "/below/" }, items: [] }],
  })) as never,
);
const MENUS = {
  main: { ...base.menus["main"], items },
  other: { ...base.menus["main"], name: "Other", items: items.slice(-2) },
} as PageData["menus"];
const PIECE = partWith("header", [block("heading", { text: "A piece" })], {
  cells: [{ id: "p", direction: "column", blocks: [block("heading", { text: "A piece" })] }],
});

/** Where blocks of a kind are looked at, and what they need to show anything. */
const IN_HEADER: readonly BlockKind[] = [
  "logo",
  "siteName",
  "tagline",
  "menu",
  "search",
  "account",
  "social",
];
const READY: Partial<Record<BlockKind, object>> = {
  menu: { menu: "main" },
  picture: { picture: "third" },
  piece: { piece: "piece" },
  richText: { text: [{ type: "paragraph", children: [{ text: "Some words" }] }] },
  heading: { text: "Under a dark sky" },
  notice: { text: "Closed" },
  facts: { show: ["date", "author"] },
  entryList: { pageSize: 3 },
  signUp: { consent: "I agree" },
};

interface Subject {
  readonly name: string;
  readonly part: Part;
  /** The page it is looked at on, where that is not one of an entry. */
  readonly page?: Case["over"];
}
/** Kinds that are there on archives. */
const ON_ARCHIVES: readonly BlockKind[] = ["entryList", "pager"];
const hostOf = (subject: Block): Part => {
  const slot: Slot = IN_HEADER.includes(subject.kind) ? "header" : "layout";
  const list = subject.kind === "pager" ? [block("entryList", { pageSize: 2 })] : [];
  const beside = block("heading", { text: "Beside", style: "h4" });
  const cells = [
    { id: "c1", share: 2, direction: "column", blocks: [subject, block("tagline")] },
    { id: "c2", share: 1, blocks: [beside, ...list] },
  ];
  return partWith(slot, [], { cells, background: { colour: "#f4f0e6" } });
};

const blockSubject = (kind: BlockKind): Subject => {
  const inside =
    kind === "group" ? [block("heading", { text: "One" }), block("button", { label: "Two" })] : undefined;
  const page = ON_ARCHIVES.includes(kind) ? { page: ARCHIVE } : {};
  return {
    name: kind,
    ...page,
    part: hostOf({ ...block(kind, READY[kind] as never, inside), id: "subject" } as Block),
  };
};

/** A header of two bands, the second one looked at, over a title bar with a picture. */
const bandSubject = (): Subject => {
  const cells = [
    { id: "c1", share: 0, blocks: [block("logo"), block("siteName")] },
    { id: "c2", share: 1, blocks: [block("button", { label: "Visit" })] },
  ];
  const [band] = partWith("header", [], { cells }).bands as [Band];
  const above = partWith("header", [block("tagline")], { background: { colour: "#dddddd" } })
    .bands[0] as Band;
  return { name: "band", part: { ...partWith("header", []), bands: [above, { ...band, id: "subject" }] } };
};
const cellSubject = (): Subject => {
  const short = (text: string) => block("heading", { text, style: "h4" });
  const cells = [
    { id: "subject", share: 2, blocks: [short("A"), short("B b")] },
    { id: "c2", share: 1, direction: "column", blocks: [short("C"), short("D"), short("E")] },
    { id: "c3", share: 0, blocks: [short("F")] },
  ];
  return { name: "cell", part: partWith("layout", [], { cells, gap: 4 }) };
};

/** What a setting is to be for others that stand under it to be there. */
const OTHERWISE: Readonly<Record<string, unknown>> = {
  "background.colour": "#f4f0e6",
  "background.colourTo": "#cc3300",
  "background.picture": "pic",
  "background.slides": ["other"],
  "background.overlay": 40,
  "background.overlayTo": "#cc3300",
  "background.texture": "dots",
  "look.borderWidth": 4,
  height: { wide: 120 },
  overlap: 40,
};
const set = (part: Part, path: readonly string[], value: unknown): Part | null => {
  const next = updateNode(part, "subject", (node) => withValueAt(node, path, value) as PartNode);
  const read = Part.safeParse(next);
  return read.success ? (read.data as Part) : null;
};
const subjectIn = (part: Part): PartNode => findPlace(part, "subject")?.node as PartNode;

/** The part with all that must hold for a setting to be offered. */
const offering = (part: Part, spec: FieldSpec): Part => {
  const wants = [
    ...(spec.when ? [spec.when] : []),
    ...[spec.unless, ...(spec.unlessAll ?? []).map(([one]) => one)].flatMap((each) =>
      each ? [[each[0], each[1] === false ? true : OTHERWISE[each[0].join(".")]] as const] : [],
    ),
  ];
  const next = wants.reduce((now, [path, value]) => {
    const own = specsFor({ node: subjectIn(now) }).find((each) => sameValue(each.path, path));
    return set(own ? offering(now, own) : now, path, value) ?? now;
  }, part);
  if (!isOffered(spec, subjectIn(next), bandPlaceIn(next, "subject")))
    throw new Error(`walk: expected a way to offer ${spec.path.join(".")}, got none`);
  return next;
};

/** What more has to be there for a setting to be seen. */
const PADDED = ["look.padding", { top: 12, right: 12, bottom: 12, left: 12 }] as const;
const BESIDE: Readonly<Record<string, readonly (readonly [path: string, value: unknown])[]>> = {
  "look.padding": [["look.borderWidth", 2]],
  "band heightIs": [["height", { wide: 40 }]],
  "band background.order": [
    ["background.texture", "dots"],
    ["background.overlay", 40],
  ],
  "band width": [["background.colour", "#f4f0e6"]],
  // behind what covers it all, a ground is seen around it
  "picture look.background": [PADDED],
  "mainPicture look.background": [PADDED],
  "line look.background": [PADDED],
};

/** Values that are what a setting is by itself, where nothing is set: another one is seen to become them. */
const BY_ITSELF: readonly (readonly [setting: string, value: unknown])[] = [
  ["look.type", "body"],
  ["look.type", "small"],
  ["look.radius", 0],
  ["alignBlock", "centre"],
  ["orderSmall", 1],
  ["shareOn.middle", 2],
  ["shareOn.small", 2],
  ["look.colour", "role:mutedText"],
  ["look.align", "start"],
  ["look.align", "centre"],
  ["settings.from", MOMENTS.past],
  ["settings.until", MOMENTS.future],
];

/** The part with the cell its subject stands in otherwise. */
const withinCell = (part: Part, around: Partial<Cell>): Part => {
  const parent = findPlace(part, "subject")?.parent ?? "";
  const cell = findPlace(part, parent)?.node;
  return cell && "blocks" in cell && !("kind" in cell)
    ? updateNode(part, parent, (node) => ({ ...node, ...around }) as PartNode)
    : part;
};

const drawn = (part: Part, { audience = "signedOut", over, around, profile }: Case) => {
  const moved = around ? withinCell(part, around) : part;
  const seen = partSeenBy(
    wholePart(moved, (id) => (id === "piece" ? (PIECE as never) : undefined)),
    audience,
  );
  const titleBar = partWith("titleBar", [block("title")], { id: "bar", background: { picture: "pic" } });
  const identity = over?.identity ?? `entry:${INDEX.published[0]?.id}`;
  const page = INDEX.byIdentity.get(identity);
  if (!page) throw new Error(`walk: expected the page ${identity}, got none`);
  const { pageNumber = 1 } = over ?? {};
  const input = { index: INDEX, page, pageNumber, at: NOW, found: [], menus: MENUS, profilePictures: [] };
  const needs = planPage({ ...input, parts: [seen] });
  const lists = Object.fromEntries(
    Object.entries(needs.lists).map(([id, { entries, ...list }]) => [
      id,
      {
        ...list,
        stem: "/k0x/",
        entries: entries.map(({ id: entry, title, path }) => entryView({ id: entry, title, path })),
      },
    ]),
  );
  const slots = {
    ...base.slots,
    titleBar: { id: "t", part: titleBar },
    [seen.slot]: { id: "p", part: seen },
  };
  const rendered = renderPage(
    {
      ...base,
      slots,
      audience,
      profile: { ...base.profile, ...profile },
      menus: MENUS,
      lists: lists as never,
      page: { ...base.page, ...over },
      entry: over?.role === "archive" ? null : base.entry,
    },
    ENGLISH,
    { shaper },
  );
  return { css: rendered.css.replace(/@font-face\{[^}]*\}/g, ""), body: rendered.body };
};
type Drawn = ReturnType<typeof drawn>;

const COLOURS: Readonly<Record<string, string>> = { a: "#345", b: "#a63", d: "#283" };

const onPage = async (page: Page) => {
  await blankPage(page);
  await loadFonts(page);
  await page.route("**/_media/**", (route) => {
    const fill = COLOURS[/_media\/(.)/.exec(route.request().url())?.[1] ?? ""] ?? "#777";
    const body = `<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="900"><rect width="1600" height="900" fill="${fill}"/><circle cx="300" cy="300" r="200" fill="#fff"/></svg>`;
    return route.fulfill({ contentType: "image/svg+xml", body });
  });
  await page.addStyleTag({ content: "*{caret-color:transparent!important;transition:none!important}" });
};

/** What there is to see of a drawing in a case. */
const seenOf = async (
  page: Page,
  shots: CDPSession,
  { css, body }: Drawn,
  { act, told, width }: Case,
): Promise<string> => {
  await page.evaluate(
    async ({ rules, inside }) => {
      document.documentElement.className = "";
      document.head.querySelector("#drawn")?.remove();
      const style = document.createElement("style");
      style.id = "drawn";
      style.textContent = rules;
      document.head.append(style);
      document.body.innerHTML = `${inside.replaceAll(' loading="lazy"', "")}<div style="height:2000px"></div>`;
      scrollTo(0, 0);
      await Promise.all([...document.images].map((image) => image.decode().catch(() => undefined)));
    },
    { rules: css, inside: body },
  );
  if (told) {
    const loads = await page.evaluate(() =>
      [...document.querySelectorAll("video")].map((video) => video.getAttribute("src")).join(),
    );
    return `${await page.locator("body").ariaSnapshot()} ${loads}`;
  }
  if (act) {
    await page.mouse.move(0, 0);
    await act(page);
  }
  const clip = { x: 0, y: 0, width, height: HIGH, scale: 1 };
  const { data } = await shots.send("Page.captureScreenshot", {
    format: "png",
    optimizeForSpeed: true,
    clip,
  });
  return data;
};

interface Wanted {
  readonly setting: string;
  readonly value: unknown;
  /** What it is before: what a new one is, or another value where that is what it is by itself. */
  readonly before: Part;
  readonly after: Part;
  seen: number;
}

/** All values of all settings of a subject, each beside what it is before. */
/** Values of settings that end with what the site of this walk has. */
const VALUES: Readonly<Record<string, readonly unknown[]>> = {
  "band height": [{ wide: 0 }, { wide: 120 }, { wide: 300, small: 0 }],
  "band screenHeight": [{ wide: 0 }, { wide: 60 }, { wide: 90, small: 0 }],
  "entryList settings.count": [0, 1, 2],
};

/** Settings that are seen elsewhere than on a page, and where that is tried. */
const ELSEWHERE: Readonly<Record<string, string>> = {
  "band name": "the list of the part: e2e/part.spec.ts",
  "signUp settings.list": "the mailbox an address goes to: src/server/hosts/mailbox.test.ts",
};

const wantedOf = ({ name, part }: Subject): Wanted[] =>
  specsFor({ node: subjectIn(part) }).flatMap((spec) => {
    const setting = spec.path.join(".");
    if (ELSEWHERE[`${name} ${setting}`]) return [];
    const ready = (BESIDE[`${name} ${setting}`] ?? BESIDE[setting] ?? []).reduce(
      (now, [path, value]) => set(now, path.split("."), value) ?? now,
      offering(part, spec),
    );
    const is = valueAt(subjectIn(ready), spec.path);
    const all = VALUES[`${name} ${setting}`] ?? valuesFor(spec, is);
    const isItself = (value: unknown) =>
      BY_ITSELF.some(([name, own]) => name === setting && sameValue(own, value));
    const other = all.findLast((value) => !sameValue(value, is) && !isItself(value));
    return all.flatMap((value): Wanted[] => {
      const after = sameValue(value, is) ? null : set(ready, spec.path, value);
      const before = isItself(value) ? set(ready, spec.path, other) : ready;
      return after && before ? [{ setting, value, before, after, seen: 0 }] : [];
    });
  });

test.describe.configure({ mode: "parallel" });

for (const name of [...BLOCK_KINDS, "band", "cell"] as const)
  test(`every value of every setting is seen: ${name}`, async ({ page }) => {
    await onPage(page);
    // as fast as the browser can
    const camera = await page.context().newCDPSession(page);
    const subject = name === "band" ? bandSubject() : name === "cell" ? cellSubject() : blockSubject(name);
    const wanted = wantedOf(subject);
    const counts = new Map<string, number>();
    for (const plain of CASES) {
      const each = { ...(subject.page ? { over: subject.page } : {}), ...plain };
      await page.setViewportSize({ width: each.width, height: HIGH });
      const shots = new Map<string, string>();
      const keyOf = ({ css, body }: Drawn) => `${css}${body}`;
      const look = async (made: Drawn) => {
        const known = shots.get(keyOf(made)) ?? (await seenOf(page, camera, made, each));
        shots.set(keyOf(made), known);
        return known;
      };
      for (const one of wanted) {
        if (one.seen > 0 && !isWhole) continue;
        const [before, after] = [drawn(one.before, each), drawn(one.after, each)];
        if (keyOf(before) === keyOf(after) || (await look(before)) === (await look(after))) continue;
        one.seen += 1;
        counts.set(each.name, (counts.get(each.name) ?? 0) + 1);
      }
    }
    const settings = new Set(wanted.map(({ setting }) => setting)).size;
    console.log(
      `settings: ${name}: ${settings} settings, ${wanted.length} values; seen ${[...counts].map(([at, count]) => `${at} ${count}`).join(", ")}`,
    );
    const unseen = wanted.filter(({ seen }) => seen === 0);
    expect(unseen.map(({ setting, value }) => `${setting}: ${JSON.stringify(value)}`)).toEqual([]);
  });
