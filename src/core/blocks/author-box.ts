import { z } from "zod";
import { element, nodeClass, wordsOf } from "../draw/context";
import { rem } from "../draw/css";
import { html } from "../draw/html";
import { focalPosition, pictureHtml } from "../draw/picture-html";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { deciding, words } from "./roles";

const settings = z.object({
  /** Width and height of the author's picture, px; 0 none. */
  picture: z.number().int().min(0).max(300).default(72),
  about: z.boolean().default(true),
  links: z.boolean().default(true),
  /** How many of the author's other entries are named; 0 none. */
  further: deciding(z.number().int().min(0).max(12)).default(3),
  furtherWords: words(undefined, { mayBeEmpty: true }).default("Also by the same author"),
});

/** Who wrote the entry: name, words about them, where else they are, and what else they wrote, the newest first. */
export const authorBox = defineBlock({
  kind: "authorBox",
  settings,
  further: ({ further }) => further,
  contentPictures: "author",
  inks: () => [PLAIN],
  draw: (block, context) => {
    const { author } = context.data;
    if (!author) return null;
    const { about, links, further, furtherWords, picture: size } = block.settings;
    const picture = size === 0 ? undefined : context.data.pictures[author.picture ?? ""];
    if (picture) {
      const image = `.${nodeClass(block.id)} img`;
      context.css.node(image, {
        width: rem(size),
        height: rem(size),
        "object-position": focalPosition(picture),
      });
    }
    const others = further === 0 ? [] : (context.data.lists[block.id]?.entries ?? []);
    return element(
      "aside",
      block,
      context,
      { attributes: { "aria-label": author.name } },
      html`${picture ? pictureHtml(picture, { sizes: `${size}px`, alt: "" }) : null}<p class="t-h4"><a rel="author" href="${author.path}">${author.name}</a></p>${
        about && author.about !== "" ? html`<p>${author.about}</p>` : null
      }${
        links && author.links.length > 0
          ? html`<ul class="row">${author.links.map(({ label, url }) => html`<li><a href="${url}" rel="me">${label}</a></li>`)}</ul>`
          : null
      }${
        others.length > 0
          ? html`${furtherWords === "" ? null : html`<p class="t-h6">${wordsOf(context, "furtherWords", furtherWords)}</p>`}<ul>${others.map(
              ({ path, title }) => html`<li><a href="${path}">${title}</a></li>`,
            )}</ul>`
          : null
      }`,
    );
  },
  css: `.b-authorBox img{object-fit:cover;border-radius:50%}.b-authorBox{display:grid;grid-template-columns:minmax(0,1fr);gap:.5rem;overflow-wrap:anywhere}.b-authorBox ul{list-style:none;padding:0;display:grid;gap:.15rem}.b-authorBox ul.row{display:flex;flex-wrap:wrap;gap:.15rem 1rem}.b-authorBox li a{display:inline-block;min-height:1.5rem}`,
});
