import { z } from "zod";
import { Change, changedDocument } from "./save-queue";
import { holdTab, openTabs, THIS_TAB } from "./tabs";

/**
 * Changes the server does not have yet, because it cannot be reached, because it refused them or because one was signed
 * out meanwhile: kept in this browser until it has them or one forgets them. One record a change, so that two pages
 * which keep changes of one document never write over each other; each goes when that very change has arrived.
 */
const Label = z.object({
  /** Whose they are: another person at the same computer does not save them under another name. */
  account: z.string(),
  /** Where they were made, to go there again, and what it is called. */
  path: z.string().startsWith("/"),
  name: z.string(),
});
const Record = Label.extend({
  /** Which page of the studio made it. */
  tab: z.string(),
  /** Later ones have higher numbers. */
  at: z.number(),
  change: Change,
});
type Record = z.infer<typeof Record>;

/** What is kept of a document, oldest first. */
export type Kept = z.infer<typeof Label> & { readonly changes: readonly Change[] };

const PREFIX = "gray-latch:unsaved:";
const prefixOf = (site: string, document: string): string => `${PREFIX}${site}:${document}:`;
const keyOf = (site: string, change: Change): string => prefixOf(site, changedDocument(change)) + change.key;

const read = (key: string): Record | null => {
  try {
    const found = Record.safeParse(JSON.parse(localStorage.getItem(key) ?? "null"));
    return found.success ? found.data : null;
  } catch {
    return null;
  }
};

/** All records whose key begins so, for this account, oldest first. */
const recordsAt = (prefix: string, account: string): readonly Record[] => {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(prefix))
      .flatMap((key) => read(key) ?? [])
      .filter((record) => record.account === account)
      .sort((a, b) => a.at - b.at);
  } catch {
    // a browser that keeps nothing has nothing
    return [];
  }
};

let latest = 0;
const nextAt = (): number => {
  latest = Math.max(latest + 1, Date.now() * 1000);
  return latest;
};

/** Keeps one change; false if the browser refuses. One that is kept already keeps its place. */
const keep = (site: string, label: z.infer<typeof Label>, change: Change): boolean => {
  const key = keyOf(site, change);
  const before = read(key);
  const record: Record = { ...label, tab: THIS_TAB, at: before?.at ?? nextAt(), change };
  try {
    holdTab();
    localStorage.setItem(key, JSON.stringify(record));
    return true;
  } catch {
    return false;
  }
};

/** Forgets these changes of a document, whichever page kept them. */
export const forget = (site: string, document: string, keys: Iterable<string>): void => {
  try {
    for (const key of keys) localStorage.removeItem(prefixOf(site, document) + key);
  } catch {
    // nothing was kept either
  }
};

/** The changes of a document that nobody has in hand: their pages are gone, or it was this one, before. */
export const strandedOf = async (
  site: string,
  document: string,
  account: string,
): Promise<readonly Change[]> => {
  const records = recordsAt(prefixOf(site, document), account);
  if (records.length === 0) return [];
  const open = await openTabs();
  return records.flatMap(({ tab, change }) => (tab === THIS_TAB || !open.has(tab) ? [change] : []));
};

/** All that is kept of a site for this account and that no other open page has in hand, by document. */
export const keptIn = async (site: string, account: string): Promise<ReadonlyMap<string, Kept>> => {
  const open = await openTabs();
  const kept = new Map<string, Kept>();
  for (const { tab, change, path, name } of recordsAt(`${PREFIX}${site}:`, account)) {
    if (tab !== THIS_TAB && open.has(tab)) continue;
    const document = changedDocument(change);
    const changes = [...(kept.get(document)?.changes ?? []), change];
    kept.set(document, { account, path, name, changes });
  }
  return kept;
};

/** What one editor keeps here: what waits in its queue, and what did not fit when it was to go on. */
export class Keeper {
  readonly #labels = new Map<string, z.infer<typeof Label>>();
  readonly #unfit = new Map<string, readonly Change[]>();
  /** The records that are this editor's to write and to forget, by document. */
  readonly #inHand = new Map<string, ReadonlySet<string>>();

  label(document: string, label: z.infer<typeof Label>): void {
    this.#labels.set(document, label);
  }

  accountOf(document: string): string {
    return this.#labels.get(document)?.account ?? "";
  }

  unfitOf(document: string): readonly Change[] {
    return this.#unfit.get(document) ?? [];
  }

  /** Takes these records of a document in hand, and notes which of them do not fit. */
  take(document: string, taken: Iterable<string>, unfit: readonly Change[]): void {
    this.#inHand.set(document, new Set([...(this.#inHand.get(document) ?? []), ...taken]));
    this.#unfit.set(document, unfit);
  }

  /** Keeps these and what does not fit, and forgets what is in hand and neither; false if the browser refuses. */
  keep(site: string, changes: readonly Change[]): boolean {
    let isKept = true;
    for (const document of new Set([...this.#inHand.keys(), ...changes.map(changedDocument)])) {
      const label = this.#labels.get(document);
      if (!label) continue;
      const own = changes.filter((change) => changedDocument(change) === document);
      const all = [...this.unfitOf(document), ...own];
      const keys = new Set(all.map(({ key }) => key));
      for (const change of all) isKept = keep(site, label, change) && isKept;
      forget(
        site,
        document,
        [...(this.#inHand.get(document) ?? [])].filter((key) => !keys.has(key)),
      );
      if (keys.size > 0) this.#inHand.set(document, keys);
      else this.#inHand.delete(document);
    }
    return isKept;
  }

  /** Leaves what is kept to be gone on with another time: only one document stays in hand, if any. */
  letGo(except?: string): void {
    for (const each of [this.#labels, this.#unfit, this.#inHand])
      for (const document of [...each.keys()]) if (document !== except) each.delete(document);
  }
}
