import { expect, type Page, test } from "@playwright/test";
import sharp from "sharp";
import { actOn, open, preview, signIn, undoAll } from "./studio";

/** The settings of what is selected in a part: a line each, the same at every width, by keyboard. */

const settings = (page: Page) => page.getByRole("region", { name: /^Settings of/ });
const choose = async (page: Page, part: string, node: RegExp | null): Promise<void> => {
  await open(page, "parts");
  await page.getByRole("link", { name: part, exact: true }).first().click();
  const list = page.getByRole("group", { name: "What the part is made of" });
  await (node ? list.getByRole("button", { name: node }) : list.getByRole("button")).first().click();
  await settings(page).waitFor();
};

test.beforeEach(async ({ page }) => signIn(page));

const LOOKED_AT = [
  ["Day header", null],
  ["Day header", /^Menu/],
  ["Archive in rows", /^Entry list/],
  ["Title and breadcrumbs", /^Title$/],
  ["Front hero", null],
] as const;

for (const [part, node] of LOOKED_AT)
  test(`each setting is one line, and none of its names is cut: ${part}, ${node?.source ?? "band"}`, async ({
    page,
  }) => {
    await choose(page, part, node);
    const more = settings(page).getByRole("button", { name: /^\d+ more$/ });
    if (await more.isVisible()) await more.click();
    for (const width of [1280, 1180, 390]) {
      await page.setViewportSize({ width, height: 900 });
      const lines = await settings(page).evaluate((region) =>
        [...region.querySelectorAll<HTMLLabelElement>("label[for]")].map((label) => ({
          name: label.textContent ?? "",
          isCut: label.scrollWidth > label.clientWidth,
          rows: Math.round(
            label.getBoundingClientRect().height / Number.parseFloat(getComputedStyle(label).lineHeight),
          ),
          reaches: label.parentElement?.getBoundingClientRect().right ?? 0,
          inside: Math.max(
            ...[...(label.parentElement?.children ?? [])].map((each) => each.getBoundingClientRect().right),
          ),
        })),
      );
      expect(lines.length).toBeGreaterThan(4);
      for (const { name, isCut, rows, reaches, inside } of lines) {
        expect.soft([isCut, rows], `${name} at ${width}`).toEqual([false, 1]);
        expect.soft(inside, `${name} at ${width}`).toBeLessThanOrEqual(reaches + 1);
      }
    }
  });

test("a value per width stands in three fields: its own, or faint the wider one's; emptied it is that again", async ({
  page,
}) => {
  await choose(page, "Title and breadcrumbs", null);
  const padding = settings(page).getByRole("group", { name: "Padding" });
  const [wide, middle, small] = [
    padding.getByLabel("Padding", { exact: true }),
    padding.getByLabel("Padding on middle"),
    padding.getByLabel("Padding on small"),
  ];
  const band = preview(page, 1280).locator(".slot-titleBar .in").first();
  const onSmall = preview(page, 390).locator(".slot-titleBar .in").first();
  const top = (of: typeof band) => of.evaluate((each) => getComputedStyle(each).paddingTop);
  await expect(middle).toHaveValue("");
  await expect(middle).toHaveAttribute("placeholder", await wide.inputValue());
  await wide.fill("40");
  await expect(middle).toHaveAttribute("placeholder", "40");
  await small.fill("12");
  await expect.poll(async () => [await top(band), await top(onSmall)]).toEqual(["40px", "12px"]);
  await small.press("ArrowUp");
  await expect(small).toHaveValue("13");
  await small.fill("");
  await small.blur();
  await expect(small).toHaveAttribute("placeholder", "40");
  await expect.poll(() => top(onSmall)).toBe("40px");
  await small.fill("12+");
  await expect(small).toHaveAttribute("aria-invalid", "true");
  await small.blur();
  await expect(small).toHaveValue("");
  // none of its own on a narrower one is a value like others, and goes when it is emptied
  const height = settings(page).getByRole("group", { name: "Height" });
  const narrow = height.getByLabel("Height on small");
  await height.getByLabel("Height", { exact: true }).fill("300");
  await narrow.fill("0");
  await expect(narrow).toHaveValue("0");
  await narrow.fill("");
  await narrow.blur();
  await expect(narrow).toHaveAttribute("placeholder", "300");
  await height.getByLabel("Height", { exact: true }).fill("");
  await height.getByLabel("Height", { exact: true }).blur();
  await expect(height.getByLabel("Height", { exact: true })).toHaveAttribute("placeholder", "–");
  // the sign at the end says what is usual, and leads back to it
  await settings(page).getByRole("button", { name: "Padding as usual: 16 px" }).click();
  await expect(wide).toHaveValue("16");
  await expect(settings(page).getByRole("button", { name: /^Padding as usual/ })).toHaveCount(0);
  await undoAll(page);
});

