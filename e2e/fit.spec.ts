import { expect, test } from "@playwright/test";
import type { Band } from "../src/core/design/part";
import { BandFit } from "../src/core/layout/fit";
import { FAMILIES } from "../src/core/measure/families";
import { linesOf } from "../src/core/measure/lines";
import { TextMeasure } from "../src/core/measure/text-measure";
import { renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, pageData, partWith } from "../test/page-data";
import { randomHeader, WORDS } from "../test/random-header";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage, leastInChromium, loadFonts } from "./blank-page";
import { isWhole } from "./sample";

/** Chromium's own layout is the oracle: what the core computes is looked up in it. */

const FAMILY_NAMES = Object.keys(FAMILIES);

test("text widths are Chromium's, to 1/64 px", async ({ page }) => {
  const seed = runSeed(5);
  const random = seeded(seed);
  const cases = Array.from({ length: 3000 }, () => {
    const size = (random.below(40 * 16) + 160) / 16;
    return {
      text: Array.from({ length: 1 + random.below(3) }, () => random.pick(WORDS)).join(" "),
      setting: {
        family: random.pick(FAMILY_NAMES),
        weight: random.pick([400, 500, 600, 700]),
        size,
        spacing: random.chance(0.3) ? size * random.pick([-0.02, 0.05, 0.125]) : 0,
        upper: random.chance(0.25),
      },
    };
  });
  await blankPage(page);
  await loadFonts(page);
  const seen = await page.evaluate((all) => {
    document.body.innerHTML = all
      .map(({ setting: { family, weight, size, spacing, upper } }) => {
        const css = `position:absolute;white-space:pre;font:${weight} ${size}px '${family}';letter-spacing:${spacing}px;text-transform:${upper ? "uppercase" : "none"}`;
        return `<span style="${css}"></span>`;
      })
      .join("");
    const spans = [...document.body.children];
    for (const [at, span] of spans.entries()) span.textContent = all[at]?.text ?? "";
    return spans.map((span) => span.getBoundingClientRect().width);
  }, cases);
  const wrong = cases
    .map(({ text, setting }, at) => ({
      text,
      setting,
      width: shaper.width(text, setting),
      seen: seen[at] as number,
    }))
    .filter(({ width, seen: there }) => width === null || Math.abs(width - there) > 1 / 64);
  const equal = cases.filter(({ text, setting }, at) => shaper.width(text, setting) === seen[at]).length;
  console.log(
    `text widths: ${cases.length} compared, ${equal} equal, ${wrong.length} apart by more than 1/64 px (seed ${seed})`,
  );
  expect(wrong).toEqual([]);
  expect(equal / cases.length).toBeGreaterThan(0.99);
});

/** Letters of languages, with what they have of their own; and characters that are not drawn. */
const LETTERS: Readonly<Record<string, string>> = {
  en: "abcdefghijklmnopqrstuvwxyz AVTWY.,'’-–",
  de: "aäoöuüß efstz AÄÖÜ",
  fr: "œŒéèêëàâçïîôûù'’« » AEIOU",
  tr: "ıİiIşŞğĞçöü lf fi",
  nl: "ijIJ áéíóú abel",
  pl: "ąćęłńóśźż ŁŻ",
  cs: "ěščřžýáíéůúťďň",
  vi: "ăâđêôơưạảấầẩẫậắằẳẵặẹẻẽếềểễệỉịọỏốồổỗộớờởỡợụủứừửữựỳỵỷỹ",
  ro: "șțăâî ȘȚ",
  ca: "l·l àèéíïòóúüç",
  el: "αβγδεζηθικλμνξοπρσςτυφχψω άέήίόύώ ΑΒΓΔ",
  ru: "абвгдежзийклмнопрстуфхцчшщъыьэюя АБВ",
  sr: "абвгдђежзијклљмнњопрстћуфхцчџш БГД",
  uk: "абвгґдеєжзиіїйклмн",
  he: "אבגדהוזחטיכלמנסעפצקרשתםןץףך 12,.",
  ar: "ابتثجحخدذرزسشصضطظعغفقكلمنهويةىء 12.،لا",
};
const UNDRAWN = "abfi\u00ad\u200b\u200d\u2060\ufeff\u00a0\u200e\u2009\u202fVAk";

