import { z } from "zod";
import { type AnyBlock, Look } from "../model/look";
import { px } from "../model/values";
import { breadcrumbs } from "./breadcrumbs";
import { PLAIN } from "./inks";
import { defineBlock } from "./kind";
import { about, words } from "./roles";
import { search } from "./search";

const OPPOSITE = ["breadcrumbs", "search", "nothing"] as const;

const settings = z.object({
  shows: about(z.enum(OPPOSITE), { role: "choice", opensAs: "opposite" }).default("breadcrumbs"),
  /** Of breadcrumbs: whether they end with this page. */
  showHere: z.boolean().default(true),
  /** Of a search box. */
  placeholder: words(undefined, { mayBeEmpty: true }).default("Search this site"),
  width: px(800).default(220),
});
type Opposite = Omit<AnyBlock, "settings"> & { readonly settings: z.output<typeof settings> };

/** The block it stands for. Its look is drawn and counted as its own: of it the other has the text style alone. */
const wearing = ({ id, look }: Opposite) => ({ id, look: Look.parse({ type: look.type }) });
const asCrumbs = (block: Opposite) => ({
  ...wearing(block),
  kind: "breadcrumbs" as const,
  settings: breadcrumbs.settings.parse({ showHere: block.settings.showHere }),
});
const searchSettings = ({ placeholder, width }: Opposite["settings"]) =>
  search.settings.parse({ placeholder, width });
const asSearch = (block: Opposite) => ({
  ...wearing(block),
  kind: "search" as const,
  settings: searchSettings(block.settings),
});

/** What stands opposite the title: the way down to this page, a search box, or nothing. */
export const opposite = defineBlock({
  kind: "opposite",
  settings,
  wearsType: true,
  mayGo: true,
  ignores: ({ shows }) => (shows === "search" ? ["colour", "align"] : []),
  inks: (settings, about) => {
    if (settings.shows === "nothing") return [];
    return settings.shows === "breadcrumbs"
      ? [PLAIN]
      : (search.inks?.(searchSettings(settings), about) ?? []);
  },
  extent: (block, scene, together) => {
    if (block.settings.shows === "nothing") return null;
    // what is on the way down to a page is not known here
    if (block.settings.shows === "breadcrumbs") return { min: 0, max: 0, keep: 0, read: 0, isExact: false };
    return search.extent?.(asSearch(block), scene, together) ?? null;
  },
  height: (block, _scene, heightOf) =>
    block.settings.shows === "nothing"
      ? null
      : heightOf(block.settings.shows === "search" ? asSearch(block) : asCrumbs(block)),
  draw: (block, context) => {
    if (block.settings.shows === "nothing") return null;
    const drawn = context.renderBlocks([
      block.settings.shows === "search" ? asSearch(block) : asCrumbs(block),
    ]);
    return drawn[0] ?? null;
  },
});
