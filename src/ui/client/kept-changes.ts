import { z } from "zod";
import { Change, documentOf } from "./save-queue";

/**
 * Changes the server does not have yet, because it cannot be reached, because it refused them or because one was signed
 * out meanwhile: kept in this browser, by site and document, until it has them or one forgets them.
 */
const Kept = z.object({
  /** Whose they are: another person at the same computer does not save them under another name. */
  account: z.string(),
  /** Where they were made, to go there again, and what it is called. */
  path: z.string().startsWith("/"),
  name: z.string(),
  changes: z.array(Change).min(1),
});
export type Kept = z.infer<typeof Kept>;

const PREFIX = "gray-latch:unsaved:";
const keyOf = (site: string, document: string): string => `${PREFIX}${site}:${document}`;

const read = (key: string): Kept | null => {
  try {
    const found = Kept.safeParse(JSON.parse(localStorage.getItem(key) ?? "null"));
    return found.success ? found.data : null;
  } catch {
    return null;
  }
};

/** What is kept of a document for this account; null if nothing is. */
export const keptOf = (site: string, document: string, account: string): Kept | null => {
  const kept = read(keyOf(site, document));
  return kept?.account === account ? kept : null;
};

/** Keeps the changes of a document in place of those kept before; none forgets them. False if the browser refuses. */
export const keep = (site: string, document: string, kept: Kept): boolean => {
  try {
    if (kept.changes.length === 0) localStorage.removeItem(keyOf(site, document));
    else localStorage.setItem(keyOf(site, document), JSON.stringify(kept));
    return true;
  } catch {
    return false;
  }
};

export const forget = (site: string, document: string): void => {
  try {
    localStorage.removeItem(keyOf(site, document));
  } catch {
    // nothing was kept either
  }
};

/** All that is kept of a site for this account, by document. */
export const keptIn = (site: string, account: string): ReadonlyMap<string, Kept> => {
  const start = keyOf(site, "");
  try {
    const documents = Object.keys(localStorage).filter((key) => key.startsWith(start));
    return new Map(
      documents.flatMap((key) => {
        const kept = read(key);
        return kept?.account === account ? [[key.slice(start.length), kept]] : [];
      }),
    );
  } catch {
    // a browser that keeps nothing has nothing
    return new Map();
  }
};

/** What one editor keeps here: what waits in its queue, and what did not fit when it was to go on. */
export class Keeper {
  readonly #labels = new Map<string, Omit<Kept, "changes">>();
  readonly #unfit = new Map<string, readonly Change[]>();
  /** Documents whose kept changes are this editor's to write and to forget. */
  readonly #inHand = new Set<string>();

  label(document: string, label: Omit<Kept, "changes">): void {
    this.#labels.set(document, label);
  }

  accountOf(document: string): string {
    return this.#labels.get(document)?.account ?? "";
  }

  unfitOf(document: string): readonly Change[] {
    return this.#unfit.get(document) ?? [];
  }

  /** Takes the kept changes of a document in hand, and says which of them do not fit. */
  take(document: string, unfit: readonly Change[]): void {
    this.#inHand.add(document);
    this.#unfit.set(document, unfit);
  }

  /** Keeps these and what does not fit, in place of what was kept before; false if the browser refuses. */
  keep(site: string, changes: readonly Change[]): boolean {
    let isKept = true;
    for (const document of new Set([...this.#inHand, ...changes.map(documentOf)])) {
      const label = this.#labels.get(document);
      if (!label) continue;
      const own = changes.filter((change) => documentOf(change) === document);
      const all = [...this.unfitOf(document), ...own];
      isKept = keep(site, document, { ...label, changes: all }) && isKept;
      if (all.length > 0) this.#inHand.add(document);
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
