import type { Target } from "../model/values";
import type { BlockContext } from "./context";

/** Where a target leads; null if its page is gone. */
export const hrefOf = (target: Target, context: Pick<BlockContext, "data">): string | null =>
  "identity" in target ? (context.data.links[target.identity]?.path ?? null) : target.url;