test("a picture is added where one is chosen", async ({ page }) => {
  await choose(page, "Day header", /^Logo/);
  const list = page.getByRole("group", { name: "What the part is made of" });
  await page.getByLabel("Add a block").fill("picture");
  await page.keyboard.press("Enter");
  await expect(list.getByRole("button", { name: "Picture", exact: true })).toBeVisible();
  const field = settings(page).getByRole("combobox", { name: "Picture", exact: true });
  await field.click();
  const chooser = page.waitForEvent("filechooser");
  await page.getByRole("option", { name: "Add a picture …" }).click();
  const buffer = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#6a8caf" } })
    .png()
    .toBuffer();
  await (await chooser).setFiles({ name: "weather-vane.png", mimeType: "image/png", buffer });
  await expect(field).toContainText("Weather vane");
  await expect(preview(page, 1280).locator("header .b-picture img")).toBeVisible();
  await undoAll(page);
});

test("all that can be done with what is selected is one menu, by keyboard too", async ({ page }) => {
  await choose(page, "Day header", /^Social links/);
  const chips = page
    .getByRole("group", { name: "What the part is made of" })
    .getByRole("button", { name: "Social links" });
  await expect(chips).toHaveCount(1);
  await settings(page).getByRole("button", { name: "Actions" }).press("Enter");
  await expect(page.getByRole("menuitem", { name: "Duplicate" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(chips).toHaveCount(2);
  await actOn(page, "Remove");
  await expect(chips).toHaveCount(1);
  await undoAll(page);
});

test("a text style is made where it is worn, changed in place, and chosen elsewhere", async ({ page }) => {
  await choose(page, "Day header", /^Menu/);
  await settings(page)
    .getByRole("button", { name: /^\d+ more$/ })
    .click();
  const field = settings(page).getByRole("combobox", { name: "Text style", exact: true });
  await field.click();
  await page.getByRole("option", { name: "new text style …" }).click();
  const dialog = page.getByRole("dialog", { name: "Text style" });
  await dialog.getByLabel("Name of the text style").fill("Fine menus");
  await dialog.getByLabel("Fine menus: size").fill("0.8");
  await dialog.getByRole("button", { name: "More of Fine menus" }).click();
  await dialog.getByLabel("Fine menus: size on small screens").fill("1.5");
  const link = (width: number) => preview(page, width).locator("header nav a:visible").first();
  await expect(link(1280)).toHaveCSS("font-size", "12.8px");
  await page.keyboard.press("Escape");
  await expect(field).toContainText("Fine menus");
  // it is one of those that other blocks can wear
  await choose(page, "Footer in columns", /^Copyright/);
  await settings(page)
    .getByRole("button", { name: /^\d+ more$/ })
    .click();
  await settings(page).getByRole("combobox", { name: "Text style", exact: true }).click();
  await page.getByRole("option", { name: "Fine menus", exact: true }).click();
  const line = (width: number) => preview(page, width).locator("footer .b-copyright").first();
  await expect(line(1280)).toHaveCSS("font-size", "12.8px");
  await expect(line(390)).toHaveCSS("font-size", "24px");
  // the house style tells who wears it, and lets go only of what nobody does
  await open(page, "style");
  await page.getByLabel("Find a value").fill("Fine menus");
  await expect(page.getByText("worn by 2 blocks")).toBeVisible();
  await expect(page.getByRole("button", { name: "Remove Fine menus" })).toHaveCount(0);
  await undoAll(page);
});
