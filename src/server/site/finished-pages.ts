import { LRUCache } from "lru-cache";
import { POOL } from "../../data/database";
import { type LiveHead, liveHead } from "../../data/design-repository";
import type { Answer } from "../http/answer";
import { InTurn } from "./in-turn";

/**
 * Pages as they were drawn for someone who is not signed in, kept while they are what would be drawn: until another
 * edition is live, the content changes, or an instant comes at which something on them changes by itself. Which of
 * them still holds is asked of the database for every request, once for all that come at the same time.
 */
export interface FinishedPage {
  readonly answer: Answer;
  readonly version: string;
  /** ISO instant; from then on it has to be drawn anew. */
  readonly until: string;
}

interface Kept extends FinishedPage {
  /** When it was last known to hold, ms. */
  checked: number;
}

const MOST_BYTES = 128 * 1024 * 1024;
/** What is told when the database cannot be reached is at most a day old. */
const OLDEST_MS = 86_400_000;

const pages = new LRUCache<string, Kept>({
  maxSize: MOST_BYTES,
  sizeCalculation: ({ answer }, key) => (answer.body?.length ?? 0) + key.length + 1000,
});
const heads = new InTurn<LiveHead | null>((site) => liveHead(site, POOL));
/** Pages that are being drawn: who asks for the same meanwhile waits for that. */
const drawing = new Map<string, Promise<Answer>>();

const keyOf = (site: string, path: string): string => `${site} ${path}`;

/**
 * The page at a path: as it is kept, if that still holds, else as `draw` draws it now. What is drawn is kept if it says
 * until when it holds.
 */
export const finishedPage = async (
  site: string,
  { pathname, search }: Pick<URL, "pathname" | "search">,
  draw: () => Promise<Answer | FinishedPage>,
): Promise<Answer> => {
  const key = keyOf(site, pathname);
  const head = await heads.get(site);
  const kept = pages.get(key);
  if (head && kept && kept.version === head.version && head.now < kept.until) {
    kept.checked = Date.now();
    return kept.answer;
  }
  const turn = `${key}${search} ${head?.version}`;
  const underWay = drawing.get(turn);
  if (underWay) return underWay;
  const made = drawAndKeep(key, draw);
  drawing.set(turn, made);
  const done = () => drawing.delete(turn);
  made.then(done, done);
  return made;
};

const drawAndKeep = async (key: string, draw: () => Promise<Answer | FinishedPage>): Promise<Answer> => {
  const drawn = await draw();
  if (!("answer" in drawn)) return drawn;
  // as it is sent, so that it is not made into bytes again for everyone
  const answer = { ...drawn.answer, body: Buffer.from(drawn.answer.body ?? "") };
  pages.set(key, { ...drawn, answer, checked: Date.now() });
  return answer;
};

/**
 * The page as it was last known to hold, for when nobody can be asked: marked by its age in seconds (RFC 9111 §5.1). Null
 * if there is none of the last day.
 */
export const keptPage = (site: string, path: string): Answer | null => {
  const kept = pages.get(keyOf(site, path));
  if (!kept) return null;
  const age = Date.now() - kept.checked;
  if (age > OLDEST_MS) return null;
  return { ...kept.answer, headers: { ...kept.answer.headers, Age: String(Math.floor(age / 1000)) } };
};

/** Forgets everything: for tests, and after a site was made anew. */
export const forgetPages = (): void => pages.clear();
