import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { fontFaces } from "../src/core/draw/fonts";
import { FAMILIES } from "../src/core/measure/families";
import { pageData } from "../test/page-data";

const FAMILY_NAMES = Object.keys(FAMILIES);
const HOME = "http://fit.example/";
const folderOf = new Map(
  Object.values(FAMILIES).flatMap(({ folder, files }) => files.map(({ file }) => [file, folder] as const)),
);

/** An empty page that gets the shipped fonts, and a drawing of one logo, from disk. */
export const blankPage = async (page: Page): Promise<void> => {
  await page.route(`${HOME}**`, (route) => {
    const path = new URL(route.request().url()).pathname;
    const font = /^\/_fonts\/(.+)$/.exec(path)?.[1];
    if (font)
      return route.fulfill({
        contentType: "font/woff2",
        body: readFileSync(`node_modules/@fontsource-variable/${folderOf.get(font)}/files/${font}`),
      });
    return path === "/"
      ? route.fulfill({ contentType: "text/html", body: "<!doctype html><html lang=en><body></body></html>" })
      : route.fulfill({ status: 404, body: "" });
  });
  await page.goto(HOME);
};

/** Loads every file of every family that ships: what is used later is there at once. */
export const loadFonts = (page: Page): Promise<number> =>
  page.evaluate(
    async (faces) => {
      const style = document.createElement("style");
      style.textContent = faces;
      document.head.append(style);
      // fonts of the reader that stand in are not there to be loaded
      const own = [...document.fonts].filter(({ family }) => !family.includes(" as "));
      const loaded = await Promise.all(own.map((face) => face.load()));
      return loaded.length;
    },
    FAMILY_NAMES.map((name) =>
      fontFaces({ ...pageData().style, fonts: { text: name, headings: name, third: "" }, ownFonts: [] }),
    ).join("\n"),
  );

/** The least whole width at which everything in the header shares one row, as Chromium lays it out. */
export const leastInChromium = (page: Page, css: string, body: string, root: number): Promise<number> =>
  page.evaluate(
    ({ rules, inside, size }) => {
      document.documentElement.style.fontSize = `${size}px`;
      document.body.innerHTML = `<style>${rules} body{display:block;min-height:0}</style><div id="box" style="position:absolute;left:0;top:0">${inside}</div>`;
      const box = document.getElementById("box") as HTMLElement;
      const band = box.querySelector(".in") as HTMLElement;
      const inOneRow = (all: readonly Element[]): boolean => {
        const shown = all.map((each) => each.getBoundingClientRect()).filter(({ height }) => height > 0);
        return shown.every(({ top, bottom }, at) => {
          const before = shown[at - 1];
          return !before || (top < before.bottom && bottom > before.top);
        });
      };
      const inOneLine = (element: Element): boolean => {
        const range = document.createRange();
        range.selectNodeContents(element);
        const tops = [...range.getClientRects()].filter(({ width }) => width > 0).map(({ top }) => top);
        return tops.length === 0 || Math.max(...tops) - Math.min(...tops) < 4;
      };
      const cells = [...band.querySelectorAll(".cell")];
      const lines = [...band.querySelectorAll(".b-siteName, .b-tagline, .b-button, .b-account")];
      const rows = [...band.querySelectorAll(".b-menu > .row, .b-social")];
      const logos = [...band.querySelectorAll(".b-logo img")].map((image) => ({
        image,
        ratio: Number(image.getAttribute("width")) / Number(image.getAttribute("height")),
      }));
      const fits = (width: number): boolean => {
        box.style.width = `${width}px`;
        if (band.scrollWidth > band.clientWidth) return false;
        // cells stand side by side: none may reach into the distance between it and the next
        const right =
          band.getBoundingClientRect().right - Number.parseFloat(getComputedStyle(band).paddingRight);
        if ((cells.at(-1)?.getBoundingClientRect().right ?? 0) > right + 0.01) return false;
        return (
          cells.every((cell) => inOneRow([...cell.children])) &&
          rows.every((row) => inOneRow([...row.children])) &&
          lines.every(inOneLine) &&
          // a picture of a logo is squeezed rather than broken
          logos.every(({ image, ratio }) => {
            const { width: seen, height } = image.getBoundingClientRect();
            return seen > height * ratio - 0.016;
          })
        );
      };
      let [low, high] = [0, 8000];
      if (!fits(high)) return -1;
      while (high - low > 1) {
        const middle = (low + high) >> 1;
        if (fits(middle)) high = middle;
        else low = middle;
      }
      return high;
    },
    { rules: css, inside: body, size: root },
  );
