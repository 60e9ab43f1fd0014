import type { BlockContext } from "../draw/context";
import type { TextMeasure } from "../measure/text-measure";
import type { LaidOver } from "./over-picture";
import type { PageData } from "./page-data";

/** What the drawing of a page carries along. */
export interface RenderContext extends BlockContext {
  readonly data: PageData;
  readonly measure: TextMeasure;
  /** The band of the header laid over a picture on this page, and the one under it. */
  readonly over: LaidOver | null;
}
