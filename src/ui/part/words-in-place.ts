import type { Block, Part } from "../../core/model/part";
import { findPlace } from "../../core/model/tree";

/** Words that can be edited where they stand in a preview: those of one setting of a block. */
export interface Words {
  readonly node: string;
  readonly words: string;
}

/** The path of words a preview says it was pointed at; undefined if the part has no such words. */
export const wordsPath = (part: Part, { node, words }: Words): readonly string[] | undefined => {
  const place = findPlace(part, node);
  if (place?.type !== "block") return undefined;
  const settings: Readonly<Record<string, unknown>> = (place.node as Block).settings;
  return Object.hasOwn(settings, words) && typeof settings[words] === "string"
    ? ["settings", words]
    : undefined;
};
