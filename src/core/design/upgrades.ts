import { BLOCK_KINDS, type BlockKind, defaultSettings } from "../blocks";
import { secondStyle } from "../model/house-style";
import { fail, issue, type Outcome, succeed } from "../model/issue";
import { Look } from "../model/look";
import { type DesignDocument, type DocumentKind, documentSchemas } from "./design";
import { Band, Cell, type Part } from "./part";
import { blocksOf } from "./tree";

const countOf = (value: object): number => Object.keys(value).length;
const FRESH_BAND = Band.parse({ id: "band", cells: [{ id: "cell" }] });
const BAND_FIELDS = countOf(FRESH_BAND);
const OVER_FIELDS = countOf(FRESH_BAND.overPicture);
const BACKGROUND_FIELDS = countOf(FRESH_BAND.background);
const CELL_FIELDS = countOf(Cell.parse({ id: "cell" }));
const LOOK_FIELDS = countOf(Look.parse({}));
const SETTINGS = Object.fromEntries(
  BLOCK_KINDS.map((kind) => [kind, countOf(defaultSettings(kind))]),
) as Record<BlockKind, number>;

/** Whether every node has all the fields this version knows: counted, since stored nodes have no others. */
const isWhole = (part: Pick<Part, "bands">): boolean =>
  part.bands.every(
    (band) =>
      countOf(band) >= BAND_FIELDS &&
      countOf(band.background) >= BACKGROUND_FIELDS &&
      countOf(band.overPicture) >= OVER_FIELDS &&
      band.cells.every((cell) => countOf(cell) >= CELL_FIELDS),
  ) &&
  blocksOf(part).every(
    ({ kind, settings, look }) => countOf(settings) >= SETTINGS[kind] && countOf(look) >= LOOK_FIELDS,
  );

/** What makes a body of the version before into one of version `to`. Pure; throws, as schemas do, at what is no such body. */
interface Step {
  readonly to: number;
  readonly up: (body: unknown) => unknown;
}

/** The steps of every stored kind, oldest first. A kind without any is of version 1 still. */
const STEPS: Readonly<Record<DocumentKind, readonly Step[]>> = {
  part: [],
  piece: [],
  order: [],
  menu: [],
  style: [{ to: 2, up: secondStyle }],
  profile: [],
  picture: [],
  choice: [],
  expectations: [],
};

const newestOf = (kind: DocumentKind): number => STEPS[kind].at(-1)?.to ?? 1;

/** Whether a body of the newest version has all it should: fields that came since within a version are filled in by its schema. */
const hasAll = (kind: DocumentKind, body: unknown): boolean => {
  if (kind !== "part" && kind !== "piece") return true;
  try {
    return isWhole(body as Part);
  } catch {
    // it is not even shaped like one: its schema says where
    return false;
  }
};

/**
 * A document as the software knows it now: the steps of its kind from its own version on, then what its schema fills in;
 * the same object where nothing is missing. One that cannot be read is an issue with its place, never the old body.
 */
export const upgraded = (document: DesignDocument): Outcome<DesignDocument> => {
  const { id, kind } = document;
  const version = (document.body as { readonly schema?: unknown } | null)?.schema;
  const unreadable = () => fail(issue("document.unreadable", [id], { kind }));
  if (!Number.isInteger(version) || (version as number) < 1 || (version as number) > newestOf(kind))
    return unreadable();
  let body: unknown = document.body;
  try {
    for (const { to, up } of STEPS[kind]) if (to > (version as number)) body = up(body);
  } catch {
    return unreadable();
  }
  if (body === document.body && hasAll(kind, body)) return succeed(document);
  const read = documentSchemas[kind].safeParse(body);
  if (read.success) return succeed({ id, kind, body: read.data } as DesignDocument);
  return fail(
    ...read.error.issues
      .slice(0, MOST_PROBLEMS)
      .map(({ path }) => issue("document.unreadable", [id, ...(path as (string | number)[])], { kind })),
  );
};
const MOST_PROBLEMS = 5;
