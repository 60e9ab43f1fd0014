import type { CallResult } from "../client/call";

export type Said = CallResult<"said">["rows"][number];
export type OpenSetting = CallResult<"said">["settings"][number];

/** What one of them is known by. */
export const keyOf = ({ identity, slot, name }: Pick<Said, "identity" | "slot" | "name">): string =>
  JSON.stringify([identity, slot, name]);

/** A setting of a row as the screen of its page knows it. */
export const settingOf = (
  row: Pick<Said, "setting" | "type" | "options" | "value" | "label" | "name" | "source">,
) => ({
  node: "",
  path: [row.setting],
  type: row.type ?? "text",
  options: row.options,
  value: row.value,
  label: row.label,
  open: {
    name: row.name ?? "",
    label: row.label,
    source: row.source === "page" ? ("page" as const) : ("part" as const),
  },
});
