"use client";
import { replaceEqualDeep } from "@tanstack/react-query";
import { create, type StateCreator, type StoreApi, type UseBoundStore } from "zustand";
import type { DesignDocument, DocumentBodies } from "../../core/design/design";
import { applyOperations, type Operation, valueAt } from "../../core/design/operations";
import { fail, issue } from "../../core/model/issue";
import { documentName } from "../../messages/changes";
import { describeIssues } from "../../messages/issues";
import { CallFailed, type CallResult, call, Unreachable } from "./call";
import { forget, Keeper, type Kept, strandedOf } from "./kept-changes";
import { type Change, changedDocument, SaveQueue, type Saving } from "./save-queue";

type Path = readonly (string | number)[];

/** Who edits, whether they may, and where in the studio. */
export interface Editing extends Pick<Kept, "account" | "path"> {
  readonly mayChange: boolean;
}

/** Editing one document of a design: what is typed shows at once and is saved a moment later. */
export interface DocumentEditor<Body> {
  readonly site: string;
  readonly id: string;
  readonly body: Body | null;
  readonly saving: Saving;
  readonly trouble: string | null;
  /** How many changes are kept on this computer until the server takes them. */
  readonly kept: number;
  /** Those of them that do not fit what the server has now. */
  readonly unfit: readonly Change[];
  /** What was kept for who edits is taken up. */
  readonly open: (site: string, id: string, body: Body, editing: Editing) => void;
  /** Applies operations here and now; false, with a sentence, if they do not fit. */
  readonly apply: (operations: readonly Operation[]) => boolean;
  readonly set: (path: Path, value: unknown) => boolean;
  /** Saves what waits. Resolves when nothing is under way. */
  readonly flush: () => Promise<void>;
  /** Keeps what waits on this computer, as when one leaves; false if something is not saved and cannot be kept. */
  readonly keepNow: () => boolean;
  /** Takes over what the server has, whatever waits. */
  readonly replace: (body: Body) => void;
  /** Goes on from what the server has now, with those of one's own changes that fit it. */
  readonly takeNewest: () => Promise<void>;
  /** Goes on from what the server has now, without them. */
  readonly giveUp: () => Promise<void>;
  /** Forgets what is not saved of a document, open or not. */
  readonly drop: (document: string) => void;
  /** Forgets the changes that do not fit. */
  readonly forgetUnfit: () => void;
  /** How often other documents of the site were changed from here: what shows them asks anew. */
  readonly others: number;
  readonly countOther: () => void;
  /** Who wants to know when something was saved: the answers, oldest first. */
  readonly onSaved: (listener: (answers: readonly CallResult<"change">[]) => void) => void;
  readonly onSignedOut: (listener: () => void) => void;
}

/** No answer for so long is as good as none: the change goes again, and is known should it have arrived. */
const ANSWER_WITHIN_MS = 20_000;

const isSignedOut = (error: unknown): boolean => error instanceof CallFailed && error.has("session.none");

/** All editors there are, whatever they edit. */
const editors = new Set<() => DocumentEditor<never>>();

/** Saves what waits in any of them; false if something is not saved. */
export const saveAll = async (): Promise<boolean> => {
  await Promise.all([...editors].map((get) => get().flush()));
  return [...editors].every((get) => get().saving === "saved");
};

/** Documents as the server has them now. */
type Saved = Readonly<Record<string, unknown>>;
const editorsOf = (site: string) => [...editors].map((get) => get()).filter((editor) => editor.site === site);

/** Shows them where they are open. */
export const showSaved = (site: string, documents: Saved): void => {
  for (const editor of editorsOf(site)) {
    const body = documents[editor.id];
    if (body) editor.replace(body as never);
  }
};

/** Tells the editors of other documents, which may show something of these. */
export const tellOthers = (site: string, documents: Saved): void => {
  for (const editor of editorsOf(site))
    if (Object.keys(documents).some((id) => id !== editor.id)) editor.countOther();
};

/** Forgets these kept changes of a document, whoever has them in hand. */
export const forgetKept = (site: string, document: string, changes: readonly Change[]): void => {
  forget(
    site,
    document,
    changes.map(({ key }) => key),
  );
  for (const each of editorsOf(site)) each.drop(document);
};

type EditedKind = "part" | "piece" | "menu" | "style" | "profile" | "picture";

type Answers = readonly CallResult<"change">[];

