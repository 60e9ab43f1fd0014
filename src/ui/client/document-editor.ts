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

/** The state of such an editor, for a store of its own or one that knows more besides. */
export const documentState =
  <K extends EditedKind>(kind: K | (() => K)): StateCreator<DocumentEditor<DocumentBodies[K]>> =>
  (set, get) => {
    type Body = DocumentBodies[K];
    let afterSave: (answers: readonly CallResult<"change">[]) => void = () => undefined;
    let answers: readonly CallResult<"change">[] = [];
    let whenSignedOut: () => void = () => undefined;
    let mayChange = true;
    const keeper = new Keeper();
    const documentWith = (id: string, body: Body) =>
      ({ id, kind: typeof kind === "function" ? kind() : kind, body }) as unknown as DesignDocument;
    const applied = (body: Body, { id, operations }: { id: string; operations: readonly Operation[] }) => {
      const outcome = applyOperations(new Map([[id, documentWith(id, body)]]), operations);
      return outcome.ok ? { ...outcome, value: outcome.value.get(id)?.body as Body } : outcome;
    };

    const keepAll = (changes: readonly Change[]) => {
      const isKept = keeper.keep(get().site, changes);
      set({ kept: isKept ? changes.length : 0 });
    };
    /** Leaves what waits, kept here, to be gone on with another time. */
    const putAway = () => {
      keepAll(queue.changes);
      keeper.letGo();
      set({ unfit: [] });
      queue.replace([]);
    };
    const queue: SaveQueue = new SaveQueue({
      send: async ({ key, operations }) => {
        try {
          const answer = await call(
            get().site,
            "change",
            { key, operations: [...operations] },
            AbortSignal.timeout(ANSWER_WITHIN_MS),
          );
          answers = [...answers, answer];
        } catch (error) {
          if (isSignedOut(error)) {
            // another may sign in at this computer: nothing goes under their name
            putAway();
            whenSignedOut();
          }
          throw error;
        }
      },
      maySucceedLater: (error) => error instanceof Unreachable,
      onState: (saving, trouble) => set({ saving, trouble }),
      onKept: keepAll,
      onSaved: () => {
        const told = answers;
        answers = [];
        afterSave(told);
      },
    });

    /** Goes on from the document as the server has it, with what fits of what it does not have yet. */
    const goOnFrom = (newest: Body | null, changes: readonly Change[]) => {
      const { id } = get();
      let body = newest;
      const fitting: Change[] = [];
      const unfit: Change[] = [];
      for (const change of changes) {
        const next = body && applied(body, { id, operations: change.operations });
        if (next?.ok) body = next.value;
        (next?.ok ? fitting : unfit).push(change);
      }
      keeper.take(
        id,
        changes.map(({ key }) => key),
        unfit,
      );
      set({ unfit, ...(body ? { body: replaceEqualDeep(get().body, body) } : {}) });
      queue.replace(fitting);
    };
    const takeUp = async (isGivingUp: boolean) => {
      const { site, id } = get();
      const before = await strandedOf(site, id, keeper.accountOf(id));
      const mine = () => {
        const waiting = queue.changes.filter((change) => changedDocument(change) === id);
        return [...new Map([...before, ...waiting].map((change) => [change.key, change])).values()];
      };
      const keys = mine().map(({ key }) => key);
      const { body, arrived } = await call(site, "newest", { document: id, keys });
      if (get().site !== site || get().id !== id) return;
      keepAll(queue.changes);
      const missing = isGivingUp ? [] : mine().filter(({ key }) => !arrived.includes(key));
      // what has arrived, or is given up, is kept no longer
      const goes = isGivingUp ? keys : arrived;
      forget(site, id, goes);
      // what waits of other documents stays kept, to be gone on with there
      keeper.letGo(id);
      goOnFrom(body as Body | null, missing);
    };
    let isTakingUp = false;
    const takeUpOnce = async (isGivingUp: boolean) => {
      if (isTakingUp) return;
      isTakingUp = true;
      try {
        await takeUp(isGivingUp);
      } catch (error) {
        set({ trouble: error instanceof Error ? error.message : "It could not be asked for." });
      } finally {
        isTakingUp = false;
      }
    };

    editors.add(get as never);
    return {
      site: "",
      id: "",
      body: null,
      saving: "saved",
      trouble: null,
      kept: 0,
      unfit: [],
      open: (site, id, body, editing) => {
        const isSame = get().site === site && get().id === id;
        if (get().site !== site && queue.changes.length > 0) putAway();
        mayChange = editing.mayChange;
        const { account, path } = editing;
        keeper.label(id, { account, path, name: documentName(documentWith(id, body)) });
        const waiting = queue.changes.filter((change) => changedDocument(change) === id);
        if (isSame && (waiting.length > 0 || isTakingUp)) return;
        if (!isSame) set({ site, id, unfit: keeper.unfitOf(id) });
        const now = applied(body, { id, operations: waiting.flatMap(({ operations }) => operations) });
        set({ body: replaceEqualDeep(get().body, now.ok ? now.value : body) });
        if (queue.changes.length === 0) set({ saving: "saved", trouble: null, kept: 0 });
        if (!now.ok) void takeUpOnce(false);
        else
          void strandedOf(site, id, account).then((before) => {
            const isOpen = get().site === site && get().id === id;
            const known = new Set([...get().unfit, ...queue.changes].map(({ key }) => key));
            if (isOpen && before.some(({ key }) => !known.has(key))) return takeUpOnce(false);
          });
      },
      apply: (operations) => {
        const { id, body } = get();
        if (!body) return false;
        const next = mayChange ? applied(body, { id, operations }) : fail(issue("permission.none"));
        if (!next.ok) {
          set({ trouble: describeIssues(next.issues) });
          return false;
        }
        // reading it made everything anew: what is the same stays the same, so that only the rest is rendered
        set({ body: replaceEqualDeep(body, next.value) });
        queue.add(operations);
        return true;
      },
      set: (path, value) => {
        const was = valueAt(get().body, path);
        return get().apply([{ op: "set", id: get().id, path: [...path], value, was }]);
      },
      flush: () => queue.flush(),
      keepNow: () => {
        queue.keep();
        return queue.changes.length === get().kept;
      },
      replace: (body) => {
        set({ body: replaceEqualDeep(get().body, body) });
        queue.replace([]);
      },
      takeNewest: () => takeUpOnce(false),
      giveUp: () => takeUpOnce(true),
      drop: (document) => {
        keeper.take(document, [], []);
        queue.replace(queue.changes.filter((change) => changedDocument(change) !== document));
      },
      forgetUnfit: () => {
        keeper.take(get().id, [], []);
        set({ unfit: [] });
        queue.keep();
      },
      others: 0,
      countOther: () => set({ others: get().others + 1 }),
      onSaved: (listener) => {
        afterSave = listener;
      },
      onSignedOut: (listener) => {
        whenSignedOut = listener;
      },
    };
  };

export const createDocumentEditor = <K extends EditedKind>(
  kind: K,
): UseBoundStore<StoreApi<DocumentEditor<DocumentBodies[K]>>> => create(documentState(kind));
