import type { Page } from "@playwright/test";
import type { Band } from "../src/core/design/part";
import type { Picture } from "../src/core/model/picture";
import type { RichBlock } from "../src/core/model/rich-text";
import { blankPage, loadFonts } from "./blank-page";

/** Bands drawn on an empty page, for Chromium's layout to be the oracle of how much room they have. */

export const PROSE: RichBlock[] = [
  { type: "heading", level: 3, children: [{ text: "Getting to us" }] },
  {
    type: "paragraph",
    children: [{ text: "Take the " }, { text: "ridge bus", link: "/bus/" }, { text: " to its end" }],
  },
  {
    type: "list",
    ordered: false,
    items: [[{ type: "paragraph", children: [{ text: "Warm clothes and boots" }] }]],
  },
];

/** Screens that are looked at, px. */
export const SCREENS = [320, 372, 430, 512, 590, 640, 760, 900];

/** An empty page with the shipped fonts, and what draws a header on it with a logo of a size, each drawing with files of its own. */
export const headersOn = async (page: Page) => {
  await blankPage(page);
  await loadFonts(page);
  let [size, drawings] = ["", 0];
  await page.route("**/_media/**", (route) =>
    route.fulfill({
      contentType: "image/svg+xml",
      body: `<svg xmlns="http://www.w3.org/2000/svg" ${size}/>`,
    }),
  );
  return async (css: string, header: string, logo: Pick<Picture, "width" | "height">): Promise<void> => {
    size = `width="${logo.width}" height="${logo.height}"`;
    drawings += 1;
    await page.evaluate(
      ({ rules, inside }) => {
        document.body.innerHTML = `<style>${rules}</style>${inside}`;
      },
      { rules: css, inside: header.replaceAll("/_media/", `/_media/${drawings}-`) },
    );
    await page.evaluate(() => Promise.all([...document.images].map((image) => image.decode())));
  };
};

/** What stands in a band, to be told beside what is wrong. */
export const kindsOf = (band: Band): string =>
  `${band.width} ${band.gap} ${band.stackOnSmall} ${band.cells
    .map(
      ({ share, direction, blocks }) =>
        `${share} ${direction}(${blocks.map(({ id, kind }) => `${id} ${kind}`).join(", ")})`,
    )
    .join(" ")}`;
