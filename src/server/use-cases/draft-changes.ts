import type { Design, DesignDocument, PageChoice } from "../../core/design/design";
import { pieceIn, piecesUsed, wholePart } from "../../core/design/pieces";
import { sameValue } from "../../core/model/canonical";
import type { PartState } from "../../messages/words";

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

/** An order that new parts were put at the end of says nothing the new parts do not say themselves. */
const isOnlyLonger = ({ before, after }: DraftChange): boolean => {
  if (after?.kind !== "order" || (before && before.kind !== "order")) return false;
  const known = before?.body.parts ?? [];
  return sameValue(known, after.body.parts.slice(0, known.length));
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

/** Ids of parts whose drawing differs: bands of their own, or a menu, picture, style or profile they may use. */
export const redrawnParts = (changes: readonly DraftChange[], draft: Design): ReadonlySet<string> => {
  const shared = changes.some(({ before, after }) =>
    ["style", "profile", "menu", "picture", "piece"].includes((after ?? before)?.kind ?? ""),
  );
  if (!shared)
    return new Set(
      changes.flatMap(({ id, before, after }) =>
        before?.kind === "part" && after?.kind === "part" && !sameValue(before.body.bands, after.body.bands)
          ? [id]
          : [],
      ),
    );
  const touched = new Set(changes.map(({ id }) => id));
  const everywhere = touched.has("style") || touched.has("profile");
  return new Set(
    [...draft.values()].flatMap((document) => {
      if (document.kind !== "part") return [];
      const text = JSON.stringify([
        document.body.bands,
        piecesUsed(document.body.bands, pieceIn(draft)),
        wholePart(document.body, pieceIn(draft)).bands,
      ]);
      const uses = everywhere || [...touched].some((id) => text.includes(`"${id}"`));
      return uses || touched.has(document.id) ? [document.id] : [];
    }),
  );
};
