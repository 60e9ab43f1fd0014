import type { Part } from "../src/core/design/part";
import { Part as PartSchema } from "../src/core/design/part";
import { Stylesheet } from "../src/core/draw/css";
import { escapeHtml, html } from "../src/core/draw/html";
import { rowItems, type ShownItem } from "../src/core/measure/menu-items";
import { TextMeasure } from "../src/core/measure/text-measure";
import type { Menu } from "../src/core/model/menu";
import { currentOn } from "../src/core/render/kept-bands";
import type { PageData } from "../src/core/render/page-data";
import { partHtml } from "../src/core/render/part-html";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, pageData, partWith, picture } from "../test/page-data";
import { shaper } from "../test/shaper";
import { reactMarkup } from "./bench-render-peer";

/** The markup of a header and a footer, from the same resolved data: ours, React components, and a template by hand. */

const items: Menu["items"] = ["Visit", "The domes", "Open nights", "Sky notes", "Prints", "About"].map(
  (label, at) => ({
    id: `i${at}`,
    label,
    target: { url: `/${at}/` },
    items:
      at < 2
        ? ["Getting here", "School visits", "Accessibility", "By bus"].map((below, place) => ({
            id: `i${at}-${place}`,
            label: below,
            target: { url: `/${at}/${place}/` },
            items: [],
          }))
        : [],
  }),
);

const row = block("menu", { menu: "main", buttonBelow: "never" });
const column = block("menu", { menu: "main", direction: "column", subItems: "none", buttonBelow: "never" });
const logo = block("logo");
const name = block("siteName");
const line = block("tagline");
const header = PartSchema.parse(
  partWith("header", [], {
    cells: [
      { id: "h1", blocks: [logo] },
      { id: "h2", share: 1, align: "end", blocks: [row] },
    ],
  }),
) as Part;
const footer = PartSchema.parse(
  partWith("footer", [], {
    cells: [
      { id: "f1", share: 1, direction: "column", blocks: [name, line] },
      { id: "f2", share: 1, direction: "column", blocks: [column] },
    ],
  }),
) as Part;

const sample = (): PageData => {
  const base = pageData();
  return {
    ...base,
    menus: { main: { schema: 1, name: "Main", origin: picture.origin, items } },
    profile: { ...base.profile, logo: "pic", tagline: "Open on clear nights" },
    pictures: { pic: picture },
  };
};

const measure = (data: PageData) => new TextMeasure(shaper, data.style, "en");

const ours = (data: PageData, by: TextMeasure, parts: readonly [Part, Part] = [header, footer]): string => {
  const context = {
    data,
    words: ENGLISH,
    css: new Stylesheet(data.style),
    mark: false,
    state: { hasTitle: false, hasCore: false, needsScript: false },
    measure: by,
    over: null,
    isOver: false,
    isSticky: false,
    folds: null,
    rowMenus: [],
    current: currentOn(data),
    renderBlocks: () => [],
    renderSlide: () => html``,
  };
  return `${partHtml(parts[0], context)?.text}${partHtml(parts[1], context)?.text}`;
};

const ladder = (file: string): string =>
  picture.renditions.map((width) => `/_media/${file}-${width}.webp ${width}w`).join(", ");

