import { expect, type Page, test } from "@playwright/test";
import type { DrawMessage } from "../src/workers/preview-end";
import { cutSheet, type Sheet, sheetChange } from "../src/workers/sheet";
import { seeded } from "../test/seeded";
import { PORT } from "./studio";

/** The inside of a preview frame by itself: what it does with what it is told, whoever tells it. */

interface Told {
  readonly type: string;
  readonly id?: number;
  readonly at?: number;
  readonly nodes?: readonly string[];
  readonly words?: string | null;
  readonly text?: string | null;
  readonly height?: number;
  readonly places?: object;
}
const CSS = ":root{--c-ink:#111}a{color:var(--c-ink)}.band{padding:4px}.high{height:3000px}";
const BODY =
  '<header class="slot-header"><div class="b-menu"><div class="row"><details><summary>Visit</summary><a href="/bus/">By bus</a></details></div></div></header>' +
  '<main class="slot-layout"><h1 data-node="h1" data-words="text">The domes</h1><div class="high"></div><p data-node="p1">Open on Fridays</p></main>';

interface Tie {
  readonly slot: string | null;
  readonly isFromAbove: boolean;
  readonly asksPlaces: boolean;
}

/** A frame of the preview host on a page of the studio's origin, tied by a line of its own. */
const frameOn = async (
  page: Page,
  { slot = null, isFromAbove = false, asksPlaces = false }: Partial<Tie> = {},
) => {
  await page.goto("/sign-in");
  await page.evaluate(
    ({ src, tie }) =>
      new Promise<void>((done) => {
        const frame = document.createElement("iframe");
        const told: unknown[] = [];
        const { port1, port2 } = new MessageChannel();
        const say = (message: object, ports: Transferable[] = []) =>
          frame.contentWindow?.postMessage(message, src, ports);
        Object.assign(window, { told, say, draw: (message: object) => port1.postMessage(message) });
        addEventListener("message", ({ data }) => {
          told.push(data);
          if (data.type !== "ready") return;
          say({ type: "tie", ...tie }, [port2]);
          done();
        });
        frame.src = `${src}/`;
        frame.style.cssText = "position:fixed;inset:0;width:800px;height:600px;z-index:9;border:0";
        document.body.append(frame);
      }),
    {
      src: `http://observatory--preview.localhost:${PORT}`,
      tie: { slot, isFromAbove, asksPlaces } satisfies Tie,
    },
  );
  const told = (type: string): Promise<readonly Told[]> =>
    page.evaluate(
      (wanted) => (window as unknown as { told: Told[] }).told.filter((each) => each.type === wanted),
      type,
    );
  let worn: Sheet | null = null;
  const sheetFor = (css: string): Pick<DrawMessage, "sheet"> => {
    const next = cutSheet(css);
    const sheet = sheetChange(worn, next);
    worn = next;
    return sheet ? { sheet } : {};
  };
  /** Draws something; of a stylesheet only what differs from the one before is told. */
  const draw = async ({
    css,
    ...message
  }: Omit<DrawMessage, "isNew" | "sheet"> & { isNew?: boolean; css?: string }): Promise<void> => {
    await page.evaluate((each) => (window as unknown as { draw: (message: object) => void }).draw(each), {
      isNew: false,
      ...message,
      ...(css === undefined ? {} : sheetFor(css)),
    });
    await expect.poll(async () => (await told("drawn")).some(({ id }) => id === message.id)).toBe(true);
  };
  const say = (message: object) =>
    page.evaluate((each) => (window as unknown as { say: (message: object) => void }).say(each), message);
  const frame = page.frame({ url: /--preview/ });
  if (!frame) throw new Error("test: expected the frame");
  return { told, draw, say, frame };
};

test("a drawing is acknowledged with the moment it is on the screen; where its slots lie is said to who asks", async ({
  page,
}) => {
  const { told, draw, frame } = await frameOn(page, { asksPlaces: true });
  const before = Date.now();
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  const [drawn] = await told("drawn");
  expect(drawn?.at).toBeGreaterThanOrEqual(before - 1);
  expect(drawn?.at).toBeLessThanOrEqual(Date.now() + 1);
  await expect.poll(async () => (await told("places")).at(-1)?.height).toBeGreaterThan(3000);
  const boxes = await frame
    .locator("header, main")
    .evaluateAll((all) =>
      all.map((each) => each.getBoundingClientRect()).map(({ top, height }) => ({ top, height })),
    );
  expect((await told("places")).at(-1)?.places).toEqual({ header: boxes[0], layout: boxes[1] });
  // what grows later is said too
  const count = (await told("places")).length;
  await frame.evaluate(() =>
    document.querySelector<HTMLElement>(".high")?.style.setProperty("height", "5000px"),
  );
  await expect.poll(async () => (await told("places")).length).toBeGreaterThan(count);
  const quiet = await frameOn(page);
  await quiet.draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await quiet.draw({ id: 2, css: CSS.replace("3000px", "900px") });
  expect(await quiet.told("places")).toEqual([]);
});

