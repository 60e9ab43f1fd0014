import { z } from "zod";
import { element, nodeClass } from "../draw/context";
import { attributes, html, type SafeHtml } from "../draw/html";
import type { EntryView, PageMaterial } from "../draw/page-material";
import { commonFormat, drawingPath, pictureHtml, renditionPath } from "../draw/picture-html";
import { type FilmFile, isSound, mediaPath } from "../model/film";
import type { Picture } from "../model/picture";
import { defineBlock } from "./kind";
import { RATIOS } from "./list-settings";

const settings = z.object({
  ratio: z.enum(RATIOS).default("16:9"),
  /** The main picture stands there until it plays. */
  pictured: z.boolean().default(true),
});

/** The smallest rendition that is wide enough for most screens: a poster has no ladder. */
const posterPath = (picture: Picture): string => {
  if (picture.type === "image/svg+xml") return drawingPath(picture);
  const width = picture.renditions.find((each) => each >= 960) ?? picture.renditions.at(-1) ?? picture.width;
  return renditionPath(picture, width, commonFormat(picture));
};

/** Nothing of it is loaded before somebody wants it (HTML Living Standard §4.8.11.2, `preload`). */
const fileHtml = (
  film: FilmFile,
  { title }: EntryView,
  picture: Picture | undefined,
  { site }: PageMaterial,
): SafeHtml => {
  const sound = isSound(film);
  const all = attributes({
    controls: true,
    preload: "none",
    playsinline: sound ? null : true,
    poster: picture && !sound ? posterPath(picture) : null,
    "aria-label": title,
  });
  const { captions } = film;
  const inside = html`<source${attributes({ src: mediaPath(film), type: film.type })}>${
    captions &&
    html`<track kind="captions" src="/_media/${captions.file}.vtt" srclang="${site.language}" label="${captions.name}">`
  }`;
  if (!sound) return html`<video${all}>${inside}</video>`;
  const shown = picture && pictureHtml(picture, { sizes: "(width < 62.5em) 100vw, 1100px" });
  return html`${shown}<audio${all}>${inside}</audio>`;
};

/** The film or sound of the entry; nothing where it has none, or where one may not read it. */
export const film = defineBlock({
  kind: "film",
  settings,
  inks: () => [],
  ignores: () => ["colour", "align"],
  draw: (block, context) => {
    const { data, words, css } = context;
    const { entry } = data;
    const film = entry?.film;
    if (!entry || !film || !data.mayRead) return null;
    const { ratio, pictured } = block.settings;
    const picture = pictured ? data.pictures[entry.picture ?? ""] : undefined;
    if (ratio !== "whole")
      css.node(`.${nodeClass(block.id)} :is(video,img)`, {
        "aspect-ratio": ratio.replace(":", "/"),
        "object-fit": "cover",
      });
    if ("file" in film) return element("div", block, context, {}, fileHtml(film, entry, picture, data));
    const image = picture && pictureHtml(picture, { sizes: "(width < 62.5em) 100vw, 1100px", alt: "" });
    const { host } = new URL(film.address);
    const link = attributes({ class: image ? "away pictured" : "away", href: film.address });
    return element(
      "div",
      block,
      context,
      {},
      html`<a${link}>${image}<span>${words.playAt(entry.title, host)}</span></a>`,
    );
  },
  css: `.b-film{width:100%}.b-film :is(video,audio){display:block;width:100%}.b-film video{background:#000;border-radius:var(--radius)}
.b-film img{display:block;width:100%;border-radius:var(--radius)}.b-film img~audio,.b-film picture~audio{margin-top:.75rem}
.b-film .away{position:relative;display:inline-block;text-decoration:none}.b-film .pictured{display:block}
.b-film .away span{display:inline-block;max-width:100%;padding:.6rem 1.1rem;border:1px solid var(--line);border-radius:var(--radius);background:var(--surface);color:var(--text);overflow-wrap:anywhere}
.b-film .pictured span{position:absolute;inset-inline-start:1rem;bottom:1rem;max-width:calc(100% - 2rem)}.b-film .away:hover span{text-decoration:underline}`,
});
