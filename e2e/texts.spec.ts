import { expect, type Page, test } from "@playwright/test";
import fc from "fast-check";
import { BLOCK_KINDS } from "../src/core/blocks";
import { ARRANGEMENTS } from "../src/core/blocks/list-settings";
import { contrast, over } from "../src/core/colour/contrast";
import { type Colour, colourOf } from "../src/core/colour/hex";
import type { Block, Part } from "../src/core/design/part";
import type { HouseStyle } from "../src/core/model/house-style";
import { renderPage } from "../src/core/render/page";
import type { PageData } from "../src/core/render/page-data";
import { measurePairs, styleUses, usesOfPart } from "../src/core/style/pairs";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, entryView, pageData, partWith } from "../test/page-data";
import { randomStyle } from "../test/random-style";
import { runSeed, type Seeded, seeded } from "../test/seeded";
import { blindShaper } from "../test/shaper";
import { blankPage } from "./blank-page";
import { isWhole } from "./sample";

/**
 * Chromium is the oracle of what stands on what: of random parts in random styles each text that it draws too faint is a
 * pair that fails, and each pair of a part that fails is a text it draws so. At rest and pointed at.
 */

const base = pageData();
const KINDS = BLOCK_KINDS.filter(
  (kind) => !["piece", "group", "space", "logo", "mainPicture", "gallery", "film"].includes(kind),
);
const MENU = {
  ...base.menus["main"],
  items: (base.menus["main"]?.items ?? []).map((item, at) =>
    at === 0 ? { ...item, highlight: true } : item,
  ),
} as PageData["menus"][string];
const PROSE = [
  { type: "paragraph", children: [{ text: "Some " }, { text: "words", link: "/visit/" }] },
] as const;
const SETTINGS: Readonly<Record<string, object>> = {
  richText: { text: PROSE },
  heading: { text: "Words" },
  menu: { menu: "main", buttonBelow: "never" },
  picture: { picture: "pic", credit: true },
  notice: { text: "Closed", target: { url: "/" } },
  facts: { show: ["date", "author"] },
  ownField: { field: "price" },
  contents: { least: 1 },
};

const PLACE = { lat: 50.1, lon: -5.2 };
/** A map that is not there; one that opens and says the way; one with nothing below it, for the way leads to a page that is gone. */
const MAPS = [
  {},
  { place: PLACE, directions: { url: "/way/" } },
  { place: PLACE, opened: { wide: 0 }, directions: { identity: "entry:gone" } },
];

const randomPart = (random: Seeded): Part => {
  const digits = () => `#${Array.from({ length: 6 }, () => random.pick([..."0369cf"])).join("")}`;
  const colour = () => random.pick(["", "", "role:accent", "role:text", digits(), `${digits()}99`]);
  const one = (depth: number): Block => {
    const kind = depth === 0 && random.chance(0.3) ? "group" : random.pick(KINDS);
    const look = random.pick(["filled", "outlined", "plain"]);
    const settings = {
      ...SETTINGS[kind],
      ...(kind === "button" || kind === "account" ? { look } : {}),
      ...(kind === "map" ? random.pick(MAPS) : {}),
      ...(kind === "group" ? { background: colour() } : {}),
      ...(kind === "entryList"
        ? {
            arrangement: random.pick(ARRANGEMENTS),
            itemGround: colour(),
            more: random.pick(["", "Read on"]),
            firstLarge: random.chance(0.5),
          }
        : {}),
      ...(kind === "social" || kind === "pager"
        ? { look: random.pick(kind === "social" ? ["icons", "words"] : ["numbers"]) }
        : {}),
    };
    const made = block(kind, settings, kind === "group" ? [one(1), one(1)] : undefined);
    return {
      ...made,
      look: {
        ...made.look,
        colour: colour(),
        background: random.pick(["", colour()]),
        type: random.pick(["", "", "", "h1", "small"]),
      },
    } as Block;
  };
  return partWith("layout", [one(0), one(0)], { colour: colour(), background: { colour: colour() } });
};

const drawn = (part: Part, style: HouseStyle) => {
  const entries = [entryView(), entryView({ id: "e2", title: "Two", restricted: true })];
  const lists = Object.fromEntries(
    part.bands.flatMap(({ cells }) =>
      cells.flatMap(({ blocks }) =>
        blocks
          .flatMap((each) => [each, ...(each.blocks ?? [])])
          .map(({ id }) => [id, { entries, total: 30, page: 2, pages: 3, stem: "/notes/" }]),
      ),
    ),
  );
  const credit = { ...base.pictures["pic"], credit: "By Ida" } as PageData["pictures"][string];
  const data: PageData = {
    ...base,
    style,
    lists,
    neighbours: Object.fromEntries(
      Object.keys(lists).map((id) => [id, { before: entryView(), after: entryView({ id: "e2" }) }]),
    ),
    body: [...PROSE, { type: "heading", level: 2, children: [{ text: "Part" }] }],
    menus: { main: MENU },
    pictures: { pic: credit },
    entry: entryView(),
    profile: { ...base.profile, logo: "", address: "On the ridge" },
    slots: { ...base.slots, layout: { id: "part", part } },
  };
  const { css, regions } = renderPage(data, ENGLISH, { shaper: blindShaper });
  return { data, css: css.replace(/@font-face\{[^}]*\}/g, ""), inside: regions.layout };
};

