import { expect, test } from "@playwright/test";
import { FAMILIES } from "../src/core/measure/families";
import { piecesOf } from "../src/core/measure/line-ends";
import { linesOf } from "../src/core/measure/lines";
import { TextMeasure } from "../src/core/measure/text-measure";
import { pageData } from "../test/page-data";
import { WORDS } from "../test/random-header";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { isWhole, sample } from "./sample";

/** What stands between words of headings: spaces, dashes, slashes, brackets, quotes, numbers. */
const JOINTS = [
  " ",
  " ",
  " ",
  " ",
  " – ",
  "—",
  "-",
  "/",
  " (",
  ") ",
  ", ",
  ": ",
  " & ",
  "… ",
  "’s ",
  " 12–14 ",
  "! ",
];

test("lines of headings are Chromium's", async ({ page }) => {
  const seed = runSeed(2000);
  const random = seeded(seed);
  const cases = Array.from({ length: isWhole ? 2000 : 700 }, () => {
    const size = (random.below(40 * 16) + 224) / 16;
    const words: string[] = Array.from({ length: 2 + random.below(8) }, () => random.pick(WORDS));
    return {
      text: words.reduce((text, word) => text + random.pick(JOINTS) + word),
      width: 120 + random.below(1000),
      setting: {
        family: random.pick(Object.keys(FAMILIES)),
        weight: random.pick([400, 500, 600, 700]),
        size,
        spacing: random.chance(0.3) ? size * random.pick([-0.02, 0.05]) : 0,
        upper: random.chance(0.2),
      },
    };
  });
  await blankPage(page);
  await loadFonts(page);
  const seen = await page.evaluate((all) => {
    document.body.innerHTML = all
      .map(({ width, setting: { family, weight, size, spacing, upper } }) => {
        const css = `position:absolute;overflow-wrap:break-word;width:${width}px;font:${weight} ${size}px/1.2 '${family}';letter-spacing:${spacing}px;text-transform:${upper ? "uppercase" : "none"}`;
        return `<h2 style="${css};margin:0"></h2>`;
      })
      .join("");
    const headings = [...document.body.children];
    for (const [at, heading] of headings.entries()) heading.textContent = all[at]?.text ?? "";
    return headings.map((heading) => {
      const range = document.createRange();
      range.selectNodeContents(heading);
      const tops = [...range.getClientRects()].map(({ top }) => Math.round(top));
      return new Set(tops).size;
    });
  }, cases);
  const measure = new TextMeasure(shaper, pageData().style, "en");
  const wrong = cases.flatMap(({ text, width, setting }, at) => {
    const { lines } = linesOf(text, setting, width, measure);
    return lines.length === seen[at] ? [] : [{ text, width, setting, lines, seen: seen[at] }];
  });
  console.log(`lines: ${cases.length} headings, ${wrong.length} apart (seed ${seed})`);
  expect(wrong.slice(0, 8)).toEqual([]);
});

test("places where a line may end between two characters are Chromium's", async ({ page }) => {
  await page.setContent("<div id=box style='width:1px;font:16px monospace;position:absolute'></div>");
  const letters = [
    ...Array.from({ length: 94 }, (_, at) => String.fromCharCode(33 + at)),
    ...["é", "–", "—", "…", "’"],
  ];
  const pairs = sample(
    letters.flatMap((before) =>
      letters.flatMap((after) => ["a", " "].map((earlier) => `a${earlier}${before}${after}aa`)),
    ),
    // an odd step over pairs of pairs: both ways to come to a pair are among them
    5,
  );
  const seen = await page.evaluate((texts) => {
    const box = document.getElementById("box") as HTMLElement;
    return texts.map((text) => {
      box.textContent = text;
      const node = box.firstChild as Text;
      const [one, other] = [2, 3].map((at) => {
        const range = document.createRange();
        range.setStart(node, at);
        range.setEnd(node, at + 1);
        return Math.round(range.getBoundingClientRect().top);
      });
      return one !== other;
    });
  }, pairs);
  const endsAt3 = (text: string) => {
    let end = 0;
    return piecesOf(text).some((piece) => {
      end += piece.length;
      return end === 3;
    });
  };
  const wrong = pairs.filter((text, at) => endsAt3(text) !== seen[at]);
  console.log(`line ends: ${pairs.length} pairs, ${wrong.length} otherwise`);
  expect(wrong).toEqual([]);
});