test(`text widths in ${Object.keys(LETTERS).length} languages are Chromium's, to 1/64 px, wherever a family has the letters`, async ({
  page,
}) => {
  test.setTimeout(300_000);
  const seed = runSeed(17);
  const random = seeded(seed);
  const languages = Object.keys(LETTERS);
  const cases = Array.from({ length: isWhole ? 12_000 : 2500 }, () => {
    const language = random.pick(languages);
    const letters = [...(random.chance(0.1) ? UNDRAWN : (LETTERS[language] as string))];
    const size = (random.below(40 * 16) + 160) / 16;
    const text = Array.from({ length: 2 + random.below(16) }, () => random.pick(letters)).join("");
    return {
      language,
      text: text.trim().replace(/ +/g, " ") || "x",
      setting: {
        family: random.pick(FAMILY_NAMES),
        weight: random.pick([400, 500, 700]),
        size,
        spacing: random.chance(0.3) ? size * 0.1 : 0,
        upper: random.chance(0.2),
      },
    };
  });
  await blankPage(page);
  await loadFonts(page);
  const seen = await page.evaluate((all) => {
    document.body.innerHTML = all
      .map(({ language, setting: { family, weight, size, spacing, upper } }) => {
        const css = `position:absolute;white-space:pre;font:${weight} ${size}px '${family}';letter-spacing:${spacing}px;text-transform:${upper ? "uppercase" : "none"}`;
        return `<span lang="${language}" style="${css}"></span>`;
      })
      .join("");
    const spans = [...document.body.children];
    // as it is written: composed
    for (const [at, span] of spans.entries()) span.textContent = all[at]?.text.normalize("NFC") ?? "";
    return spans.map((span) => span.getBoundingClientRect().width);
  }, cases);
  const told = cases.map(({ text, setting, language }, at) => ({
    text,
    language,
    setting,
    width: shaper.width(text, setting, [], language),
    seen: seen[at] as number,
  }));
  const measured = told.filter(({ width }) => width !== null);
  const wrong = measured.filter(({ width, seen: there }) => Math.abs((width as number) - there) > 1 / 64);
  const inAll = languages.filter((each) => measured.some(({ language }) => language === each));
  console.log(
    `labels: ${cases.length} in ${languages.length} languages, ${measured.length} measured, ${wrong.length} apart by more than 1/64 px (seed ${seed})`,
  );
  expect(wrong).toEqual([]);
  expect(inAll).toEqual(languages);
  // no letter of a Latin alphabet is left out anywhere
  const latin = told.filter(({ language }) => !["vi", "el", "ru", "sr", "uk", "he", "ar"].includes(language));
  expect(latin.filter(({ width }) => width === null)).toEqual([]);
});

