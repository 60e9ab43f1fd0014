import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import type { Film } from "../src/core/model/film";
import { documentHtml, renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, entryView, pageData, partWith } from "../test/page-data";
import { shaper } from "../test/shaper";
import { nuErrors } from "./nu";
import { recordedVideo } from "./recorded";
import { open, PORT, signIn } from "./studio";

test("a film, a sound and what is elsewhere are markup as it should be", () => {
  const file = "a".repeat(64);
  const captions = { file: "b".repeat(64), name: "English" };
  const films: readonly Film[] = [
    { file, type: "video/mp4", name: "a.mp4", captions },
    { file, type: "audio/ogg", name: "a.ogg" },
    { address: "https://films.example/a?b=1&c=2" },
  ];
  const documents = films.flatMap((film) =>
    [true, false].map((pictured) => {
      const data = pageData({ entry: entryView({ film }) });
      const part = partWith("layout", [block("title"), block("film", { pictured })]);
      const whole = { ...data, slots: { ...data.slots, layout: { id: "l", part } } };
      return ["film", documentHtml(whole, renderPage(whole, ENGLISH, { shaper }), "/site.js")] as const;
    }),
  );
  expect(nuErrors(documents)).toEqual([]);
});

const NOTE = "/notes/the-great-dome-turns-in-one-minute/";

test("an entry gets its film in the studio; visitors play it, and nothing is loaded before", async ({
  page,
  browser,
}) => {
  await signIn(page);
  const bytes = await recordedVideo(page);
  await open(page, "pages");
  await page.getByLabel("Find pages").fill(NOTE);
  await page.getByRole("link", { name: /^The great dome turns/ }).click();
  await expect(page.getByText("https://films.pellow-ridge.example/great-dome")).toBeVisible();
  const dialog = page.getByRole("dialog");
  const film = dialog.getByRole("group", { name: "Film or sound" });
  const now = dialog.getByRole("button", { name: "Change it now" });
  await page.getByRole("button", { name: "Change …" }).click();
  await film.getByLabel("Address of the film or sound").fill("films");
  await expect(dialog.getByRole("alert")).toBeVisible();
  await expect(now).toBeDisabled();
  await film.getByRole("button", { name: "Choose a file instead" }).click();
  const file = film.getByLabel("Film or sound file");
  await file.setInputFiles({ name: "no.mp4", mimeType: "video/mp4", buffer: Buffer.from("no film at all") });
  await expect(film.getByRole("alert")).toContainText("That is no film");
  await file.setInputFiles({ name: "dome.webm", mimeType: "video/webm", buffer: bytes });
  await expect(film).toContainText("dome.webm");
  await film.getByLabel("What is said in it").setInputFiles({
    name: "dome.vtt",
    mimeType: "text/vtt",
    buffer: Buffer.from("WEBVTT\n\n00:00.000 --> 00:01.000\nThe roof turns\n"),
  });
  await expect(film).toContainText("dome.vtt");
  await expect(dialog).toContainText("Its page plays what is said here.");
  await expect(dialog).not.toContainText("No page shows anything else.");
  await now.click();
  await expect(page.getByText("Changed. Visitors see it.").first()).toBeVisible();
  await expect(page.getByText("dome.webm")).toBeVisible();

  const visitor = await (await browser.newContext()).newPage();
  const loaded: string[] = [];
  visitor.on("request", (request) => loaded.push(new URL(request.url()).pathname));
  await visitor.goto(`http://observatory.localhost:${PORT}${NOTE}`);
  const video = visitor.locator("video");
  await expect(video).toBeVisible();
  expect(loaded.filter((path) => path.endsWith(".webm"))).toEqual([]);
  expect((await new AxeBuilder({ page: visitor }).analyze()).violations).toEqual([]);
  for (const width of [320, 1280]) {
    await visitor.setViewportSize({ width, height: 800 });
    expect(await visitor.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  }
  await video.evaluate((element: HTMLVideoElement) => {
    element.muted = true;
    const [track] = element.textTracks;
    if (track) track.mode = "showing";
    return element.play();
  });
  await expect
    .poll(() => video.evaluate((element: HTMLVideoElement) => element.currentTime))
    .toBeGreaterThan(0);
  await expect
    .poll(() =>
      video.evaluate((element: HTMLVideoElement) =>
        [...(element.textTracks[0]?.cues ?? [])].map((cue) => (cue as VTTCue).text),
      ),
    )
    .toEqual(["The roof turns"]);

  // and back to where it was
  await page.getByRole("button", { name: "Change …" }).click();
  await film.getByRole("button", { name: "Remove dome.webm" }).click();
  await film.getByRole("button", { name: "It has an address already …" }).click();
  await film.getByLabel("Address of the film or sound").fill("https://films.pellow-ridge.example/great-dome");
  await now.click();
  await expect(dialog).toBeHidden();
  await visitor.reload();
  await expect(visitor.getByRole("link", { name: /at films\.pellow-ridge\.example$/ })).toBeVisible();
  await expect(video).toHaveCount(0);
});
