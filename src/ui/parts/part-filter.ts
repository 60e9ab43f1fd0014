import { FINDING_NAMES } from "../../messages/findings";
import { type PartState, SLOT_NAMES, STATE_NAMES } from "../../messages/words";
import type { CallResult } from "../client/call";

type PartRow = CallResult<"parts">["rows"][number];

/** In which order the parts of a slot are listed. */
export const PART_ORDERS = [
  ["order", "as they win among equals"],
  ["name", "by name"],
  ["number", "by number"],
  ["pages", "by pages, most first"],
] as const;
export type PartOrder = (typeof PART_ORDERS)[number][0];

const BY: Readonly<Record<Exclude<PartOrder, "order">, (a: PartRow, b: PartRow) => number>> = {
  name: (a, b) => a.name.localeCompare(b.name),
  number: (a, b) => a.number - b.number,
  pages: (a, b) => b.shows - a.shows,
};

/** Parts that have every word typed: in their name, badge, state, where they show, or what is noticed of them; in an order. */
export const partsFound = (rows: readonly PartRow[], typed: string, order: PartOrder): readonly PartRow[] => {
  const words = typed.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const found = rows.filter((row) => {
    const noticed = row.findings.map((code) => FINDING_NAMES[code]);
    const says = [
      `${SLOT_NAMES[row.slot]} ${row.number}`,
      row.name,
      STATE_NAMES[row.state as PartState],
      row.where,
      row.isNothing ? "nothing, by rule" : "",
      ...noticed,
    ];
    const all = says.join(" ").toLowerCase();
    return words.every((word) => all.includes(word));
  });
  // equals stay as they win
  return order === "order" ? found : [...found].sort(BY[order]);
};
