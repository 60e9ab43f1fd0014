import { z } from "zod";
import type { SiteIndex } from "../../core/addresses/facts";
import { type Design, findBody } from "../../core/design/design";
import { isNothing } from "../../core/design/part";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { AudienceRule } from "../../core/model/placement";
import { SLOTS, type Slot } from "../../core/model/slot";
import { type CoverageFilter, filtered, groupsOf, numberOfKey } from "../../core/placement/coverage";
import type { View } from "../../core/placement/match";
import { type Resolution, resolveAll } from "../../core/placement/resolution";
import { type CompiledDesign, compileDesign } from "../../core/placement/resolve";
import type { Connection } from "../../data/database";
import { draftOf, liveOf } from "../site/designs";
import type { SiteContext } from "./use-case";

/** How a site is looked at: by whom, when (now if not said), and the draft or what visitors see. */
export const Seen = z.object({
  audience: AudienceRule.default("signedOut"),
  at: z.iso.datetime().optional(),
  state: z.enum(["draft", "live"]).default("draft"),
});
export type Seen = z.infer<typeof Seen>;

export const viewOf = (context: SiteContext, seen: Pick<Seen, "audience" | "at">): View => ({
  audience: seen.audience,
  at: seen.at === undefined ? context.now : new Date(seen.at).toISOString(),
});

/** The compiled design of a state. Before the first edition, live is an empty design on the same pages. */
export const designAt = async (
  context: SiteContext,
  state: Seen["state"],
  connection: Connection,
  at: string = context.now,
): Promise<CompiledDesign> => {
  const draft = await draftOf(context.site, at, connection);
  if (state === "draft") return draft;
  const live = await liveOf(context.site, at, connection);
  return live?.compiled ?? compileDesign(new Map(), draft.index);
};

/** Every slot of every page as someone sees it, or an issue if the site does not know who looks. */
export const resolutionFor = async (
  context: SiteContext,
  seen: Seen,
  connection: Connection,
): Promise<Outcome<Resolution>> => {
  const view = viewOf(context, seen);
  const unknown = audienceIssue(context, seen.audience);
  if (unknown) return unknown;
  return succeed(resolveAll(await designAt(context, seen.state, connection, view.at), view));
};

/** The issue of an audience that is no level of the site. */
export const audienceIssue = (context: SiteContext, audience: string) => {
  const level = /^level:(.*)$/.exec(audience)?.[1];
  const { levels } = context.site.settings;
  return level === undefined || levels.some(({ key }) => key === level)
    ? undefined
    : fail(issue("audience.unknown", ["audience"], { audience }));
};

/** Which pages of the table are meant, and how they are grouped. */
export const Shown = z.object({
  by: z.string().max(200).default("kind"),
  filter: z
    .object({
      text: z.string().max(2000).optional(),
      part: z.string().max(200).optional(),
      own: z.boolean().optional(),
      state: z.enum(["missing", "tied", "unused"]).optional(),
    })
    .default({}),
});
export type Shown = z.infer<typeof Shown>;

/**
 * What can be selected in the table: a page by its key, `group:<id>` for the pages of a group, `every` for all pages
 * shown, `missing:<slot>` for those without an expected part.
 */
export const Picks = z.array(z.string().min(1).max(500)).min(1).max(5000);

/** The page numbers of picks, ascending, each once; or an issue naming the first that is not there. */
export const pickedNumbers = (
  resolution: Resolution,
  picks: readonly string[],
  { by, filter }: Shown,
): Outcome<readonly number[]> => {
  const numbers = new Set<number>();
  for (const pick of picks) {
    const found = numbersOfPick(resolution, pick, by, filter);
    if (!found) return fail(issue("page.unknown", ["pages"], { page: pick }));
    for (const number of found) numbers.add(number);
  }
  return succeed([...numbers].sort((a, b) => a - b));
};

const numbersOfPick = (
  resolution: Resolution,
  pick: string,
  by: string,
  filter: CoverageFilter,
): readonly number[] | undefined => {
  const { index } = resolution.compiled;
  if (pick === "every") return filtered(resolution, everyNumber(index), filter);
  if (pick.startsWith("group:")) {
    const group = groupsOf(index, by).find(({ id }) => `group:${id}` === pick);
    return group && filtered(resolution, group.numbers, filter);
  }
  const missing = SLOTS.find((slot) => pick === `missing:${slot}`);
  if (missing) return filtered(resolution, everyNumber(index), { state: "missing", slot: missing });
  const number = numberOfKey(index, pick);
  return number === undefined ? undefined : [number];
};

export const everyNumber = (index: SiteIndex): readonly number[] => [...index.pages.keys()];

/** Badges of all parts, for naming them anywhere. */
export interface PartBadge {
  readonly slot: Slot;
  readonly number: number;
  readonly name: string;
  /** Empty on purpose. */
  readonly isNothing: boolean;
}
export const badgeOf = (design: Design, id: string): PartBadge | null => {
  const part = findBody(design, "part", id);
  return part ? { slot: part.slot, number: part.number, name: part.name, isNothing: isNothing(part) } : null;
};
