import type { Slot } from "../core/model/slot";
import type { CoverageCell, CoverageGroup } from "../core/placement/coverage";
import { badgeText } from "./words";

/** Groups and cells of the table of pages and slots, in words. */

const GROUP_NAMES: Readonly<Record<CoverageGroup["type"], string>> = {
  front: "Front page",
  kind: "",
  term: "",
  archives: "Archives",
  search: "Search results",
  notFound: "Not found",
  account: "Account",
};

export const groupWords = (group: Pick<CoverageGroup, "type" | "name">): string =>
  group.name || GROUP_NAMES[group.type];

/** Of a page that says something itself for what stands there. */
export const OWN = "own settings";

/** What stands in a cell where words say it all: in exports, and for those who hear the table. */
export const cellWords = (
  { how, tied, says }: CoverageCell,
  part: { readonly slot: Slot; readonly number: number } | null,
): string => {
  const badge = part ? badgeText(part.slot, part.number) : "";
  switch (how) {
    case "missing":
      return "missing";
    case "none":
      return "";
    case "choiceOfNothing":
      return "nothing, this page only";
    case "nothingByRule":
      return `nothing, by rule (${badge})`;
    case "choice":
      return [badge, "this page only", ...(says ? [OWN] : [])].join(", ");
    case "rule":
      return [badge, ...(tied ? ["tied"] : []), ...(says ? [OWN] : [])].join(", ");
  }
};