interface Seen {
  readonly colour: string;
  readonly strength: number;
  /** Grounds from the innermost out. */
  readonly grounds: readonly string[];
  readonly words: string;
  /** WCAG 2.2, "large scale": 24 px, or 18.66 px bold. */
  readonly isLarge: boolean;
}

/** Every text and field that is drawn, with its colour and the grounds it lies on. */
const textsIn = (page: Page, css: string, inside: string): Promise<readonly Seen[]> =>
  page.evaluate(
    ({ rules, html }) => {
      document.body.innerHTML = html;
      const style = document.createElement("style");
      style.textContent = `${rules}\n*{transition:none!important;animation:none!important}`;
      document.body.prepend(style);
      const canvas = document.createElement("canvas").getContext("2d") as CanvasRenderingContext2D;
      const hex = (colour: string): string => {
        const [r = 0, g = 0, b = 0, alpha = 1] = (colour.match(/[\d.]+/g) ?? []).map(Number);
        canvas.fillStyle = "#000";
        const byte = (value: number) => Math.round(value).toString(16).padStart(2, "0");
        return `#${byte(r)}${byte(g)}${byte(b)}${byte(alpha * 255)}`;
      };
      const groundsOf = (element: Element): string[] => {
        const found: string[] = [];
        for (let at: Element | null = element; at; at = at.parentElement)
          found.push(hex(getComputedStyle(at).backgroundColor));
        return found;
      };
      const found: Seen[] = [];
      const add = (element: Element, pseudo: string | undefined, words: string) => {
        const { color, opacity, fontSize, fontWeight } = getComputedStyle(element, pseudo);
        const [px, weight] = [Number.parseFloat(fontSize), Number(fontWeight)];
        const isLarge = px >= 24 || (px >= 18.66 && weight >= 700);
        const strength = pseudo ? Number(opacity) : 1;
        found.push({ colour: hex(color), strength, grounds: groundsOf(element), words, isLarge });
      };
      for (const element of document.body.querySelectorAll("*")) {
        if (element.tagName === "STYLE" || !element.checkVisibility({ visibilityProperty: true })) continue;
        if (element.closest(".hidden,details>ul,.drawer,.stop")) continue;
        if (element.matches("input[type=search],input[type=email]")) {
          add(element, undefined, "field");
          if (element.getAttribute("placeholder")) add(element, "::placeholder", "hint");
        }
        if (element.tagName === "svg") add(element, undefined, "sign");
        const text = [...element.childNodes]
          .filter((node) => node.nodeType === 3)
          .map((node) => node.textContent?.trim() ?? "")
          .join(" ");
        if (text.trim() !== "") add(element, undefined, text.trim());
      }
      return found;
    },
    { rules: css, html: inside },
  );

const ratioOf = ({ colour, strength, grounds }: Seen): number => {
  let ground = { r: 1, g: 1, b: 1 };
  for (const each of [...grounds].reverse()) ground = over(colourOf(each), ground);
  const ink: Colour = colourOf(colour);
  return contrast(over({ ...ink, alpha: ink.alpha * strength }, ground), ground);
};

const isNear = (one: number, other: number): boolean => Math.abs(one / other - 1) < 0.02;

test("each text that Chromium draws too faint is a pair that fails, and the other way round", async ({
  page,
}) => {
  const seed = runSeed(11);
  const random = seeded(seed);
  const count = isWhole ? 1500 : 80;
  const styles = fc.sample(randomStyle, { seed, numRuns: count });
  await blankPage(page);
  await page.setViewportSize({ width: 1400, height: 900 });
  const wrong: object[] = [];
  let [texts, faint] = [0, 0];
  for (const each of styles) {
    const style: HouseStyle = { ...each, background: { texture: "none" } };
    const part = randomPart(random);
    const { data, css, inside } = drawn(part, style);
    const seen = [
      ...(await textsIn(page, css, inside)),
      // a class weighs as much as what is pointed at
      ...(await textsIn(page, css.replaceAll(":hover", ":not(.no)"), inside)),
    ].map((text) => ({ ...text, ratio: ratioOf(text) }));
    const own = measurePairs(style, usesOfPart("part", part, data));
    const all = [...own, ...measurePairs(style, styleUses(style))];
    texts += seen.length;
    for (const text of seen) {
      const needed = text.words === "sign" || text.isLarge ? 3 : 4.5;
      if (text.ratio >= needed * 0.98) continue;
      faint += 1;
      if (!all.some(({ passes, ratio }) => !passes && isNear(ratio, text.ratio)))
        wrong.push({
          unnoticed: text.words,
          kinds: kindsOf(part),
          buttons: style.buttons,
          ratio: text.ratio,
          colour: text.colour,
          grounds: text.grounds,
        });
    }
    for (const pair of own)
      if (!pair.passes && !seen.some(({ ratio }) => isNear(ratio, pair.ratio)))
        wrong.push({
          invented: `${pair.text} on ${pair.ground}`,
          ratio: pair.ratio,
          uses: pair.uses,
          kinds: kindsOf(part),
        });
    if (wrong.length > 5) break;
  }
  console.log(`texts: ${count} parts, ${texts} texts, ${faint} of them too faint (seed ${seed})`);
  expect(wrong).toEqual([]);
  expect(faint).toBeGreaterThan(100);
});

const kindsOf = (part: Part): string =>
  part.bands
    .flatMap(({ cells }) =>
      cells.flatMap(({ blocks }) => blocks.flatMap((each) => [each, ...(each.blocks ?? [])])),
    )
    .map(({ id, kind, look }) => `${id} ${kind} ${look.colour}/${look.background}`)
    .join(", ");
