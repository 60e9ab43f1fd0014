import { withPageValues } from "../cascade/page-values";
import { choiceId, type Design, type DesignDocument, documentsOf, findBody } from "../design/design";
import type { Part } from "../design/part";
import { wholeDesign } from "../design/pieces";
import { sameValue } from "../model/canonical";
import { valuesOf } from "../model/house-style";
import { ROLES, type Role } from "../model/placement";
import type { SiteProfile } from "../model/profile";
import type { Redrawing } from "../placement/impact";
import { styleDifferences, withDifference } from "../style/differences";
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

/** A document before a change and after it. */
export interface DocumentChange {
  readonly before: DesignDocument | undefined;
  readonly after: DesignDocument | undefined;
}

/** Why a part is drawn otherwise: what in it is another, and what of the things it shares with others. */
export interface RedrawnBecause {
  readonly nodes: readonly NodeDifference[];
  /** Changes that alone make it look otherwise: of the house style and the profile single values, of others the whole. */
  readonly shared: readonly DocumentChange[];
}

/** More values than these are not tried one by one. */
const MOST_TRIED = 24;

/** A change of a document value by value, where it has values that stand for themselves. */
const single = (change: DocumentChange): readonly DocumentChange[] => {
  const { before, after } = change;
  if (before?.kind === "style" && after?.kind === "style") {
    const values = valuesOf(before.body);
    return styleDifferences(values, valuesOf(after.body)).map((difference) => ({
      before,
      after: { ...before, body: { ...before.body, ...withDifference(values, difference) } },
    }));
  }
  if (before?.kind === "profile" && after?.kind === "profile") {
    const keys = Object.keys(after.body) as (keyof SiteProfile)[];
    return keys
      .filter((key) => !sameValue(before.body[key], after.body[key]))
      .map((key) => ({ before, after: { ...before, body: { ...before.body, [key]: after.body[key] } } }));
  }
  return [change];
};

/** A change alone, with all else as it was before. */
interface Trial {
  readonly change: DocumentChange;
  readonly side: Side;
}

/**
 * What of a change makes a part look otherwise, part by part: each thing is tried by itself, all else left as it was.
 * What is tried is made once for all parts.
 */
export const reasonsOf = ({ before, after, drawer }: Both): ((part: string) => RedrawnBecause) => {
  const old = sideOf(before, drawer);
  const trialOf = (change: DocumentChange): Trial => {
    const next = new Map(before);
    if (change.after) next.set(change.after.id, change.after);
    else if (change.before) next.delete(change.before.id);
    return { change, side: sideOf(next, drawer) };
  };
  const trials = sharedChanges(before, after).map((change) => ({
    whole: trialOf(change),
    single: lazily(() => {
      const values = single(change);
      return values.length > MOST_TRIED ? [] : values.map(trialOf);
    }),
  }));
  return (part) => {
    const isWhy = ({ side }: Trial) => ROLES.some((role) => differsOn(part, role, old, side, asItIs));
    const [was, is] = [findBody(before, "part", part), findBody(after, "part", part)];
    return {
      nodes: was && is ? nodeDifferences(was.bands, is.bands) : [],
      shared: trials
        .filter(({ whole }) => isWhy(whole))
        .flatMap(({ whole, single: values }) => {
          const why = values().filter(isWhy);
          // values that only together make a difference are named as a whole
          return (why.length > 0 ? why : [whole]).map(({ change }) => change);
        }),
    };
  };
};

const lazily = <T>(make: () => T): (() => T) => {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
};

/** Documents that parts share and that differ between two designs. */
const sharedChanges = (before: Design, after: Design): readonly DocumentChange[] =>
  [...new Set([...before.keys(), ...after.keys()])]
    .map((id): DocumentChange => ({ before: before.get(id), after: after.get(id) }))
    .filter((change) => {
      const document = change.after ?? change.before;
      return (
        document !== undefined &&
        document.kind !== "part" &&
        isDrawnFrom(document) &&
        !sameValue(change.before?.body, change.after?.body)
      );
    });
