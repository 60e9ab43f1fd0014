import { z } from "zod";

/** The places in the page frame that one part fills, in the order they stand on a page. */
export const SLOTS = ["header", "titleBar", "layout", "side", "footer"] as const;
export const Slot = z.enum(SLOTS);
export type Slot = z.infer<typeof Slot>;
