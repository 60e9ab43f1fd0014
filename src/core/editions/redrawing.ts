import { withPageValues } from "../cascade/page-values";
import { choiceId, type Design, type DesignDocument, documentsOf, findBody } from "../design/design";
import type { Part } from "../design/part";
import { wholeDesign } from "../design/pieces";
import { sameValue } from "../model/canonical";
import { ROLES, type Role } from "../model/placement";
import type { Redrawing } from "../placement/impact";
import { type NodeDifference, nodeDifferences } from "./node-differences";
import { type Drawer, looksOtherwise, PartDrawings } from "./part-drawings";

/** Both designs of a change, and how their parts are drawn. */
interface Both {
  readonly before: Design;
  readonly after: Design;
  readonly drawer: Drawer;
}

/** A design with how its parts are drawn. */
const sideOf = (design: Design, drawer: Drawer) => {
  const whole = wholeDesign(design);
  return { whole, drawings: new PartDrawings(whole, drawer) };
};
type Side = ReturnType<typeof sideOf>;

const isDrawnFrom = ({ kind }: DesignDocument): boolean =>
  kind === "part" ||
  kind === "piece" ||
  kind === "style" ||
  kind === "profile" ||
  kind === "menu" ||
  kind === "picture";

/** Whether designs differ in anything parts are drawn from. */
const differInDrawing = (before: Design, after: Design): boolean =>
  before.size !== after.size ||
  [...after].some(([id, document]) => {
    const was = before.get(id);
    return (
      was?.body !== document.body && (!was || isDrawnFrom(document)) && !sameValue(was?.body, document.body)
    );
  });

const differsOn = (
  part: string,
  role: Role,
  old: Side,
  now: Side,
  says: (design: Design, body: Part) => Part,
): boolean => {
  const [was, is] = [findBody(old.whole, "part", part), findBody(now.whole, "part", part)];
  return (
    was !== undefined &&
    is !== undefined &&
    looksOtherwise(
      { part: says(old.whole, was), drawings: old.drawings },
      { part: says(now.whole, is), drawings: now.drawings },
      role,
    )
  );
};

const asItIs = (_: Design, part: Part): Part => part;

/**
 * Which parts are drawn otherwise after a change, and on which pages: both sides are drawn and compared, once for the
 * pages of each role, and for a page that says something itself with what it says.
 */
export const redrawingOf = ({ before, after, drawer }: Both): Redrawing => {
  if (!differInDrawing(before, after)) return { parts: new Set(), on: () => false };
  const [old, now] = [sideOf(before, drawer), sideOf(after, drawer)];
  const known = new Map<string, boolean>();
  const byRole = (part: string, role: Role): boolean => {
    const key = `${role} ${part}`;
    const found = known.get(key) ?? differsOn(part, role, old, now, asItIs);
    known.set(key, found);
    return found;
  };
  return {
    parts: new Set(documentsOf(after, "part").flatMap(({ id }) => (before.has(id) ? [id] : []))),
    on: (part, { identity, role }) => {
      const slot = findBody(after, "part", part)?.slot;
      const said = (design: Design) =>
        slot === undefined ? undefined : findBody(design, "choice", choiceId(identity))?.values?.[slot];
      if (said(before) === undefined && said(after) === undefined) return byRole(part, role);
      return differsOn(part, role, old, now, (design, body) => withPageValues(body, said(design)));
    },
  };
};

/** Why a part is drawn otherwise: what in it is another, and which of the things it shares with others. */
export interface RedrawnBecause {
  readonly nodes: readonly NodeDifference[];
  /** Ids of changed documents that alone make it look otherwise. */
  readonly documents: readonly string[];
}

/** What of a change makes a part look otherwise: each document is tried by itself, the others left as they were. */
export const redrawnBecause = (part: string, { before, after, drawer }: Both): RedrawnBecause => {
  const [was, is] = [findBody(before, "part", part), findBody(after, "part", part)];
  const old = sideOf(before, drawer);
  const alone = (id: string): boolean => {
    const next = new Map(before);
    const document = after.get(id);
    if (document) next.set(id, document);
    else next.delete(id);
    const side = sideOf(next, drawer);
    return ROLES.some((role) => differsOn(part, role, old, side, asItIs));
  };
  const changed = [...new Set([...before.keys(), ...after.keys()])].filter((id) => {
    const document = after.get(id) ?? before.get(id);
    return (
      document !== undefined &&
      document.kind !== "part" &&
      isDrawnFrom(document) &&
      !sameValue(before.get(id)?.body, after.get(id)?.body)
    );
  });
  return {
    nodes: was && is ? nodeDifferences(was.bands, is.bands) : [],
    documents: changed.filter(alone),
  };
};
