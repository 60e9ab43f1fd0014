import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import { SideColumn } from "../src/core/design/side-column";
import { documentHtml, renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, pageData, partWith } from "../test/page-data";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { nuErrors } from "./nu";

/** Side columns in Chromium's layout: where they stand, how wide, what of them stays, and what is folded. */

const SCREENS = [320, 390, 820, 1000, 1280, 1600] as const;
/** Distance of what a column holds from its edges, both together, px. */
const EDGES = 48;

const drawn = (column: SideColumn) => {
  const data = pageData();
  const header = partWith("header", [block("siteName")], { sticky: true });
  const side = { ...partWith("side", [block("contents"), block("tagline")]), column };
  const paragraphs = Array.from({ length: 30 }, () => ({
    type: "paragraph" as const,
    children: [{ text: "Words of the layout, one after the other. ".repeat(4) }],
  }));
  const layout = partWith("layout", [block("richText", { text: paragraphs })]);
  const slots = {
    ...data.slots,
    header: { id: "h", part: header },
    titleBar: { id: "t", part: partWith("titleBar", [block("title")]) },
    layout: { id: "l", part: layout },
    side: { id: "s", part: side },
  };
  const whole = { ...data, profile: { ...data.profile, tagline: "A tagline of the side" }, slots };
  const rendered = renderPage(whole, ENGLISH, { shaper });
  return { style: data.style, rendered, text: documentHtml(whole, rendered, "/site.js") };
};

const boxes = (page: Page) =>
  page.evaluate(() => {
    const of = (selector: string) => {
      const { left, right, top, bottom, width } = (
        document.querySelector(selector) as Element
      ).getBoundingClientRect();
      return { left, right, top, bottom, width };
    };
    const inside = document.querySelector(".slot-side .b-tagline") as HTMLElement;
    return {
      side: of(".slot-side"),
      layout: of(".slot-layout"),
      titleBar: of(".slot-titleBar"),
      scrolls: document.documentElement.scrollWidth > document.documentElement.clientWidth,
      isSeen: inside.checkVisibility({ contentVisibilityAuto: true }),
      unfolds: document.querySelector(".slot-side summary")?.checkVisibility() ?? false,
    };
  });

test.beforeEach(async ({ page }) => {
  await blankPage(page);
  await loadFonts(page);
});

const show = (page: Page, { css, body }: { css: string; body: string }) =>
  page.evaluate(
    ({ rules, inside }) => {
      document.body.innerHTML = `<style>${rules}</style>${inside}`;
    },
    { rules: css, inside: body },
  );

test("a column is as wide as is told, at its side, and stands in line where there is no room beside it", async ({
  page,
}) => {
  const seed = runSeed(31);
  const random = seeded(seed);
  const [wrong, pages]: [string[], (readonly [string, string])[]] = [[], []];
  for (let at = 0; at < 24; at += 1) {
    const column = SideColumn.parse({
      at: random.pick(["left", "right"]),
      width: 120 + random.below(200),
      share: random.pick([0, 0, 15 + random.below(36)]),
      narrow: random.pick(["below", "above", "folded"]),
      foldWords: random.pick(["", "Beside this"]),
      stays: random.chance(0.5),
    });
    const { style, rendered, text } = drawn(column);
    pages.push([JSON.stringify(column), text]);
    await show(page, rendered);
    const { contentWidth, edgeWide } = style.measures;
    for (const screen of SCREENS) {
      await page.setViewportSize({ width: screen, height: 700 });
      const { side, layout, titleBar, scrolls, isSeen, unfolds } = await boxes(page);
      const say = (what: string) => wrong.push(`${JSON.stringify(column)} at ${screen}: ${what}`);
      if (scrolls) say("scrolls sideways");
      if (titleBar.bottom > Math.min(side.top, layout.top) + 0.6) say("the title bar is not above both");
      if (screen < edgeWide) {
        const [first, then] = column.narrow === "above" ? [side, layout] : [layout, side];
        if (first.bottom > then.top + 0.6) say("the one lies over the other");
        if (Math.abs(side.width - screen) > 1) say(`is ${side.width} px wide`);
        if (isSeen !== (column.narrow !== "folded")) say(isSeen ? "is not folded" : "is not seen");
        if (unfolds !== (column.narrow === "folded")) say("nothing unfolds it");
        continue;
      }
      if (!isSeen || unfolds) say("is folded beside the layout");
      const beside = column.at === "left" ? [side, layout] : [layout, side];
      if ((beside[0]?.right ?? 0) > (beside[1]?.left ?? 0) + 0.6) say("is not at its side");
      if (screen < contentWidth + EDGES) continue;
      const wanted = EDGES + (column.share > 0 ? (contentWidth * column.share) / 100 : column.width);
      if (Math.abs(side.width - wanted) > 0.6) say(`is ${side.width} px wide, not ${wanted}`);
      if (Math.abs(side.width + layout.width - contentWidth - EDGES) > 0.6) say("leaves room between");
    }
  }
  expect(wrong, `seed ${seed}`).toEqual([]);
  expect(nuErrors(pages)).toEqual([]);
});

test("a column that stays is in sight below a header that stays; another one leaves with its page", async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 700 });
  for (const stays of [true, false]) {
    await show(page, drawn(SideColumn.parse({ stays })).rendered);
    await page.evaluate(() => scrollTo(0, 600));
    const [header, side] = await page.evaluate(() =>
      [".slot-header .band", ".slot-side"].map(
        (selector) =>
          (document.querySelector(selector) as Element).getBoundingClientRect().toJSON() as DOMRect,
      ),
    );
    if (stays) expect(Math.abs((side?.top ?? 0) - (header?.bottom ?? 0))).toBeLessThan(1.5);
    else expect(side?.top).toBeLessThan(0);
  }
});

test("a folded column is unfolded by keyboard; axe finds nothing, wide and narrow", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await show(page, drawn(SideColumn.parse({ narrow: "folded", stays: true })).rendered);
  expect((await boxes(page)).isSeen).toBe(false);
  await page.locator(".slot-side summary").focus();
  await page.keyboard.press("Enter");
  expect((await boxes(page)).isSeen).toBe(true);
  await page.evaluate(() => {
    document.title = "A page";
  });
  for (const width of [390, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  }
});