test("only rules that changed are read anew, and a region alone is patched", async ({ page }) => {
  const { draw, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await draw({ id: 2, css: CSS.replace("padding:4px", "padding:6px") });
  // what stays as it is stays the very same object
  await frame.evaluate(() => {
    const sheets = () =>
      new Map([...document.styleSheets].map((sheet) => [sheet.ownerNode?.textContent ?? "", sheet]));
    const [before, heading] = [sheets(), document.querySelector("h1")];
    Object.assign(window, {
      anew: () => [...sheets()].filter(([text, sheet]) => before.get(text) !== sheet).map(([text]) => text),
      isSame: () => document.querySelector("h1") === heading,
    });
  });
  const anew = () => frame.evaluate(() => (window as unknown as { anew: () => string[] }).anew());
  const isSame = () => frame.evaluate(() => (window as unknown as { isSame: () => boolean }).isSame());
  const wider = CSS.replace("padding:4px", "padding:8px");
  await draw({ id: 3, css: wider });
  expect(await anew()).toEqual([".band{padding:8px}"]);
  await draw({ id: 4, regions: { header: '<a href="/">Home</a>' } });
  expect(await frame.locator("header").textContent()).toBe("Home");
  await draw({ id: 5, css: wider.replace("#111", "#222") });
  expect(await anew()).toEqual([":root{--c-ink:#222}", ".band{padding:8px}"]);
  expect(await isSame()).toBe(true);
  expect(
    await frame.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue("--c-ink")),
  ).toBe("#222");
});

