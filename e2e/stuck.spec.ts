import { readFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";
import type { Band, Block } from "../src/core/design/part";
import { bandAtRest, bandWhenStuck, hasStuckState } from "../src/core/design/stuck";
import { flatBlocks } from "../src/core/design/tree";
import { BandFit, rowMenus, screenWidth } from "../src/core/layout/fit";
import { linesOn } from "../src/core/layout/heading-lines";
import { heightAs } from "../src/core/layout/heights";
import { TextMeasure } from "../src/core/measure/text-measure";
import { logoPicture } from "../src/core/model/logo";
import type { Picture } from "../src/core/model/picture";
import { renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { randomHeader } from "../test/random-header";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { headersOn, kindsOf, SCREENS } from "./drawn-bands";
import { isWhole } from "./sample";

/** What a band that stays at the top is while it is stuck, in Chromium, scrolled for real, with the script of the public site. */

const SCRIPT = readFileSync("src/server/assets/site.js", "utf8");
const BELOW = '<p id="below" style="margin:0">What follows</p><div style="height:3000px"></div>';

/** How the band and what follows it stand after a scroll. */
const standing = (page: Page, to: number) =>
  page.evaluate(async (y) => {
    scrollTo(0, y);
    await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    const band = document.querySelector(".band") as HTMLElement;
    const { top, height } = band.getBoundingClientRect();
    const shown = [...band.querySelectorAll<HTMLElement>("[data-node]")].filter((each) =>
      each.checkVisibility(),
    );
    return {
      top,
      height,
      isStuck: band.classList.contains("stuck"),
      shown: shown.map((each) => each.dataset["node"] as string),
      logos: [...band.querySelectorAll("img")].filter((each) => each.checkVisibility()).length,
      // where what follows stands in the page
      below: (document.querySelector("#below") as HTMLElement).getBoundingClientRect().top + scrollY,
    };
  }, to);

const blocksIn = (band: Band): readonly Block[] => flatBlocks(band.cells.flatMap(({ blocks }) => blocks));

test("stuck, a band is lower by its share, with the small logo and the blocks it has then, and what follows stays where it is", async ({
  page,
}) => {
  const seed = runSeed(27);
  const random = seeded(seed);
  const draw = await headersOn(page);
  const wrong: object[] = [];
  let [looked, lower, measured, smallOnes] = [0, 0, 0, 0];
  for (let at = 0; at < (isWhole ? 200 : 16); at += 1) {
    const { data: plain, part } = randomHeader(random, "never");
    const small = { ...(plain.pictures["logo"] as Picture), width: 64, height: 64 };
    const data = {
      ...plain,
      profile: { ...plain.profile, name: "Pellow Ridge", logoSmall: "small" },
      pictures: { ...plain.pictures, small } as typeof plain.pictures,
    };
    const [first] = part.bands as [Band];
    const notOn = random.chance(0.2) ? [random.pick(["wide", "middle", "small"] as const)] : [];
    const band = {
      ...first,
      sticky: true,
      stickyNotOn: notOn,
      stuckSmaller: random.pick([0, 0, 25, 40]),
      height: { wide: random.pick([0, 0, 90]) },
      paddingBlock: { wide: random.pick([8, 20, 31]), small: 12 },
      cells: first.cells.map((cell) => ({
        ...cell,
        blocks: cell.blocks.map((each) => ({
          ...each,
          ...(each.kind === "logo"
            ? { settings: { ...each.settings, smallWhenStuck: random.chance(0.5) } }
            : {}),
          look: { ...each.look, whenStuck: random.pick(["", "", "only", "not"] as const) },
        })),
      })),
    } as Band;
    const slots = { ...data.slots, header: { id: "h", part: { ...part, bands: [band] } } };
    const rendered = renderPage({ ...data, slots }, ENGLISH, { shaper, mark: true });
    const measure = new TextMeasure(shaper, data.style, "en");
    const fit = new BandFit(band, { ...data, words: ENGLISH }, measure);
    const html = `<div class="slot-header">${rendered.regions.header}</div>${BELOW}`;
    await draw(rendered.css, html, data.pictures["logo"] as Picture);
    await page.addScriptTag({ content: SCRIPT });
    for (const screen of SCREENS.filter((_, place) => place % 3 === at % 3)) {
      await page.setViewportSize({ width: screen, height: 700 });
      const rest = await standing(page, 0);
      const stuck = await standing(page, 700);
      const again = await standing(page, 0);
      looked += 1;
      const width = screenWidth(screen, measure);
      const stays = !notOn.some((each) => each === width);
      const differs = stays && hasStuckState(band);
      const [atRest, then] = [bandAtRest(band), differs ? bandWhenStuck(band) : bandAtRest(band)];
      const idsOf = (state: Band) => [
        ...state.cells.map(({ id }) => id),
        ...blocksIn(state).map(({ id }) => id),
      ];
      // a menu or a logo without anything to show is not drawn
      const extras = (state: Band, seen: readonly string[]) =>
        seen.filter((id) => id !== band.id && !idsOf(state).includes(id));
      const missing = (state: Band, seen: readonly string[]) =>
        blocksIn(state).filter(
          ({ id }) =>
            idsOf(band).includes(id) && !seen.includes(id) && rest.shown.concat(stuck.shown).includes(id),
        ).length;
      const logosOf = (state: Band) =>
        blocksIn(state).filter(
          ({ kind, settings }) =>
            kind === "logo" &&
            logoPicture((settings as { variant: "normal" }).variant, data.profile, data.pictures),
        ).length;
      const said = [
        rest.isStuck ? "stuck at rest" : "",
        stuck.isStuck === stays ? "" : "not stuck where it stays",
        stays && Math.abs(stuck.top) > 0.5 ? `at ${stuck.top}` : "",
        !stays && stuck.top > -1 ? "stays where it is let go" : "",
        Math.abs(stuck.below - rest.below) > 0.5 ? `what follows moves by ${stuck.below - rest.below}` : "",
        JSON.stringify(again) === JSON.stringify(rest) ? "" : "another one when it is back",
        extras(atRest, rest.shown).length + missing(atRest, rest.shown) > 0 ? "other blocks at rest" : "",
        extras(then, stuck.shown).length + missing(then, stuck.shown) > 0 ? "other blocks when stuck" : "",
        rest.logos === logosOf(atRest) && stuck.logos === logosOf(then) ? "" : "other logos",
      ];
      smallOnes += then.cells.some(({ blocks }) =>
        blocks.some((each) => each.kind === "logo" && each.settings.variant === "small"),
      )
        ? 1
        : 0;
      lower += stuck.height < rest.height - 1 ? 1 : 0;
      // where it says that both stand in one row, both are as high as rows are
      if (["row", "button"].includes(fit.stateAt(screen)) && fit.tightAt(screen).length === 0)
        for (const [state, real] of [
          [atRest, rest],
          [then, stuck],
        ] as const) {
          const scene = {
            material: data,
            style: data.style,
            width,
            isFolded: false,
            rowMenus: rowMenus(state),
          };
          const own = new BandFit(state, { ...data, words: ENGLISH }, measure);
          const kept = heightAs(state, { ...scene, lines: linesOn(own, screen) });
          measured += 1;
          if (Math.abs(real.height - kept) > 0.5) said.push(`${real.height} high instead of ${kept}`);
        }
      const what = said.filter(Boolean);
      if (what.length > 0) wrong.push({ at, screen, what, kinds: kindsOf(band), rest, stuck });
    }
    if (wrong.length > 4) break;
  }
  console.log(
    `stuck: ${looked} looked at, ${lower} lower, ${smallOnes} with the small logo, ${measured} heights as said (seed ${seed})`,
  );
  expect(wrong).toEqual([]);
  expect(lower).toBeGreaterThan(10);
  expect(smallOnes).toBeGreaterThan(0);
  expect(measured).toBeGreaterThan(10);
});
