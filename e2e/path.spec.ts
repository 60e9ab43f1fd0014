import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import { unzipSync } from "fflate";
import { actOn, cell, makePart, open, PublicPage, preview, publish, sheet, signIn } from "./studio";

/** The whole path, on the nearly empty site: design, say where, one page otherwise, publish, see it, carry it over. */
test("from a plain site to a published one, and on to a second site", async ({ page }) => {
  await signIn(page);

  await test.step("the start: visitors see no header", async () => {
    expect((await PublicPage.at("tide-mill", "/")).has("header")).toBe(false);
    await open(page, "overview", "tide-mill");
    await expect(page.getByRole("list", { name: "To settle" })).toContainText("no header");
  });

  await test.step("design a header from a starting point", async () => {
    await makePart(page, {
      site: "tide-mill",
      slot: "Header",
      name: "Mill header",
      start: /Header in one line/,
      where: "every page",
    });
    await page.getByRole("button", { name: "Search box", exact: true }).click();
    await page
      .getByRole("region", { name: "Settings of Search box" })
      .getByRole("textbox", { name: "Hint in the box" })
      .fill("Search the mill");
    // typing shows in all three previews
    for (const width of [1280, 820, 390]) {
      const frame = preview(page, width);
      await expect(frame.locator("header input[type=search]")).toHaveAttribute(
        "placeholder",
        "Search the mill",
      );
    }
    await expect(page.getByRole("status").filter({ hasText: "Saved" })).toBeVisible();
    await expect(page.getByRole("button", { name: /^Undo search box: hint in the box/i })).toBeVisible();
  });

  await test.step("add a button by typing its name, then take it back by key", async () => {
    await page.getByRole("button", { name: /^Menu “Main”/ }).click();
    await page.getByLabel("Add a block").fill("butt");
    await page.keyboard.press("Enter");
    const settings = page.getByRole("region", { name: "Settings of Button" });
    await settings.getByLabel("Label", { exact: true }).fill("Tide table");
    const frame = preview(page, 1280);
    await expect(frame.locator("header .b-button")).toHaveText("Tide table");
    await actOn(page, "Remove");
    await expect(frame.locator("header .b-button")).toHaveCount(0);
    await page.getByRole("button", { name: "Main band", exact: true }).focus();
    await page.keyboard.press("Control+z");
    await expect(frame.locator("header .b-button")).toHaveText("Tide table");
    await page.keyboard.press("Control+Shift+z");
    await expect(frame.locator("header .b-button")).toHaveCount(0);
  });

  await test.step("a footer", async () => {
    await makePart(page, {
      site: "tide-mill",
      slot: "Footer",
      name: "Mill footer",
      start: /Footer in columns/,
      where: "every page",
    });
    await expect(preview(page, 390).locator("footer")).toContainText("Sallow Creek Trust");
  });

  await test.step("one page chooses nothing for its footer, with the impact shown first", async () => {
    await open(page, "overview", "tide-mill");
    await (await cell(page, "Footer", "Flour", "Pages")).click();
    await sheet(page).getByRole("button", { name: "Nothing", exact: true }).click();
    await expect(sheet(page).getByText("This page only", { exact: true })).toBeVisible();
    await expect(
      sheet(page)
        .getByText(/^on 1 page$/)
        .first(),
    ).toBeVisible();
    await sheet(page).getByRole("button", { name: "Do it in the draft" }).first().click();
    await expect(page.getByText("nothing, this page only")).toBeVisible();
  });

  await test.step("review and publish", async () => {
    await page.getByRole("link", { name: "Review" }).click();
    const changes = page.getByRole("list", { name: "Changes" });
    await expect(changes).toContainText("Mill header");
    await expect(changes).toContainText("Flour");
    await expect(page.getByText("1 page opts out of a slot by own choice.")).toBeVisible();
    await page.getByLabel("Note").fill("A frame for the mill");
    await page.getByRole("button", { name: /^Publish/ }).click();
    await expect(page.getByText(/^Edition \d+ is live\.$/)).toBeVisible();
  });

  await test.step("see it as a visitor", async () => {
    const front = await PublicPage.at("tide-mill", "/");
    expect(front.text("header")).toContain("How it works");
    expect(front.html).toContain("Search the mill");
    expect(front.text("footer")).toMatch(/© 2021–\d{4} Sallow Creek Trust/);
    const flour = await PublicPage.at("tide-mill", "/flour/");
    expect(flour.has("header")).toBe(true);
    expect(flour.has("footer")).toBe(false);
  });

  const pack = await test.step("export both parts as a pack", async () => {
    await open(page, "packs", "tide-mill");
    await page.getByLabel("Mill header").check();
    await page.getByLabel("Mill footer").check();
    await expect(page.getByLabel(/^Menus/)).toBeChecked();
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "Export 2 parts" }).click(),
    ]);
    const path = await download.path();
    // an independent reader: every file is whole
    execFileSync("unzip", ["-tqq", path]);
    expect(Object.keys(unzipSync(new Uint8Array(readFileSync(path)))).sort()).toEqual(
      expect.arrayContaining([
        "menus/main.json",
        "pack.json",
        "parts/footer-mill-footer.json",
        "parts/header-mill-header.json",
      ]),
    );
    return path;
  });

  await test.step("import it into the other site by its plan, and undo the import as a whole", async () => {
    await open(page, "packs", "observatory");
    await page
      .getByLabel("Pack file")
      .setInputFiles({ name: "mill.zip", mimeType: "application/zip", buffer: readFileSync(pack) });
    await expect(page.getByTestId("plan-summary")).toContainText("Nothing to answer");
    await expect(page.getByText("your own of this name is used")).toBeVisible();
    await page.getByRole("button", { name: "Import into the draft" }).click();
    await expect(page.getByText("Done in the draft: import of", { exact: false })).toBeVisible();
    await open(page, "parts");
    await expect(page.getByRole("link", { name: "Mill header" })).toBeVisible();
    await page.getByRole("button", { name: /^Undo import of/ }).click();
    await expect(page.getByRole("link", { name: "Mill header" })).toHaveCount(0);
  });

  await test.step("and import it for good", async () => {
    await open(page, "packs", "observatory");
    await page
      .getByLabel("Pack file")
      .setInputFiles({ name: "mill.zip", mimeType: "application/zip", buffer: readFileSync(pack) });
    await page.getByRole("button", { name: "Import into the draft" }).click();
    await expect(page.getByText("Done in the draft: import of", { exact: false })).toBeVisible();
    await open(page, "overview");
    // give the archives the mill's header by a rule
    await (await cell(page, "Header", "Archives")).click();
    await sheet(page)
      .getByRole("button", { name: /Mill header/ })
      .click();
    await expect(sheet(page).getByText("A line: Shows on all archives")).toBeVisible();
    await sheet(page).getByRole("button", { name: "Do it in the draft" }).first().click();
    await expect(page.getByText("Done in the draft:", { exact: false })).toBeVisible();
    await publish(page);
    const notes = await PublicPage.at("observatory", "/notes/");
    expect(notes.html).toContain("Search the mill");
    // with the observatory's own menu and logo
    expect(notes.text("header")).toContain("The domes");
  });

  await test.step("take both steps back, so that the site is as it was", async () => {
    await open(page, "overview");
    await page.getByRole("button", { name: /^Undo/ }).click();
    await expect(page.getByRole("button", { name: /^Undo import of/ })).toBeVisible();
    await page.getByRole("button", { name: /^Undo import of/ }).click();
    await expect(page.getByRole("button", { name: /^Undo import of/ })).toHaveCount(0);
    await publish(page);
    expect((await PublicPage.at("observatory", "/notes/")).html).not.toContain("Search the mill");
  });
});
