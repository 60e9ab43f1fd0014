import {
  type Design,
  type DesignDocument,
  documentsOf,
  findBody,
  PROFILE_ID,
  STYLE_ID,
} from "../design/design";
import type { Part } from "../design/part";
import { namedStyle } from "../model/text-looks";

/**
 * Publishing some of the changes of a draft. A change is a document the draft has otherwise than what is live; what a
 * chosen one cannot do without comes along, so that what is published points at nothing that is not there.
 */
export interface Selection {
  /** What would be live. */
  readonly design: Design;
  /** Changes that come along unasked, each with the document it comes along for. */
  readonly along: ReadonlyMap<string, string>;
}

type Change = Pick<DesignDocument, "id">;

/** All strings in a value. */
const addStrings = (value: unknown, found: Set<string>): void => {
  if (typeof value === "string") found.add(value);
  else if (Array.isArray(value)) for (const each of value) addStrings(each, found);
  else if (value !== null && typeof value === "object")
    for (const each of Object.values(value)) addStrings(each, found);
};

const needsByBody = new WeakMap<object, ReadonlySet<string>>();
/** What a document says that may be a name of something else in the design. An order names parts that need not be there. */
const namesIn = ({ kind, body }: DesignDocument): ReadonlySet<string> => {
  const known = needsByBody.get(body);
  if (known) return known;
  const found = new Set<string>();
  if (kind !== "order") addStrings(body, found);
  needsByBody.set(body, found);
  return found;
};

/** What of the house style others name: its colours and its own text styles. */
const styleNames = (design: Design): ReadonlySet<string> => {
  const style = findBody(design, "style", STYLE_ID);
  return new Set([
    ...(style?.palette ?? []).map(({ id }) => `colour:${id}`),
    ...(style?.textStyles ?? []).map(({ id }) => namedStyle(id)),
  ]);
};

/** The names under which a part of a slot lets pages change something. */
const opensIn = (part: Part, slot: string): readonly string[] =>
  part.slot === slot ? (part.choices ?? []).map(({ name }) => name) : [];

/** The live design with those documents of the draft that are taken. */
const mixed = (live: Design, draft: Design, taken: ReadonlySet<string>): Design => {
  const design = new Map(live);
  for (const id of taken) {
    const document = draft.get(id);
    if (document) design.set(id, document);
    else design.delete(id);
  }
  return design;
};

/** What a design lacks of what is in the live one or in the draft. */
class Lacks {
  readonly #inStyle: ReadonlySet<string>;
  readonly #inDraftStyle: ReadonlySet<string>;
  readonly #known: ReadonlySet<string>;
  readonly #choices = new Map<string, ReadonlySet<string>>();

  constructor(
    private readonly design: Design,
    private readonly live: Design,
    private readonly draft: Design,
    /** Whether a document is a change that is not taken yet. */
    private readonly isLeft: (id: string) => boolean,
  ) {
    this.#inStyle = styleNames(design);
    this.#inDraftStyle = styleNames(draft);
    this.#known = new Set([...styleNames(live), ...this.#inDraftStyle]);
  }

  /** One change it needs, and the document it is needed for; null if it lacks nothing. */
  first(): readonly [id: string, because: string] | null {
    for (const id of [STYLE_ID, PROFILE_ID]) if (!this.design.has(id) && this.isLeft(id)) return [id, id];
    for (const document of this.design.values()) {
      const found = this.#named(document) ?? (document.kind === "choice" ? this.#opened(document) : null);
      if (found) return found;
    }
    return null;
  }

  /** What a document names and the design has not. */
  #named(document: DesignDocument): readonly [string, string] | null {
    for (const name of namesIn(document)) {
      const isOfStyle = this.#known.has(name);
      const isThere = isOfStyle
        ? this.#inStyle.has(name)
        : this.design.has(name) || !(this.live.has(name) || this.draft.has(name));
      if (isThere) continue;
      const origin = isOfStyle ? STYLE_ID : name;
      // it is new, and comes along; or it is taken out, and who still named it goes on without it
      const isNew = isOfStyle ? this.#inDraftStyle.has(name) : this.draft.has(name);
      if (isNew && this.isLeft(origin)) return [origin, document.id];
      if (!isNew && this.isLeft(document.id)) return [document.id, origin];
    }
    return null;
  }

  /** A part that lets pages change what a page says, where no part does yet. */
  #opened({ id, body }: Extract<DesignDocument, { kind: "choice" }>): readonly [string, string] | null {
    for (const [slot, values] of Object.entries(body.values ?? {}))
      for (const name of Object.keys(values ?? {})) {
        if (this.#choicesOf(slot).has(name)) continue;
        const opens = documentsOf(this.draft, "part").find(
          (part) => this.isLeft(part.id) && opensIn(part.body, slot).includes(name),
        );
        if (opens) return [opens.id, id];
      }
    return null;
  }

  #choicesOf(slot: string): ReadonlySet<string> {
    const known =
      this.#choices.get(slot) ??
      new Set(documentsOf(this.design, "part").flatMap(({ body }) => opensIn(body, slot)));
    this.#choices.set(slot, known);
    return known;
  }
}

/**
 * What is live once some changes of a draft are published: those chosen, and what they need of the others, to any depth.
 * Ids that are no change are left out. With all changes chosen it is the draft.
 */
export const selectChanges = (
  live: Design,
  draft: Design,
  changes: readonly Change[],
  chosen: ReadonlySet<string>,
): Selection => {
  const all = new Set(changes.map(({ id }) => id));
  const taken = new Set([...chosen].filter((id) => all.has(id)));
  const along = new Map<string, string>();
  for (;;) {
    const design = mixed(live, draft, taken);
    const lacking = new Lacks(design, live, draft, (id) => all.has(id) && !taken.has(id)).first();
    if (!lacking) return { design, along };
    const [id, because] = lacking;
    taken.add(id);
    along.set(id, because);
  }
};