/** What goes on behind an editor: its queue, what is kept of it here, and how it goes on from what the server has. */
class Work<K extends EditedKind> {
  afterSave: (answers: Answers) => void = () => undefined;
  whenSignedOut: () => void = () => undefined;
  mayChange = true;
  readonly keeper = new Keeper();
  readonly queue: SaveQueue;
  #answers: Answers = [];
  #isTakingUp = false;

  constructor(
    private readonly kind: K | (() => K),
    private readonly set: (state: Partial<DocumentEditor<DocumentBodies[K]>>) => void,
    private readonly get: () => DocumentEditor<DocumentBodies[K]>,
  ) {
    this.queue = new SaveQueue({
      send: (change) => this.#send(change),
      maySucceedLater: (error) => error instanceof Unreachable,
      onState: (saving, trouble) => this.set({ saving, trouble } as never),
      onKept: (changes) => this.keepAll(changes),
      onSaved: () => {
        const answers = this.#answers;
        this.#answers = [];
        this.afterSave(answers);
      },
    });
  }

  documentWith(id: string, body: DocumentBodies[K]): DesignDocument {
    const kind = typeof this.kind === "function" ? this.kind() : this.kind;
    return { id, kind, body } as unknown as DesignDocument;
  }

  applied(
    body: DocumentBodies[K],
    { id, operations }: { readonly id: string; readonly operations: readonly Operation[] },
  ) {
    const outcome = applyOperations(new Map([[id, this.documentWith(id, body)]]), operations);
    return outcome.ok ? { ...outcome, value: outcome.value.get(id)?.body as DocumentBodies[K] } : outcome;
  }

  async #send({ key, operations }: Change): Promise<void> {
    try {
      const answer = await call(
        this.get().site,
        "change",
        { key, operations: [...operations] },
        AbortSignal.timeout(ANSWER_WITHIN_MS),
      );
      this.#answers = [...this.#answers, answer];
    } catch (error) {
      if (isSignedOut(error)) {
        // another may sign in at this computer: nothing goes under their name
        this.putAway();
        this.whenSignedOut();
      }
      throw error;
    }
  }

  keepAll(changes: readonly Change[]): void {
    const isKept = this.keeper.keep(this.get().site, changes);
    this.set({ kept: isKept ? changes.length : 0 } as never);
  }

  /** Leaves what waits, kept here, to be gone on with another time. */
  putAway(): void {
    this.keepAll(this.queue.changes);
    this.keeper.letGo();
    this.set({ unfit: [] } as never);
    this.queue.replace([]);
  }

  open(site: string, id: string, body: DocumentBodies[K], editing: Editing): void {
    const isSame = this.get().site === site && this.get().id === id;
    if (this.get().site !== site && this.queue.changes.length > 0) this.putAway();
    this.mayChange = editing.mayChange;
    const { account, path } = editing;
    this.keeper.label(id, { account, path, name: documentName(this.documentWith(id, body)) });
    const waiting = this.queue.changes.filter((change) => changedDocument(change) === id);
    if (isSame && (waiting.length > 0 || this.#isTakingUp)) return;
    if (!isSame) this.set({ site, id, unfit: this.keeper.unfitOf(id) } as never);
    const now = this.applied(body, { id, operations: waiting.flatMap(({ operations }) => operations) });
    this.show(now.ok ? now.value : body);
    if (this.queue.changes.length === 0) this.set({ saving: "saved", trouble: null, kept: 0 } as never);
    if (now.ok) void this.#takeUpStranded(account);
    else void this.takeUp(false);
  }

  /** What is the same stays the same, so that only the rest is rendered. */
  show(body: DocumentBodies[K]): void {
    this.set({ body: replaceEqualDeep(this.get().body, body) } as never);
  }

  /** Changes kept here by pages that are gone: they are gone on with. */
  async #takeUpStranded(account: string): Promise<void> {
    const { site, id } = this.get();
    const before = await strandedOf(site, id, account);
    const isOpen = this.get().site === site && this.get().id === id;
    const known = new Set([...this.get().unfit, ...this.queue.changes].map(({ key }) => key));
    if (isOpen && before.some(({ key }) => !known.has(key))) await this.takeUp(false);
  }

  async takeUp(isGivingUp: boolean): Promise<void> {
    if (this.#isTakingUp) return;
    this.#isTakingUp = true;
    try {
      await this.#takeUpNow(isGivingUp);
    } catch (error) {
      this.set({ trouble: error instanceof Error ? error.message : "It could not be asked for." } as never);
    } finally {
      this.#isTakingUp = false;
    }
  }

  async #takeUpNow(isGivingUp: boolean): Promise<void> {
    const { site, id } = this.get();
    const before = await strandedOf(site, id, this.keeper.accountOf(id));
    const mine = () => {
      const waiting = this.queue.changes.filter((change) => changedDocument(change) === id);
      return [...new Map([...before, ...waiting].map((change) => [change.key, change])).values()];
    };
    const keys = mine().map(({ key }) => key);
    const { body, arrived } = await call(site, "newest", { document: id, keys });
    if (this.get().site !== site || this.get().id !== id) return;
    this.keepAll(this.queue.changes);
    const missing = isGivingUp ? [] : mine().filter(({ key }) => !arrived.includes(key));
    // what has arrived, or is given up, is kept no longer
    forget(site, id, isGivingUp ? keys : arrived);
    // what waits of other documents stays kept, to be gone on with there
    this.keeper.letGo(id);
    this.#goOnFrom(body as DocumentBodies[K] | null, missing);
  }

  /** Goes on from the document as the server has it, with what fits of what it does not have yet. */
  #goOnFrom(newest: DocumentBodies[K] | null, changes: readonly Change[]): void {
    const { id } = this.get();
    let body = newest;
    const fitting: Change[] = [];
    const unfit: Change[] = [];
    for (const change of changes) {
      const next = body && this.applied(body, { id, operations: change.operations });
      if (next?.ok) body = next.value;
      (next?.ok ? fitting : unfit).push(change);
    }
    this.keeper.take(
      id,
      changes.map(({ key }) => key),
      unfit,
    );
    this.set({ unfit } as never);
    if (body) this.show(body);
    this.queue.replace(fitting);
  }

  apply(operations: readonly Operation[]): boolean {
    const { id, body } = this.get();
    if (!body) return false;
    const next = this.mayChange ? this.applied(body, { id, operations }) : fail(issue("permission.none"));
    if (!next.ok) {
      this.set({ trouble: describeIssues(next.issues) } as never);
      return false;
    }
    this.show(next.value);
    this.queue.add(operations);
    return true;
  }
}

