import { z } from "zod";
import { type Design, findBody } from "../../core/model/design";
import { isNothing } from "../../core/model/part";
import { AudienceRule } from "../../core/model/placement";
import type { View } from "../../core/placement/match";
import type { CompiledDesign } from "../../core/placement/resolve";
import { compileDesign } from "../../core/placement/resolve";
import { draftOf, liveOf } from "../site-state";
import type { SiteContext } from "../use-case";

/** How a site is looked at: by whom, and the draft or what visitors see. */
export const Seen = z.object({
  audience: AudienceRule.default("signedOut"),
  state: z.enum(["draft", "live"]).default("draft"),
});
export type Seen = z.infer<typeof Seen>;

export const viewOf = (context: SiteContext, seen: Pick<Seen, "audience">): View => ({
  audience: seen.audience,
  at: context.now,
});

/** The compiled design of a state. Before the first edition, live is an empty design on the same pages. */
export const designAt = async (context: SiteContext, state: Seen["state"]): Promise<CompiledDesign> => {
  const draft = await draftOf(context.site, context.now);
  if (state === "draft") return draft;
  const live = await liveOf(context.site, context.now);
  return live?.compiled ?? compileDesign(new Map(), draft.index);
};

/** Badges of all parts, for naming them anywhere. */
export interface PartBadge {
  readonly slot: string;
  readonly number: number;
  readonly name: string;
  /** Empty on purpose. */
  readonly isNothing: boolean;
}
export const badgeOf = (design: Design, id: string): PartBadge | null => {
  const part = findBody(design, "part", id);
  return part ? { slot: part.slot, number: part.number, name: part.name, isNothing: isNothing(part) } : null;
};