test("lines of texts with soft hyphens, no-break spaces and hyphens are Chromium's", async ({ page }) => {
  test.setTimeout(300_000);
  const seed = runSeed(18);
  const random = seeded(seed);
  const words =
    "Open nights Über\u00adnach\u00adtungs\u00admöglich\u00adkeiten 10\u00a0km the domes «\u00a0oui\u00a0» AVATAR fish-and-chips Donau\u00addampf\u00adschiff a".split(
      " ",
    );
  const measure = new TextMeasure(shaper, pageData().style, "en");
  const cases = Array.from({ length: isWhole ? 2000 : 300 }, (_, at) => {
    const size = (random.below(30 * 16) + 160) / 16;
    const setting = {
      family: random.pick(FAMILY_NAMES),
      weight: random.pick([400, 700]),
      size,
      spacing: random.chance(0.2) ? size * 0.05 : 0,
      upper: false,
    };
    const all = Array.from({ length: 1 + random.below(6) }, () => random.pick(words));
    const some = all.slice(0, 1 + random.below(all.length)).join(" ");
    // half of them a few 64ths more or less than their first words take
    const needed = (shaper.width(some, setting) ?? 100) + random.pick([-3, -2, -1, 0, 1, 2]) / 64;
    const width = at % 2 === 1 ? needed : 40 + random.below(300);
    return { text: all.join(" "), setting, width: Math.max(width, size * 3) };
  });
  await blankPage(page);
  await loadFonts(page);
  const seen = await page.evaluate((all) => {
    document.body.innerHTML = all
      .map(({ width, setting: { family, weight, size, spacing } }) => {
        const css = `position:absolute;width:${width}px;overflow-wrap:break-word;font:${weight} ${size}px '${family}';line-height:${Math.round(size * 2)}px;letter-spacing:${spacing}px`;
        return `<div style="${css}"></div>`;
      })
      .join("");
    return [...document.body.children].map((box, at) => {
      const { text, setting } = all[at] as (typeof all)[number];
      box.textContent = text;
      return Math.round(box.getBoundingClientRect().height / Math.round(setting.size * 2));
    });
  }, cases);
  const told = cases.map((each, at) => ({
    ...each,
    ...linesOf(each.text, each.setting, each.width, measure),
    seen: seen[at],
  }));
  const wrong = told.filter(({ isExact, lines, seen: there }) => isExact && lines.length !== there);
  console.log(`lines: ${cases.length} texts, ${wrong.length} apart (seed ${seed})`);
  expect(wrong).toEqual([]);
  expect(told.filter(({ isExact }) => isExact).length).toBeGreaterThan(cases.length * 0.6);
});

test("G11: the edge where a header stops fitting in one row is Chromium's, to the pixel", async ({
  page,
}) => {
  test.setTimeout(300_000);
  const seed = runSeed(11);
  const random = seeded(seed);
  await blankPage(page);
  await loadFonts(page);
  const wrong: unknown[] = [];
  const COUNT = 300;
  let never = 0;
  for (let at = 0; at < COUNT; at += 1) {
    const { data, part } = randomHeader(random);
    const band = part.bands[0] as Band;
    const drawn = renderPage(data, ENGLISH, { shaper });
    // the fonts are there already
    const withoutFonts = drawn.css.replace(/@font-face\{[^}]*\}/g, "");
    const measure = new TextMeasure(shaper, data.style, "en");
    const fit = new BandFit(band, { ...data, words: ENGLISH }, measure);
    expect(fit.isExact).toBe(true);
    for (const root of at % 3 === 0 ? [16, 20] : [16]) {
      const computed = fit.edges(root).wide;
      const seen = await leastInChromium(page, withoutFonts, drawn.regions.header, root);
      if (seen === -1) never += 1;
      const expected = seen === -1 ? Number.POSITIVE_INFINITY : seen;
      if (computed !== expected)
        wrong.push({
          at,
          root,
          computed,
          seen,
          cells: band.cells.map(({ share, blocks }) => [share, ...blocks.map(({ kind }) => kind)].join(" ")),
        });
    }
  }
  console.log(`edges: ${COUNT} headers, ${wrong.length} apart, ${never} that never fit (seed ${seed})`);
  expect(wrong).toEqual([]);
});

