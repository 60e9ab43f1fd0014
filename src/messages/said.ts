import { type Design, findBody } from "../core/design/design";
import { plainText, type RichText } from "../core/model/rich-text";
import { identityOf, type Target } from "../core/model/values";
import type { SettingHere } from "../core/placement/said";
import { valueWords } from "./values";
import { badgeText, SLOT_NAMES } from "./words";

/** What pages have otherwise than everywhere, in words. */

/** What is said of a setting of a slot: which slot, and what of it. */
export const saidLabel = ({ slot, name, label }: Pick<SettingHere, "slot" | "name" | "label">): string =>
  name === null ? `${SLOT_NAMES[slot]}: which one shows` : `${SLOT_NAMES[slot]}: ${label.toLowerCase()}`;

const partWords = (design: Design, value: unknown): string => {
  const part = typeof value === "string" ? findBody(design, "part", value) : undefined;
  return part ? `${badgeText(part.slot, part.number)} “${part.name}”` : "nothing";
};

/** A value of such a setting; `titleOf` names the page a target leads to. */
export const saidWords = (
  { name, type, setting }: Pick<SettingHere, "name" | "type" | "setting">,
  value: unknown,
  design: Design,
  titleOf: (identity: string) => string | undefined,
): string => {
  if (value === undefined) return "";
  if (name === null) return partWords(design, value);
  if (type === "text") return value === "" ? "none" : String(value);
  if (type === "richText") return plainText(value as RichText);
  if (type === "target") {
    const target = value as Target;
    const identity = identityOf(target);
    if (identity !== undefined) return titleOf(identity) ?? "a page that is gone";
    return "url" in target ? target.url : "";
  }
  return valueWords(setting, value, design);
};
