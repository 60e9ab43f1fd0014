import type { BlockRenderer } from "../context";

/** Parts are drawn whole: a piece that is still a reference here is gone, and shows nothing. */
export const piece: BlockRenderer<"piece"> = { render: () => null };
