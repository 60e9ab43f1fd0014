import { defaultSettings } from "../blocks";
import { Band, type Block, type Part } from "../design/part";
import { Look } from "../model/look";
import { NOWHERE } from "../model/placement";
import type { PageData } from "./page-data";

const block = (kind: "title" | "body" | "entryList" | "facts"): Block =>
  ({
    id: `plain-${kind.toLowerCase()}`,
    kind,
    settings: defaultSettings(kind),
    look: Look.parse({}),
  }) as Block;

/** What a page gets when no layout asks for it: title, body, list. The finding "missing" says so in the studio. */
export const plainLayout = (data: PageData): Part => {
  const kinds =
    data.entry || data.page.role === "notFound"
      ? (["title", "facts", "body"] as const)
      : (["title", "entryList"] as const);
  const band = Band.parse({
    id: "plain",
    cells: [{ id: "plain-cell", share: 12, direction: "column", blocks: kinds.map(block) }],
  }) as Band;
  return {
    schema: 1,
    slot: "layout",
    number: 1,
    name: "Plain",
    on: true,
    binnedAt: null,
    origin: "00000000-0000-4000-8000-000000000000",
    placement: NOWHERE,
    bands: [band],
  };
};