test("cells are as wide as computed on each width of screens, with shares of their own there", async ({
  page,
}) => {
  test.setTimeout(300_000);
  const seed = runSeed(12);
  const random = seeded(seed);
  await blankPage(page);
  await loadFonts(page);
  const narrower = () => random.pick([-1, -1, 0, 1, 3, 6]);
  const headers = Array.from({ length: 60 }, () => {
    const { data, part } = randomHeader(random, "computed");
    const cells = (part.bands[0] as Band).cells.map((cell) => ({
      ...cell,
      shareOn: { middle: narrower(), small: narrower() },
      orderSmall: random.below(3),
    }));
    const band = { ...(part.bands[0] as Band), cells, stackOnSmall: random.chance(0.2) };
    const header = { id: "part", part: { ...part, bands: [band] } };
    return { band, data: { ...data, slots: { ...data.slots, header } } };
  });
  let compared = 0;
  const wrong: unknown[] = [];
  for (const width of [1280, 820, 390]) {
    await page.setViewportSize({ width, height: 800 });
    for (const [at, { band, data }] of headers.entries()) {
      const drawn = renderPage(data, ENGLISH, { shaper });
      const css = drawn.css.replace(/@font-face\{[^}]*\}/g, "");
      const fit = new BandFit(band, { ...data, words: ENGLISH }, new TextMeasure(shaper, data.style, "en"));
      const seen = await page.evaluate(
        ({ rules, inside }) => {
          document.documentElement.style.fontSize = "16px";
          document.body.innerHTML = `<style>${rules} body{display:block;min-height:0}</style>${inside}`;
          return Object.fromEntries(
            [...document.querySelectorAll(".cell")].map((cell) => [
              /n-(c\d)/.exec(cell.className)?.[1],
              cell.getBoundingClientRect().width,
            ]),
          );
        },
        { rules: css, inside: drawn.regions.header },
      );
      for (const { id } of band.cells) {
        const told = fit.cellWidth(id, width);
        if (told === null || (seen[id] ?? 0) === 0) continue;
        compared += 1;
        if (Math.abs(told - (seen[id] as number)) > 3 / 64)
          wrong.push({ at, width, id, told, seen: seen[id] });
      }
    }
  }
  console.log(`cells: ${compared} widths compared, ${wrong.length} apart (seed ${seed})`);
  expect(wrong).toEqual([]);
  expect(compared).toBeGreaterThan(200);
});

test("G28: with enlarged text a menu becomes a button earlier and never takes two rows", async ({ page }) => {
  test.setTimeout(300_000);
  const seed = runSeed(28);
  const random = seeded(seed);
  await blankPage(page);
  await loadFonts(page);
  const wrong: unknown[] = [];
  let [rows, buttons] = [0, 0];
  for (let at = 0; at < 80; at += 1) {
    const { data, part } = randomHeader(random, "computed");
    const band = part.bands[0] as Band;
    const drawn = renderPage(data, ENGLISH, { shaper });
    const css = drawn.css.replace(/@font-face\{[^}]*\}/g, "");
    const folds = new BandFit(
      band,
      { ...data, words: ENGLISH },
      new TextMeasure(shaper, data.style, "en"),
    ).folds();
    const edge = folds?.wide ?? 0;
    for (const root of [16, 20, 32]) {
      const around = Number.isFinite(edge) ? Math.ceil(edge * root) : 1200;
      for (const width of [320, around - 1, around, around + 1, 1600]) {
        const seen = await page.evaluate(
          ({ rules, inside, size, wide }) => {
            document.documentElement.style.fontSize = `${size}px`;
            document.body.innerHTML = `<style>${rules} body{display:block;min-height:0}</style><div id="box" style="position:absolute;left:0;top:0;width:${wide}px">${inside}</div>`;
            const shown = [...document.querySelectorAll(".b-menu > .row > li")]
              .map((item) => item.getBoundingClientRect())
              .filter(({ height: high }) => high > 0);
            const [first] = shown;
            return {
              isRow: shown.length > 0,
              isButton: document.querySelector<HTMLElement>(".b-menu > .open")?.offsetWidth !== 0,
              isOneRow: shown.every(({ top, bottom }) => first && top < first.bottom && bottom > first.top),
            };
          },
          { rules: css, inside: drawn.regions.header, size: root, wide: width },
        );
        if (seen.isRow) rows += 1;
        if (seen.isButton) buttons += 1;
        const folded = width / root < edge;
        if (!seen.isOneRow || seen.isRow === seen.isButton || seen.isButton !== folded)
          wrong.push({ at, root, width, edge, ...seen });
      }
    }
  }
  console.log(`enlarged: ${rows} rows, ${buttons} buttons, ${wrong.length} wrong (seed ${seed})`);
  expect(rows).toBeGreaterThan(100);
  expect(buttons).toBeGreaterThan(100);
  expect(wrong).toEqual([]);
});