type State = "site" | "id" | "body" | "saving" | "trouble" | "kept" | "unfit" | "others";

const actionsOf = <K extends EditedKind>(
  work: Work<K>,
  get: () => DocumentEditor<DocumentBodies[K]>,
  set: (state: Partial<DocumentEditor<DocumentBodies[K]>>) => void,
): Omit<DocumentEditor<DocumentBodies[K]>, State> => ({
  open: (...opened) => work.open(...opened),
  apply: (operations) => work.apply(operations),
  set: (path, value) => {
    const was = valueAt(get().body, path);
    return work.apply([{ op: "set", id: get().id, path: [...path], value, was }]);
  },
  flush: () => work.queue.flush(),
  keepNow: () => {
    work.queue.keep();
    return work.queue.changes.length === get().kept;
  },
  replace: (body) => {
    work.show(body);
    work.queue.replace([]);
  },
  takeNewest: () => work.takeUp(false),
  giveUp: () => work.takeUp(true),
  drop: (document) => {
    work.keeper.take(document, [], []);
    work.queue.replace(work.queue.changes.filter((change) => changedDocument(change) !== document));
  },
  forgetUnfit: () => {
    work.keeper.take(get().id, [], []);
    set({ unfit: [] } as never);
    work.queue.keep();
  },
  countOther: () => set({ others: get().others + 1 } as never),
  onSaved: (listener) => {
    work.afterSave = listener;
  },
  onSignedOut: (listener) => {
    work.whenSignedOut = listener;
  },
});

/** The state of such an editor, for a store of its own or one that knows more besides. */
export const documentState =
  <K extends EditedKind>(kind: K | (() => K)): StateCreator<DocumentEditor<DocumentBodies[K]>> =>
  (set, get) => {
    const work = new Work(kind, set, get);
    editors.add(get as never);
    return {
      site: "",
      id: "",
      body: null,
      saving: "saved",
      trouble: null,
      kept: 0,
      unfit: [],
      others: 0,
      ...actionsOf(work, get, set),
    };
  };

export const createDocumentEditor = <K extends EditedKind>(
  kind: K,
): UseBoundStore<StoreApi<DocumentEditor<DocumentBodies[K]>>> => create(documentState(kind));
