import { expect, test } from "@playwright/test";
import { nuErrors } from "./nu";
import { PAGES } from "./public-pages";
import { get, PublicPage, siteHost } from "./studio";

test("the pages served pass the Nu HTML checker", async () => {
  const pages = await Promise.all(
    PAGES.map(async ([site, path]) => [`${site}${path}`, (await get(siteHost(site), path)).body] as const),
  );
  expect(nuErrors(pages)).toEqual([]);
});

test("every page has one h1, a title of its own, and a canonical link where it may be found", async () => {
  const titles = new Map<string, string>();
  for (const [site, path] of PAGES) {
    const page = await PublicPage.at(site, path);
    expect(page.elements("h1"), path).toHaveLength(1);
    const title = page.text("title");
    expect(titles.get(`${site} ${title}`), `${path} has the title of another page`).toBeUndefined();
    titles.set(`${site} ${title}`, path);
    const canonical = page
      .elements("link")
      .find((link) => link.attrs.some((attr) => attr.name === "rel" && attr.value === "canonical"));
    expect(canonical !== undefined, path).toBe(page.status === 200 && !/^\/(search|_account)\//.test(path));
  }
});
