import { z } from "zod";
import { defineBlock } from "./kind";
import { pieceId } from "./roles";

const settings = z.object({
  piece: pieceId().default(""),
});

/** Parts are drawn whole: a piece that is still a reference here is gone, and shows nothing. */
export const piece = defineBlock({
  kind: "piece",
  settings,
  isFramedItself: true,
  draw: () => null,
});
