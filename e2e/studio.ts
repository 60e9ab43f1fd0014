import { request } from "node:http";
import type { Cookie, FrameLocator, Locator, Page } from "@playwright/test";
import { type DefaultTreeAdapterTypes, parse } from "parse5";

export const PORT = Number(process.env["PORT"] ?? 4180);
export const PASSWORD = "brass star lamp";

const sessions = new Map<string, Cookie[]>();

/** Signs in with the keyboard, as a person would; who did so before in this run goes on with that session, on no page yet. */
export const signIn = async (page: Page, email = "keeper@graylatch.example"): Promise<void> => {
  const session = sessions.get(email);
  if (session) {
    await page.context().addCookies(session);
    return;
  }
  await page.goto("/sign-in");
  await page.getByLabel("E-mail address").fill(email);
  await page.keyboard.press("Tab");
  await page.keyboard.type(PASSWORD);
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/overview$/);
  sessions.set(email, await page.context().cookies());
};

export const open = async (page: Page, leaf: string, site = "observatory"): Promise<void> => {
  await page.goto(`/s/${site}/${leaf}`);
  await page.getByRole("heading", { level: 1 }).first().waitFor();
};

/** The frame of the part screen that shows a page at a width, of the first page where there are several. */
export const preview = (page: Page, width: number): FrameLocator =>
  page
    .frameLocator('iframe[title$=" at three widths"]')
    .first()
    .frameLocator(`iframe[title$="at ${width} px"]`);

/** Where a call of the studio is answered. */
export const callPath = (name: string, site: string): string => `/api/studio/${site}/${name}`;

/** A request whose `Host` is what we say: fetch cannot do that. */
export const get = (
  host: string,
  path: string,
  options: {
    readonly method?: string;
    readonly headers?: Record<string, string>;
    readonly body?: string;
  } = {},
): Promise<{ status: number; headers: NodeJS.Dict<string | string[]>; body: string }> =>
  new Promise((done, failed) => {
    const call = request(
      {
        host: "127.0.0.1",
        port: PORT,
        path,
        method: options.method ?? "GET",
        headers: { host, ...options.headers },
      },
      (response) => {
        const chunks: Buffer[] = [];
        response.on("data", (chunk: Buffer) => chunks.push(chunk));
        response.on("end", () =>
          done({
            status: response.statusCode ?? 0,
            headers: response.headers,
            body: Buffer.concat(chunks).toString("utf8"),
          }),
        );
      },
    );
    call.on("error", failed);
    call.end(options.body);
  });

export const siteHost = (site: string): string => `${site}.localhost:${PORT}`;

type Node = DefaultTreeAdapterTypes.Node;
type Element = DefaultTreeAdapterTypes.Element;

/** A public page as an HTML parser reads it. */
export class PublicPage {
  private constructor(
    readonly status: number,
    readonly html: string,
    readonly tree: Node,
  ) {}
  static async at(site: string, path: string): Promise<PublicPage> {
    const { status, body } = await get(siteHost(site), path);
    return new PublicPage(status, body, parse(body));
  }
  elements(tag: string): Element[] {
    const found: Element[] = [];
    const visit = (node: Node) => {
      if ("tagName" in node && node.tagName === tag) found.push(node);
      if ("childNodes" in node) node.childNodes.forEach(visit);
    };
    visit(this.tree);
    return found;
  }
  text(tag: string): string {
    const textOf = (node: Node): string =>
      "value" in node
        ? String(node.value)
        : "childNodes" in node
          ? node.childNodes.map(textOf).join(" ")
          : "";
    return this.elements(tag).map(textOf).join(" ").replace(/\s+/g, " ").trim();
  }
  has(tag: string): boolean {
    return this.elements(tag).length > 0;
  }
}

/** The cell of the overview where a page meets a slot; opens the group first. */
export const cell = async (page: Page, slot: string, title: string, group?: string): Promise<Locator> => {
  if (group) {
    const button = page.getByRole("button", { name: new RegExp(`^[▸▾] ${group}`) });
    if ((await button.getAttribute("aria-expanded")) === "false") await button.click();
  }
  const found = page.getByRole("button", { name: `${slot} of ${title}`, exact: true });
  // rows come a moment after their group opens; those that are not on the screen are not there: one scrolls down to them
  await found.waitFor({ timeout: 3000 }).catch(() => undefined);
  const { width, height } = page.viewportSize() ?? { width: 1280, height: 800 };
  await page.mouse.move(width / 3, height - 60);
  // on a busy machine it may have gone by before it was drawn: once more from the top, slower
  for (const pause of [60, 250]) {
    for (let tries = 0; tries < 40; tries += 1) {
      if (await found.isVisible()) return found;
      await page.mouse.wheel(0, 120);
      await page.waitForTimeout(pause);
    }
    await page.mouse.wheel(0, -100_000);
  }
  return found;
};

export const sheet = (page: Page): Locator =>
  page.getByRole("complementary", { name: "Why, and use another" });

/** Publishes everything in the draft and waits until it is live. */
export const publish = async (page: Page, site = "observatory"): Promise<void> => {
  await open(page, "editions", site);
  await page.getByRole("button", { name: /^Publish/ }).click();
  await page.getByText(/^Edition \d+ is live\.$/).waitFor();
};

/** Makes a part by the dialog. */
export const makePart = async (
  page: Page,
  wish: {
    site?: string;
    slot: string;
    name: string;
    start: string | RegExp;
    where: "every page" | "nowhere yet";
  },
): Promise<void> => {
  await open(page, "parts", wish.site);
  await page.getByRole("button", { name: `New ${wish.slot.toLowerCase()}`, exact: true }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Name", { exact: true }).fill(wish.name);
  await dialog.getByRole("radio", { name: wish.start }).check();
  await dialog.getByRole("radio", { name: new RegExp(`^${wish.where}`) }).check();
  await dialog.getByRole("button", { name: "Make it" }).click();
  await page.getByRole("heading", { level: 1, name: wish.name }).waitFor();
};

/** How many changes the draft has, asked of the server: what a screen says of it comes a moment later. */
export const changesInDraft = (page: Page): Promise<number> =>
  page.evaluate(async () => {
    const site = location.pathname.split("/")[2];
    const answer = await fetch(`/api/studio/${site}/aboutSite`, { method: "POST", body: "{}" });
    return (await answer.json()).value.draft.changes;
  });

/** Takes back everything in the draft. What is saved must be saved before. */
export const undoAll = async (page: Page): Promise<void> => {
  const undo = page.getByRole("button", { name: /^Undo/ }).first();
  for (let tries = 0; tries < 60 && (await changesInDraft(page)) > 0; tries += 1) {
    // it is not there while nothing can be undone, and closed while one is under way
    if ((await undo.count()) > 0) await undo.click({ timeout: 2000 }).catch(() => undefined);
    await page.waitForTimeout(400);
  }
  await page.getByText("nothing to publish", { exact: true }).waitFor();
};

/** Does something of the menu of actions with what is selected in a part. */
export const actOn = async (page: Page, action: string): Promise<void> => {
  await page
    .getByRole("region", { name: /^Settings of/ })
    .getByRole("button", { name: "Actions" })
    .click();
  await page.getByRole("menuitem", { name: action, exact: true }).click();
};