test("one element alone is patched, itself and what is in it; all round it stays", async ({ page }) => {
  const { draw, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await frame.evaluate(() =>
    Object.assign(window, {
      stays: [...document.body.querySelectorAll("*")].filter((each) => !each.matches("[data-node=p1]")),
    }),
  );
  const html = '<p data-node="p1" class="b-note"><a href="/fridays/">Open</a> on Fridays</p>';
  await draw({ id: 2, node: { node: "p1", html } });
  expect(await frame.locator("p").evaluate((each) => each.outerHTML)).toBe(
    html.replace('"/fridays/"', '"/fridays/" tabindex="-1"'),
  );
  const staying = () =>
    frame.evaluate(() => {
      const { stays } = window as unknown as { stays: Element[] };
      return stays.every((each) => each.isConnected);
    });
  expect(await staying()).toBe(true);
  // of another tag it is another element, at the same place
  await draw({ id: 3, node: { node: "h1", html: '<h2 data-node="h1">The domes</h2>' } });
  expect(
    await frame.locator("main").evaluate((each) => [...each.children].map(({ tagName }) => tagName)),
  ).toEqual(["H2", "DIV", "P"]);
});

test("rules stand in their order, whatever changes, comes and goes", async ({ page }) => {
  const { draw, frame } = await frameOn(page);
  const seed = Number(process.env["SEED"] ?? 3);
  const random = seeded(seed);
  let sizes = Array.from({ length: 30 }, () => random.below(40));
  const cssOf = () =>
    `:root{--c-ink:#111}${sizes
      .map((size, at) =>
        at % 7 === 3
          ? `@media (width >= 1px){@container (width < ${size}rem){.n${at}>.a::after{content:"}{"}}}`
          : `.n${at}{order:${size}}`,
      )
      .join("\n")}`;
  for (let id = 1; id <= 40; id += 1) {
    if (random.chance(0.2)) sizes = [...sizes.slice(0, random.below(sizes.length)), 7, ...sizes.slice(4)];
    else
      for (let times = random.below(random.pick([2, 4, 20])); times >= 0; times -= 1)
        sizes[random.below(sizes.length)] = random.below(40);
    const css = cssOf();
    await draw({ id, css, ...(id === 1 ? { isNew: true, body: BODY } : {}) });
    const worn = await frame.evaluate(() =>
      [...document.querySelectorAll("style:not(#marks)")].map((each) => each.textContent).join(""),
    );
    expect(worn.startsWith(css), `drawing ${id} of seed ${seed}`).toBe(true);
    // it is as many rules as it is in one sheet
    const counted = await frame.evaluate((text) => {
      const whole = new CSSStyleSheet();
      whole.replaceSync(text);
      const parts = [...document.querySelectorAll<HTMLStyleElement>("style:not(#marks)")];
      return [
        whole.cssRules.length,
        parts.reduce((sum, { sheet }) => sum + (sheet?.cssRules.length ?? 0), 0),
      ];
    }, worn);
    expect(counted[1]).toBe(counted[0]);
  }
});

test("a frame that is tied anew hears the new line alone", async ({ page }) => {
  const { draw, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  const shown = await page.evaluate(
    () =>
      new Promise<readonly number[]>((done) => {
        const { draw: old, say } = window as unknown as {
          draw: (message: object) => void;
          say: (message: object, ports: Transferable[]) => void;
        };
        const { port1, port2 } = new MessageChannel();
        const ids: number[] = [];
        addEventListener("message", ({ data }) => {
          if (data.type !== "drawn") return;
          ids.push(data.id);
          if (data.id === 3) setTimeout(() => done(ids), 300);
        });
        say({ type: "tie", slot: null, isFromAbove: false }, [port2]);
        port1.postMessage({ id: 3, isNew: true, body: "<main>New</main>" });
        addEventListener("message", ({ data }) => {
          if (data.id === 3) old({ id: 4, isNew: false, body: "<main>Old</main>" });
        });
      }),
  );
  expect(shown).toEqual([3]);
  expect(await frame.locator("main").textContent()).toBe("New");
});

test("a menu one opened stays open through a patch, and links stay out of the tab order", async ({
  page,
}) => {
  const { draw, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await frame.locator("summary").click();
  await draw({ id: 2, body: BODY.replace("By bus", "On foot") });
  await expect(frame.getByRole("link", { name: "On foot" })).toBeVisible();
  expect(
    await frame.locator("a").evaluateAll((all) => all.map((each) => (each as HTMLElement).tabIndex)),
  ).toEqual([-1]);
});

test("words that are written in the frame are not written over, and are told letter by letter", async ({
  page,
}) => {
  const { draw, say, told, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await say({ type: "edit", words: { node: "h1", words: "text" } });
  await frame.locator("h1").press("Control+a");
  await frame.locator("h1").pressSequentially("Sky");
  await draw({ id: 2, body: BODY.replace("The domes", "S") });
  await expect(frame.locator("h1")).toHaveText("Sky");
  await expect
    .poll(async () => (await told("typed")).at(-1))
    .toEqual({ type: "typed", node: "h1", words: "text", text: "Sky" });
  await frame.locator("h1").press("Enter");
  await expect
    .poll(async () => (await told("typed")).at(-1))
    .toEqual({ type: "typed", node: "h1", words: "text", text: null });
  await draw({ id: 3, body: BODY });
  await expect(frame.locator("h1")).toHaveText("The domes");
});

test("words among others are edited by themselves, those of a button too, spaces and all", async ({
  page,
}) => {
  const { draw, say, told, frame } = await frameOn(page);
  const form =
    '<form class="slot-footer" data-node="f"><label><span data-words="label">Address</span><input></label><label><input type="checkbox">Stop it</label><button type="submit"><span data-words="button">Send</span></button></form>';
  await draw({ id: 1, isNew: true, css: CSS, body: form });
  await frame.getByText("Send").click();
  await expect
    .poll(async () => (await told("pointed")).at(-1))
    .toEqual({ type: "pointed", nodes: ["f"], slot: "footer", words: "button", isAdding: false });
  await frame.getByText("Address").click();
  // and the field beside it is not clicked by that
  await expect
    .poll(async () => (await told("pointed")).map(({ words }) => words))
    .toEqual(["button", "label"]);
  // what a page can be told by its visitors it still can
  await frame.getByText("Stop it").click();
  await expect(frame.getByRole("checkbox")).toBeChecked();
  await page.waitForTimeout(200);
  const clicks = (await told("pointed")).length;
  await say({ type: "edit", words: { node: "f", words: "button" } });
  await expect(frame.locator("[contenteditable]")).toHaveText("Send");
  await page.keyboard.type("On we go");
  await expect
    .poll(async () => (await told("typed")).at(-1))
    .toEqual({
      type: "typed",
      node: "f",
      words: "button",
      text: "On we go",
    });
  expect((await told("pointed")).length).toBe(clicks);
  await say({ type: "edit", words: { node: "f", words: "label" } });
  await expect(frame.locator("[contenteditable]")).toHaveText("Address");
  await page.keyboard.type("Where to");
  await expect
    .poll(async () => (await told("typed")).at(-1))
    .toMatchObject({ words: "label", text: "Where to" });
  await page.keyboard.press("Escape");
  await expect(frame.locator("[contenteditable]")).toHaveCount(0);
});

test("words of an item are edited where they are in sight; a click on them opens nothing once their menu is selected", async ({
  page,
}) => {
  const { draw, say, told, frame } = await frameOn(page);
  const label = '<span data-words="label of visit">Visit</span>';
  const menu = `<nav class="slot-header" data-node="m"><div popover><b>${label}</b></div><details><summary>${label}</summary><a href="/bus/">By bus</a></details></nav>`;
  await draw({ id: 1, isNew: true, css: CSS, body: menu });
  const isOpen = () => frame.locator("details").evaluate((each) => (each as HTMLDetailsElement).open);
  await frame.locator("summary span").click();
  expect(await isOpen()).toBe(true);
  await say({ type: "select", node: "m" });
  await frame.locator("summary span").click();
  await expect.poll(async () => (await told("pointed")).at(-1)?.words).toBe("label of visit");
  expect(await isOpen()).toBe(true);
  await say({ type: "edit", words: { node: "m", words: "label of visit" } });
  await expect(frame.locator("summary span")).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.type("Come by");
  await expect.poll(async () => (await told("typed")).at(-1)?.text).toBe("Come by");
  expect(await isOpen()).toBe(true);
});

test("words in an empty field are edited in it, and are its placeholder again", async ({ page }) => {
  const { draw, say, told, frame } = await frameOn(page);
  const form = (words: string) =>
    `<form class="slot-header" data-node="f"><input type="search" placeholder="${words}" data-words="placeholder"></form>`;
  await draw({ id: 1, isNew: true, css: CSS, body: form("Search") });
  await say({ type: "edit", words: { node: "f", words: "placeholder" } });
  const field = frame.getByRole("searchbox");
  await expect(field).toHaveValue("Search");
  await expect(field).toBeFocused();
  await page.keyboard.type("Find it");
  await expect.poll(async () => (await told("typed")).at(-1)?.text).toBe("Find it");
  await draw({ id: 2, body: form("Find it") });
  await expect(field).toHaveValue("Find it");
  await page.keyboard.press("Enter");
  await expect(field).toHaveValue("");
  await expect(field).toHaveAttribute("placeholder", "Find it");
  await expect.poll(async () => (await told("typed")).at(-1)?.text).toBe(null);
});

test("a text of several lines is edited as it is marked up; of what is pasted only the words come in", async ({
  page,
}) => {
  const { draw, say, told, frame } = await frameOn(page);
  const prose = (words: string) =>
    `<div class="slot-layout" data-node="t" data-words="text" data-rich>${words}</div>`;
  await draw({ id: 1, isNew: true, css: CSS, body: prose("<p>Open <strong>nights</strong></p>") });
  await say({ type: "edit", words: { node: "t", words: "text" } });
  const text = frame.locator("[data-rich]");
  await expect(text).toHaveAttribute("contenteditable", "true");
  await page.keyboard.press("Control+End");
  await page.keyboard.press("Enter");
  await page.keyboard.type("On Fridays");
  await text.evaluate((element) => {
    const carried = new DataTransfer();
    carried.setData("text/plain", " too");
    carried.setData("text/html", "<h1 style='color:red'>too</h1>");
    element.dispatchEvent(
      new ClipboardEvent("paste", { clipboardData: carried, bubbles: true, cancelable: true }),
    );
  });
  const last = async () => (await told("typed")).at(-1)?.text ?? "";
  await expect.poll(last).toContain("too");
  const typed = await last();
  expect(typed).toContain("<p>Open <strong>nights</strong></p>");
  expect(typed).not.toContain("<h1");
  expect(await text.innerText()).toBe("Open nights\n\nOn Fridays too");
  await draw({ id: 2, body: prose("<p>Open <strong>nights</strong></p><p>On Fridays too</p>") });
  await page.keyboard.press("Escape");
  await expect(text).not.toHaveAttribute("contenteditable");
  expect(await text.innerHTML()).toBe("<p>Open <strong>nights</strong></p><p>On Fridays too</p>");
});

test("what was typed and is not drawn is gone when editing ends: nothing is shown that is not so", async ({
  page,
}) => {
  const { draw, say, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await say({ type: "edit", words: { node: "h1", words: "text" } });
  await frame.locator("h1").press("Backspace");
  await expect(frame.locator("h1")).toHaveText("");
  await page.keyboard.press("Enter");
  await expect(frame.locator("h1")).toHaveText("The domes");
});

test("what is selected comes into sight: at once, or with the drawing that brings it", async ({ page }) => {
  const { draw, say, frame } = await frameOn(page, { slot: "header" });
  const scrolled = () => frame.evaluate(() => Math.round(scrollY));
  await say({ type: "select", node: "p1" });
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await expect.poll(scrolled).toBeGreaterThan(2000);
  await say({ type: "select", node: "h1" });
  await expect.poll(scrolled).toBeLessThan(200);
  // it is sought once: what is drawn later moves nothing
  await frame.evaluate(() => scrollTo(0, 900));
  await draw({ id: 2, css: CSS.replace("padding:4px", "padding:5px") });
  expect(await scrolled()).toBe(900);
  // another subject is shown with the slot that is edited in sight
  await draw({ id: 3, isNew: true, body: BODY });
  await expect.poll(scrolled).toBeLessThan(200);
});

test("a header looked at as scrolled is scrolled: one that stays lies over the page, another has gone", async ({
  page,
}) => {
  const { draw, say, frame } = await frameOn(page, { slot: "header" });
  const top = () => frame.locator("header").evaluate((each) => Math.round(each.getBoundingClientRect().top));
  const look = (state: string) =>
    say({ type: "view", view: { state, isLarge: false, hasPictures: true, isStill: false } });
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  expect(await top()).toBe(0);
  await look("scrolled");
  await expect.poll(top).toBeLessThan(-100);
  await draw({ id: 2, css: `${CSS}header{position:sticky;top:0}` });
  await expect.poll(top).toBe(0);
  expect(await frame.evaluate(() => scrollY)).toBeGreaterThan(100);
  // what is drawn anew is looked at the same way
  await draw({ id: 3, isNew: true, body: BODY });
  expect(await frame.evaluate(() => scrollY)).toBeGreaterThan(100);
  await look("rest");
  await expect.poll(() => frame.evaluate(() => scrollY)).toBeLessThan(20);
});

test("a click says what lies under it, and leads nowhere", async ({ page }) => {
  const { draw, told, frame } = await frameOn(page);
  await draw({
    id: 1,
    isNew: true,
    css: CSS,
    body: BODY.replace("The domes", '<a href="/domes/">The domes</a>'),
  });
  await frame.getByRole("link", { name: "The domes" }).click({ modifiers: ["Shift"] });
  await expect
    .poll(async () => (await told("pointed")).at(-1))
    .toEqual({ type: "pointed", nodes: ["h1"], slot: "layout", words: "text", isAdding: true });
  expect(frame.url()).toBe(`http://observatory--preview.localhost:${PORT}/`);
});

test("a frame that is looked at from above does not lay out what is far down; one that is edited does", async ({
  page,
}) => {
  const far = BODY.replace('class="high"', 'class="band high"')
    .replace("<p ", '<div class="band"><p ')
    .replace("</p>", "</p></div>");
  const skipped = (frame: Awaited<ReturnType<typeof frameOn>>["frame"]) =>
    frame.locator("p").evaluate((each) => !each.checkVisibility({ contentVisibilityAuto: true }));
  const above = await frameOn(page, { isFromAbove: true });
  await above.draw({ id: 1, isNew: true, css: CSS, body: far });
  expect(await skipped(above.frame)).toBe(true);
  const edited = await frameOn(page, { slot: "footer" });
  await edited.draw({ id: 1, isNew: true, css: CSS, body: far });
  expect(await skipped(edited.frame)).toBe(false);
});

test("nobody but the studio is heard", async ({ page }) => {
  const { draw, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  // a page of another origin that got hold of the window: the frame's own site, which is not the studio
  await frame.evaluate(() => postMessage({ type: "select", node: "h1" }, "*"));
  await page.waitForTimeout(200);
  expect(await frame.locator("#marks").textContent()).toBe("");
});