test.describe("with scrollbars that take room", () => {
  test("an edge counts what is left of the screen, at 16 and at 20 px text", async ({
    playwright,
    launchOptions,
  }) => {
    const browser = await playwright.chromium.launch({
      ...launchOptions,
      ignoreDefaultArgs: ["--hide-scrollbars"],
    });
    const page = await browser.newPage();
    const seed = runSeed(15);
    const random = seeded(seed);
    await blankPage(page);
    await loadFonts(page);
    const wrong: unknown[] = [];
    let [looked, taken] = [0, 0];
    for (let at = 0; at < 60; at += 1) {
      const { data, part } = randomHeader(random, "computed");
      const drawn = renderPage(data, ENGLISH, { shaper });
      const measure = new TextMeasure(shaper, data.style, "en");
      const edge = new BandFit(part.bands[0] as Band, { ...data, words: ENGLISH }, measure).folds()?.wide;
      if (edge === undefined || !Number.isFinite(edge)) continue;
      await page.evaluate(
        ({ css, inside }) => {
          document.body.innerHTML = `<style>${css.replace(/@font-face\{[^}]*\}/g, "")}</style>${inside}<div style="height:4000px"></div>`;
        },
        { css: drawn.css, inside: drawn.regions.header },
      );
      for (const root of [16, 20]) {
        await page.evaluate((size) => {
          document.documentElement.style.fontSize = `${size}px`;
        }, root);
        const bar = await page.evaluate(() => innerWidth - document.documentElement.clientWidth);
        taken = Math.max(taken, bar);
        const around = Math.ceil(edge * root) + bar;
        if (around - bar < 1000 || around > 2000) continue;
        for (const width of [around - 1, around]) {
          await page.setViewportSize({ width, height: 700 });
          const isRow = await page.evaluate(() =>
            [...document.querySelectorAll<HTMLElement>(".b-menu > .row")].some((row) => row.offsetWidth > 0),
          );
          looked += 1;
          if (isRow !== width >= around) wrong.push({ at, root, width, edge, isRow });
        }
      }
    }
    await browser.close();
    console.log(`scrollbars of ${taken} px: ${looked} screens, ${wrong.length} wrong (seed ${seed})`);
    expect(taken).toBeGreaterThan(0);
    expect(looked).toBeGreaterThan(20);
    expect(wrong).toEqual([]);
  });
});

test("what stands in a column lies as the column says: at its start, in its middle, at its end", async ({
  page,
}) => {
  await blankPage(page);
  await page.setViewportSize({ width: 1280, height: 600 });
  for (const [align, share] of [
    ["start", 0],
    ["centre", 0.5],
    ["end", 1],
  ] as const) {
    const part = partWith("header", [block("button", { target: { url: "/" } }), block("search")]);
    const bands = part.bands.map((band) => ({
      ...band,
      cells: band.cells.map((cell) => ({ ...cell, direction: "column" as const, align, share: 12 })),
    }));
    const data = pageData();
    const slots = { ...data.slots, header: { id: "p", part: { ...part, bands } } };
    const drawn = renderPage({ ...data, slots }, ENGLISH, { shaper });
    const lies = await page.evaluate(
      ({ css, html }) => {
        document.body.innerHTML = `<style>${css}</style>${html}`;
        const cell = document.querySelector(".cell") as Element;
        const around = cell.getBoundingClientRect();
        return [...cell.children].map((each) => {
          const box = each.getBoundingClientRect();
          return (box.left - around.left) / (around.width - box.width);
        });
      },
      { css: drawn.css, html: drawn.regions.header },
    );
    expect(lies).toHaveLength(2);
    for (const place of lies) if (align !== "start") expect(place).toBeCloseTo(share, 2);
  }
});