/** The same markup as one template, escaped by hand: what nobody wants to look after. */
const byHand = (data: PageData): string => {
  const shown = rowItems(data.menus["main"], "all", data);
  const link = (item: ShownItem) =>
    `<a href="${escapeHtml(item.href ?? "")}"${item.href === data.page.path ? ' aria-current="page"' : ""}>${escapeHtml(item.label)}</a>`;
  const list = shown
    .map((item) =>
      item.items.length === 0
        ? `<li>${link(item)}</li>`
        : `<li><details name="m-${row.id}"><summary>${escapeHtml(item.label)}</summary><ul><li>${link(item)}</li>${item.items.map((each) => `<li>${link(each)}</li>`).join("")}</ul></details></li>`,
    )
    .join("");
  const flat = shown.map((item) => `<li>${link(item)}</li>`).join("");
  const called = escapeHtml(data.profile.name);
  return `<div class="band n-${header.bands[0]?.id}"><div class="in"><div class="cell n-h1"><a class="b-logo n-${logo.id}" href="/"><img src="/_media/${picture.file}-960.webp" srcset="${ladder(picture.file)}" sizes="240px" width="${picture.width}" height="${picture.height}" alt="${called}" decoding="async"></a></div><div class="cell n-h2"><nav class="b-menu n-${row.id}" aria-label="Menu"><ul class="row">${list}</ul></nav></div></div></div><div class="band n-${footer.bands[0]?.id}"><div class="in"><div class="cell column n-f1"><div class="b-siteName n-${name.id} t-h3"><a href="/">${called}</a></div><p class="b-tagline n-${line.id} t-small">${escapeHtml(data.profile.tagline)}</p></div><div class="cell column n-f2"><nav class="b-menu n-${column.id}" aria-label="Menu"><ul class="row column">${flat}</ul></nav></div></div></div>`;
};

const PAGES = 200;
/** Pages of one site: each has a path of its own, and links that another request looked up. */
const pagesOf = (data: PageData): readonly PageData[] =>
  Array.from({ length: PAGES }, (_, at) => ({
    ...data,
    page: { ...data.page, path: at % 10 === 0 ? `/${at % 6}/` : `/page-${at}/` },
    links: { ...data.links },
    slots: { ...data.slots },
  }));

/** Pages a second, one page of a site after another, the best of five rounds: the machine is noisy. */
const rate = (all: readonly PageData[], draw: (data: PageData) => string): number => {
  let best = 0;
  for (let round = 0; round < 5; round += 1) {
    const until = performance.now() + 400;
    const from = performance.now();
    let pages = 0;
    while (performance.now() < until) {
      draw(all[pages % PAGES] as PageData);
      pages += 1;
    }
    best = Math.max(best, (pages * 1000) / (performance.now() - from));
  }
  return best;
};

const FRESH = 2000;
/** The same, each time of parts that were never drawn before: what the first page of a changed design costs. */
const firstRate = (data: PageData, by: TextMeasure): number => {
  let best = 0;
  for (let round = 0; round < 5; round += 1) {
    const fresh = Array.from(
      { length: FRESH },
      () => [structuredClone(header), structuredClone(footer)] as const,
    );
    const from = performance.now();
    for (const parts of fresh) ours(data, by, parts);
    best = Math.max(best, (FRESH * 1000) / (performance.now() - from));
  }
  return best;
};

const plain = (html: string): string => html.replaceAll(/\s*\/>/g, ">").replaceAll("&#x27;", "&#39;");

export const benchRender = (): void => {
  const ids = { header: header.bands[0]?.id ?? "", footer: footer.bands[0]?.id ?? "" };
  const blocks = { logo, name, line, row, column };
  const data = sample();
  const by = measure(data);
  const [mine, hand] = [ours(data, by), byHand(data)];
  if (plain(mine) !== plain(hand)) throw new Error(`render: expected the same markup, got\n${mine}\n${hand}`);
  const all = pagesOf(data);
  const rates = {
    ours: rate(all, (page) => ours(page, by)),
    first: firstRate(data, by),
    react: rate(all, (page) => reactMarkup(page, ids, blocks)),
    hand: rate(all, byHand),
  };
  const many = (value: number) => Math.round(value).toLocaleString("en");
  console.log(
    `markup of a header and a footer, pages a second: ours ${many(rates.ours)}, React components to static markup ${many(rates.react)} (ours ${(rates.ours / rates.react).toFixed(1)} times as many, goal 8), a template by hand ${many(rates.hand)} (ours ${(rates.ours / rates.hand).toFixed(2)} of it, goal 0.5); of parts never drawn before ours ${many(rates.first)} (${(rates.first / rates.react).toFixed(2)} times React, goal 1.5)`,
  );
};
