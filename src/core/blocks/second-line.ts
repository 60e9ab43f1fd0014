import { z } from "zod";
import { textClass } from "../draw/base-css";
import { element } from "../draw/context";
import type { PageMaterial, VisitorWords } from "../draw/page-material";
import { sizedHeight } from "./heights";
import { defineBlock } from "./kind";
import { about, textStyle, words } from "./roles";

/** What the second line says where no words are set. */
const OTHERWISE = ["summary", "date", "nothing"] as const;

const settings = z.object({
  /** Words instead of what the page says of itself. */
  text: words(undefined, { opensAs: "secondLine", mayBeEmpty: true }).default(""),
  /** The summary of an entry, the description of a term; or its date, or when it is. */
  otherwise: about(z.enum(OTHERWISE), { role: "choice", opensAs: "secondLineSays" }).default("summary"),
  style: textStyle().default("lead"),
});

const dateOf = ({ entry }: Pick<PageMaterial, "entry">, say: VisitorWords): string => {
  if (entry?.starts) return say.span(entry.starts, entry.ends);
  return entry?.published ? say.date(entry.published) : "";
};

/** The line below the title: what the page has to say of itself. */
export const secondLine = defineBlock({
  kind: "secondLine",
  settings,
  typeStyle: ({ style }) => style,
  takesSize: true,
  height: (block, scene) => {
    const { text, style, otherwise } = block.settings;
    const page = scene.material.page;
    // what a page says is known with the page; a date takes a line
    const said = text || (otherwise === "summary" ? (page?.description ?? "") : "");
    if (said === "" && (otherwise === "nothing" || (page && otherwise === "summary"))) return null;
    return sizedHeight(block, said, style, scene);
  },
  draw: (block, context) => {
    const { text, otherwise, style } = block.settings;
    const { data } = context;
    const own = { summary: data.page.description, date: dateOf(data, context.words), nothing: "" };
    const said = text || own[otherwise];
    if (said === "") return null;
    return element(
      "p",
      block,
      context,
      { class: textClass(style, context), words: text === "" ? null : "text" },
      said,
    );
  },
});
