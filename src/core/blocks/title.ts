import { z } from "zod";
import { textClass } from "../draw/base-css";
import { element } from "../draw/context";
import { sizedHeight } from "./heights";
import { defineBlock } from "./kind";
import { textStyle, words } from "./roles";

const settings = z.object({
  style: textStyle().default("h1"),
  /** Something else than the page's own title. */
  text: words(undefined, { opensAs: "heading" }).default(""),
});

/** The page's title. The first one drawn is the page's one `h1`. */
export const title = defineBlock({
  kind: "title",
  settings,
  typeStyle: ({ style }) => style,
  takesSize: true,
  height: (block, scene) => {
    const { text, style } = block.settings;
    return sizedHeight(block, text || (scene.material.page?.title ?? ""), style, scene);
  },
  draw: (block, context) => {
    const { page, query } = context.data;
    const first = !context.state.hasTitle;
    context.state.hasTitle = true;
    const { text: own } = block.settings;
    const found = page.role === "search" && query !== "" ? context.words.searchFor(query) : page.title;
    const said = own === "" ? found : own;
    const text = page.pageNumber > 1 ? `${said}, ${page.pageNumber}` : said;
    const options = {
      class: textClass(block.settings.style, context),
      words: own !== "" && own === text ? "text" : null,
    };
    return element(first ? "h1" : "p", block, context, options, text);
  },
});
