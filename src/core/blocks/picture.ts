import { z } from "zod";
import { wornBy } from "../draw/base-css";
import { element, nodeClass } from "../draw/context";
import { html } from "../draw/html";
import { croppedTo, pictureHtml } from "../draw/picture-html";
import { pictureLook } from "../draw/picture-look";
import { px, responsive, valueAt } from "../model/values";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { link, pictureId } from "./roles";

const settings = z.object({
  picture: pictureId({ opensAs: "picture" }).default(""),
  height: responsive(px(2000)).default({ wide: 0 }),
  link: link().default(""),
  /** Who made it, as a caption. */
  credit: z.boolean().default(false),
});

export const picture = defineBlock({
  kind: "picture",
  settings,
  isSteady: true,
  ignores: ({ credit }) => (credit ? [] : ["colour"]),
  hasCorners: () => true,
  inks: ({ credit }) => (credit ? [PLAIN] : []),
  height: ({ settings }, { width }) => valueAt(settings.height, width),
  pictureHeight: ({ height }) => height,
  draw: (block, context) => {
    const found = context.data.pictures[block.settings.picture];
    if (!found) return null;
    context.css.responsive(`.${nodeClass(block.id)} img`, block.settings.height, (height) =>
      croppedTo(found, height),
    );
    context.css.node(`.${nodeClass(block.id)} img`, pictureLook(block.look));
    const image = pictureHtml(found, { sizes: "(width < 62.5em) 100vw, 1100px" });
    const inside = block.settings.link === "" ? image : html`<a href="${block.settings.link}">${image}</a>`;
    if (!block.settings.credit || found.credit === "") return element("div", block, context, {}, inside);
    return element("figure", block, context, {}, html`${inside}<figcaption>${found.credit}</figcaption>`);
  },
  css: (style) => `.b-picture figcaption{${wornBy(style, "caption")};padding-top:.4em}`,
});
