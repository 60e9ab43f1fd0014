import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import type { Browser } from "@playwright/test";
import sharp from "sharp";
import { type Block, Part } from "../src/core/design/part";
import type { Picture } from "../src/core/model/picture";
import { documentHtml, renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, pageData, partWith, picture } from "../test/page-data";
import { shaper } from "../test/shaper";

/**
 * When the front page with a hero is first painted, and its largest picture, with what a hero does for that (the first
 * picture asked for before the styles, the others when there is time) and without: on a line of 4 Mbit/s with 120 ms
 * there and back, nothing cached, the median of 20.
 */
const TIMES = 20;
const LINE = { offline: false, latency: 120, downloadThroughput: 500_000, uploadThroughput: 125_000 };
const SLIDES = 3;

const photograph = (seed: number): Promise<Buffer> =>
  sharp({
    create: {
      width: 1600,
      height: 900,
      channels: 3,
      background: { r: 30 + 20 * seed, g: 50, b: 90 },
      noise: { type: "gaussian", mean: 60 + 10 * seed, sigma: 18 },
    },
  })
    .blur(2)
    .webp({ quality: 70 })
    .toBuffer();

const fileOf = (at: number): string => String(at).repeat(64);

const frontPage = (): string => {
  const pictures = Object.fromEntries(
    Array.from({ length: SLIDES }, (_, at): [string, Picture] => [
      `p${at}`,
      { ...picture, file: fileOf(at), renditions: [1600] },
    ]),
  );
  const slides = Object.keys(pictures).map((id) =>
    block("slide", { picture: id }, [block("heading", { text: "Under a dark sky" })]),
  );
  // one that stands: a picture that is painted in time is what is seen
  const settings = { kind: "slides", slides: { plays: false } };
  const part = Part.parse(
    partWith("titleBar", [block("hero", settings as never, slides as readonly Block[])], { width: "full" }),
  ) as Part;
  const base = pageData({ pictures });
  const data = { ...base, slots: { ...base.slots, titleBar: { id: "t", part } } };
  return documentHtml(data, renderPage(data, ENGLISH, { shaper }), "/site.js");
};

/** The same page as it would be without: no picture is asked for early, and all at once. */
const plainly = (page: string): string =>
  page.replace(/<link rel="preload" as="image"[^>]*>/g, "").replaceAll(' loading="lazy"', "");

const median = (samples: readonly number[]): number =>
  [...samples].sort((a, b) => a - b)[Math.floor(samples.length / 2)] ?? 0;

interface Paints {
  readonly first: number;
  readonly largest: number;
}

const paintsOf = async (browser: Browser, url: string): Promise<Paints> => {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const line = await context.newCDPSession(page);
  await line.send("Network.enable");
  await line.send("Network.setCacheDisabled", { cacheDisabled: true });
  await line.send("Network.emulateNetworkConditions", LINE);
  await page.addInitScript({
    content:
      "globalThis.paints={first:0,largest:0};new PerformanceObserver((list)=>{for(const each of list.getEntries())if(each.name!=='first-paint')paints.first=each.startTime}).observe({type:'paint',buffered:true});new PerformanceObserver((list)=>{for(const each of list.getEntries())paints.largest=each.startTime}).observe({type:PerformanceObserver.supportedEntryTypes.find((type)=>type.startsWith('largest')),buffered:true})",
  });
  await page.goto(url, { waitUntil: "networkidle" });
  await page.waitForTimeout(300);
  const paints = (await page.evaluate("paints")) as Paints;
  await context.close();
  return paints;
};

export const benchHero = async (browser: Browser): Promise<void> => {
  const files = new Map<string, Buffer>();
  for (let at = 0; at < SLIDES; at += 1) files.set(fileOf(at), await photograph(at));
  const page = frontPage();
  const bytes = [...files.values()].map(({ length }) => length);
  const server = createServer(({ url = "" }, response) => {
    const file = files.get(/_media\/(\d{64})/.exec(url)?.[1] ?? "");
    if (file) return response.writeHead(200, { "Content-Type": "image/webp" }).end(file);
    if (!/^\/(with|without)$/.test(url)) return response.writeHead(404).end();
    response.writeHead(200, { "Content-Type": "text/html; charset=utf-8" });
    return response.end(url === "/with" ? page : plainly(page));
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const all: Record<"with" | "without", Paints[]> = { with: [], without: [] };
  // by turns: what the machine does meanwhile is shared
  for (let time = 0; time < TIMES; time += 1)
    for (const way of ["with", "without"] as const)
      all[way].push(await paintsOf(browser, `${origin}/${way}`));
  server.close();
  const of = (way: "with" | "without", paint: keyof Paints) => median(all[way].map((each) => each[paint]));
  const ratio = (paint: keyof Paints) => (of("with", paint) / of("without", paint)).toFixed(2);
  console.log(
    `a front page with a hero of ${SLIDES} slides of ${Math.round(Math.max(...bytes) / 1024)} KB, cold, median of ${TIMES}: first paint of content ${of("with", "first").toFixed(0)} ms (${ratio("first")} of that without the hero's measures), largest ${of("with", "largest").toFixed(0)} ms (${ratio("largest")} of that without, ${of("without", "largest").toFixed(0)} ms)`,
  );
};
