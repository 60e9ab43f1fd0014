import { z } from "zod";
import { type BlockContext, element, wordsOf } from "../draw/context";
import { attributes, html, type SafeHtml } from "../draw/html";
import type { EntryView } from "../draw/page-material";
import { MUTED, PLAIN } from "./inks";
import { type BlockWith, defineBlock } from "./kind";
import { deciding, words } from "./roles";

const settings = z.object({
  among: deciding(z.enum(["kind", "topic"])).default("kind"),
  sort: deciding(z.enum(["date", "start", "title", "own"])).default("date"),
  before: words().default("Earlier"),
  after: words().default("Later"),
  /** Their names below the words. */
  names: z.boolean().default(true),
});
type Block = BlockWith<"neighbours", z.output<typeof settings>>;

/** The way to the entry before this one, and to the one after it. Nothing where there is neither. */
export const neighbours = defineBlock({
  kind: "neighbours",
  settings,
  around: ({ among, sort }) => ({ among, sort }),
  inks: ({ names }) => (names ? [PLAIN, MUTED] : [PLAIN]),
  draw: (block, context) => {
    const found = context.data.neighbours[block.id];
    if (!found?.before && !found?.after) return null;
    return element("nav", block, context, { attributes: { "aria-label": context.words.neighbours } }, [
      way(found.before, "before", block, context),
      way(found.after, "after", block, context),
    ]);
  },
  css: `.b-neighbours{display:flex;flex-wrap:wrap;justify-content:space-between;gap:1rem 2.5rem;width:100%}
.b-neighbours a{display:grid;gap:.2rem;max-width:min(100%,26rem);min-height:1.5rem;text-decoration:none;overflow-wrap:anywhere}.b-neighbours a:hover .goes{text-decoration:underline}
.b-neighbours .muted{color:var(--mutedText)}.own :where(.b-neighbours .muted),.b-neighbours.own .muted{color:inherit}
.b-neighbours [rel=next]{margin-left:auto;text-align:right}`,
});

const way = (
  entry: EntryView | null,
  which: "before" | "after",
  { settings }: Block,
  context: BlockContext,
): SafeHtml | null => {
  if (entry === null) return null;
  const said = wordsOf(context, which, settings[which]);
  const inside = settings.names
    ? html`<span class="muted t-small">${said}</span><span class="goes t-h5">${entry.title}</span>`
    : html`<span class="goes">${said}</span><span class="hidden">: ${entry.title}</span>`;
  return html`<a${attributes({ rel: which === "before" ? "prev" : "next", href: entry.path })}>${inside}</a>`;
};
