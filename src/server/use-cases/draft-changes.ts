import type { Design, DesignDocument, PageChoice } from "../../core/design/design";
import type { Drawer } from "../../core/editions/part-drawings";
import { reasonsOf, redrawingOf } from "../../core/editions/redrawing";
import { sameValue } from "../../core/model/canonical";
import type { Redrawing } from "../../core/placement/impact";
import { describeRedrawn } from "../../messages/changes";
import { ENGLISH } from "../../messages/visitor-words";
import type { PartState } from "../../messages/words";
import { fontlessShaper } from "../site/shaping";
import type { SiteContext } from "./use-case";

/** One document that the draft has otherwise than visitors see. */
export interface DraftChange {
  readonly id: string;
  readonly before: DesignDocument | undefined;
  readonly after: DesignDocument | undefined;
}

/** Every document that differs between two designs, by id. */
export const draftChanges = (live: Design, draft: Design): readonly DraftChange[] =>
  [...new Set([...live.keys(), ...draft.keys()])]
    .sort()
    .map((id) => ({ id, before: live.get(id), after: draft.get(id) }))
    .filter(({ before, after }) => before !== after && !sameValue(before?.body, after?.body))
    .filter((change) => !isOnlyLonger(change));

/** An order that differs in parts at its end alone says nothing they do not say themselves, coming or going. */
const isOnlyLonger = ({ before, after }: DraftChange): boolean => {
  if ((after ?? before)?.kind !== "order") return false;
  const partsOf = (document: DesignDocument | undefined): readonly string[] =>
    document?.kind === "order" ? document.body.parts : [];
  const [was, now] = [partsOf(before), partsOf(after)];
  const shared = Math.min(was.length, now.length);
  return sameValue(was.slice(0, shared), now.slice(0, shared));
};

/** Pages, by identity, that say something else for the parts on them. */
export const revaluedPages = (changes: readonly DraftChange[]): readonly string[] =>
  changes.flatMap(({ before, after }) => {
    const [was, now] = [before, after].map((document) =>
      document?.kind === "choice" ? document.body : null,
    );
    return sameValue(was?.values, now?.values) ? [] : [((now ?? was) as PageChoice).identity];
  });

/** The state of a part as people speak of it. */
export const partState = (id: string, draft: Design, live: Design): PartState => {
  const document = draft.get(id);
  if (document?.kind !== "part")
    throw new Error(`part state: expected a part with id ${id}, got ${document?.kind ?? "none"}`);
  if (document.body.binnedAt !== null) return "inBin";
  if (!document.body.on) return "paused";
  const published = live.get(id);
  if (!published) return "new";
  return sameValue(published.body, document.body) ? "published" : "changed";
};

/** How parts are drawn to be compared: without fonts, for where menus become a button follows from what is compared. */
const drawerOf = async ({ site, now }: SiteContext): Promise<Drawer> => ({
  words: ENGLISH,
  shaper: await fontlessShaper,
  language: site.settings.language,
  at: now,
});

/** Which parts visitors would see otherwise, and on which pages. */
export const redrawing = async (context: SiteContext, live: Design, draft: Design): Promise<Redrawing> =>
  redrawingOf({ before: live, after: draft, drawer: await drawerOf(context) });

/** Why visitors would see a part otherwise, in words. */
export const redrawnWords = async (
  context: SiteContext,
  live: Design,
  draft: Design,
): Promise<(part: string) => string> => {
  const drawer = await drawerOf(context);
  const reasons = reasonsOf({ before: live, after: draft, drawer });
  return (part) => describeRedrawn(reasons(part));
};
