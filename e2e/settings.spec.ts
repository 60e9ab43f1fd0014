import { readFileSync } from "node:fs";
import { type CDPSession, expect, type Page, test } from "@playwright/test";
import { BLOCK_KINDS, type BlockKind } from "../src/core/blocks";
import { blankPage, loadFonts } from "./blank-page";
import { mapAt } from "./maps";
import { isWhole } from "./sample";
import {
  ARCHIVE,
  bandSubject,
  barSubject,
  blockSubject,
  cellSubject,
  type Drawn,
  drawn,
  type Surroundings,
} from "./settings-subjects";
import { wantedOf } from "./settings-wanted";

/**
 * A walk through every setting of every kind of block, of bands and of cells: each of its values is seen in what
 * Chromium draws, in at least one of the cases below. What is not would be a setting that does nothing.
 */

/** So much of it is looked at, px. */
const HIGH = 440;

/** How a page is looked at. What stands earlier is tried first. */
interface Case extends Surroundings {
  readonly name: string;
  readonly width: number;
  readonly act?: (page: Page) => Promise<unknown>;
  /** What is said of it beside its pixels. */
  readonly told?: true;
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
      // as the script has it
      for (const band of document.querySelectorAll(".sticky")) band.classList.toggle("stuck", names !== "");
      scrollTo(0, by);
      // what moves with the page is where it is two frames later
      return new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
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
  { name: "opened at 800 px", width: 800, act: (page) => tryTo(page, ".n-subject summary", "click") },
  { name: "opened at 390 px", width: 390, act: (page) => tryTo(page, ".n-subject summary", "click") },
  { name: "as a drawer", width: 390, act: (page) => tryTo(page, ".n-subject .open", "click") },
  { name: "scrolled a little", width: 1280, act: scrolledBy(60, "") },
  { name: "scrolled", width: 1280, act: scrolledBy(300, "scrolled") },
  { name: "scrolled down", width: 1280, act: scrolledBy(300, "scrolled down") },
  { name: "after 4 s", width: 1280, act: after(4) },
  { name: "after 9 s", width: 1280, act: after(9) },
  { name: "after 16 s", width: 1280, act: after(16) },
  { name: "without a logo", width: 1280, profile: { logo: "", logoSmall: "", logoOverPictures: "" } },
  { name: "on the page of an entry", width: 1280, over: { role: "entry" } },
  {
    name: "as it is read aloud on the page of an entry",
    width: 1280,
    over: { role: "entry" },
    told: true,
  },
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

const COLOURS: Readonly<Record<string, string>> = { a: "#345", b: "#a63", d: "#283" };

const onPage = async (page: Page) => {
  await blankPage(page);
  await loadFonts(page);
  await page.route("**/_media/**", async (route) => {
    const map = await mapAt(route.request().url());
    if (map) return route.fulfill(map);
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
      [...document.querySelectorAll("video :is(source, track)")]
        .map((each) => each.getAttribute("src"))
        .join(),
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

test.describe.configure({ mode: "parallel" });

const NODES = { band: bandSubject, bar: barSubject, cell: cellSubject };
const subjectOf = (name: BlockKind | keyof typeof NODES) =>
  name in NODES ? NODES[name as keyof typeof NODES]() : blockSubject(name as BlockKind);

/** Every kind wears its look by the same rules: in the sample each takes its turn at an eighth of what a look can be. */
const TURNS = 8;
const isInTurn = (subject: number, setting: string, at: number): boolean =>
  isWhole || !setting.startsWith("look.") || (subject + at) % TURNS === 0;

const SUBJECTS = [...BLOCK_KINDS, ...(Object.keys(NODES) as (keyof typeof NODES)[])];
for (const [turn, name] of SUBJECTS.entries())
  test(`every value of every setting is seen: ${name}`, async ({ page }) => {
    await onPage(page);
    // as fast as the browser can
    const camera = await page.context().newCDPSession(page);
    const subject = subjectOf(name);
    const wanted = wantedOf(subject).filter(({ setting }, at) => isInTurn(turn, setting, at));
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
