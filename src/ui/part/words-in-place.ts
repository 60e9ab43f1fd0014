import type { BlockKind } from "../../core/model/blocks";
import type { Block, Part } from "../../core/model/part";
import { findPlace } from "../../core/model/tree";

/** Kinds whose one text can be edited where it stands in a preview, and the setting it is. */
export const WORDS: Readonly<Partial<Record<BlockKind, string>>> = {
  heading: "text",
  button: "label",
  backToTop: "label",
  notice: "text",
};

/** The path of the words of a node that can be edited in place; undefined if it has none. */
export const wordsPath = (part: Part, node: string): readonly string[] | undefined => {
  const place = findPlace(part, node);
  const setting = place?.type === "block" ? WORDS[(place.node as Block).kind] : undefined;
  return setting === undefined ? undefined : ["settings", setting];
};
