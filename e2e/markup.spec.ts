import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { PAGES } from "./public-pages";
import { get, PublicPage, siteHost } from "./studio";

interface NuMessage {
  readonly type: string;
  readonly url: string;
  readonly lastLine?: number;
  readonly message: string;
}

test("the pages served pass the Nu HTML checker", async () => {
  const folder = mkdtempSync(join(tmpdir(), "gray-latch-nu-"));
  try {
    const files: string[] = [];
    for (const [index, [site, path]] of PAGES.entries()) {
      const { body } = await get(siteHost(site), path);
      const file = join(folder, `${index}.html`);
      writeFileSync(file, body);
      files.push(file);
    }
    const jar = "node_modules/vnu-jar/build/dist/vnu.jar";
    const report = execFileSync(
      "java",
      ["-jar", jar, "--format", "json", "--exit-zero-always", "--stdout", ...files],
      { encoding: "utf8", maxBuffer: 64 * 1024 * 1024 },
    );
    const messages = (JSON.parse(report) as { messages: NuMessage[] }).messages;
    // its CSS mode does not know container queries and range syntax: the stylesheet is checked by css-tree instead
    const errors = messages.filter((each) => each.type === "error" && !/^CSS:/.test(each.message));
    const named = errors.map(
      (each) =>
        `${PAGES[Number(/(\d+)\.html$/.exec(each.url)?.[1])]?.join("")}:${each.lastLine} ${each.message}`,
    );
    expect(named).toEqual([]);
  } finally {
    rmSync(folder, { recursive: true });
  }
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
