import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { FAMILIES } from "../src/core/layout/families";
import { fontFaces } from "../src/core/render/fonts";

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
      const loaded = await Promise.all([...document.fonts].map((face) => face.load()));
      return loaded.length;
    },
    FAMILY_NAMES.map((name) => fontFaces({ fonts: { text: name, headings: name }, ownFonts: [] })).join("\n"),
  );
