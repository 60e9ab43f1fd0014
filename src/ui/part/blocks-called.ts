import type { BlockKind } from "../../core/blocks";
import { BLOCK_ALSO_CALLED, BLOCK_NAMES } from "../../messages/block-fields";

/** Kinds whose name has what is typed, then those that are called so elsewhere. */
export const blocksCalled = (kinds: readonly BlockKind[], typed: string): readonly BlockKind[] => {
  const words = typed.trim().toLowerCase();
  const named = kinds.filter((kind) => BLOCK_NAMES[kind].toLowerCase().includes(words));
  const called = kinds.filter((kind) => BLOCK_ALSO_CALLED[kind].toLowerCase().includes(words));
  return [...new Set([...named, ...called])];
};
