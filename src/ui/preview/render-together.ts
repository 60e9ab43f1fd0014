import type { Part } from "../../core/design/part";
import type { BandReading } from "../../core/layout/readings";
import type { Instead, ViewWanted } from "../../workers/preview.worker";

/** What is drawn: a part as it is being edited, and what stands in for what a page has. */
interface Drawn {
  readonly id: string | null;
  readonly part: Part | null;
  readonly instead: Instead;
}
type Readings = readonly BandReading[] | null;
interface Thread {
  readonly renderAll: (
    wanted: readonly ViewWanted[],
    id: string | null,
    part: Part | null,
    instead: Instead,
  ) => Promise<readonly Readings[]>;
}

interface Batch extends Drawn {
  readonly wanted: ViewWanted[];
  readonly answers: Promise<readonly Readings[]>;
  /** Asks for them; done once. */
  readonly send: () => void;
}
/** What is not asked for yet, of each worker. */
const batches = new Map<Thread, Batch>();

/** Has views drawn that ask for the same thing in one go: what is edited crosses to the worker once, and one answer comes back. */
export const renderTogether = async (thread: Thread, wanted: ViewWanted, drawn: Drawn): Promise<Readings> => {
  const open = batches.get(thread);
  const isSame = open?.part === drawn.part && open.id === drawn.id && open.instead === drawn.instead;
  if (open && !isSame) open.send();
  const batch = open && isSame ? open : begin(thread, drawn);
  const place = batch.wanted.push(wanted) - 1;
  return (await batch.answers)[place] ?? null;
};

/** Asks for what waits at once, before anything else that is about to be done: whoever knows that nobody more comes along says so. */
export const sendNow = (): void => {
  for (const batch of [...batches.values()]) batch.send();
};

const begin = (thread: Thread, drawn: Drawn): Batch => {
  const wanted: ViewWanted[] = [];
  let send = (): void => undefined;
  const answers = new Promise<readonly Readings[]>((done, failed) => {
    send = () => {
      if (batches.get(thread) !== batch) return;
      batches.delete(thread);
      thread.renderAll(wanted, drawn.id, drawn.part, drawn.instead).then(done, failed);
    };
  });
  const batch: Batch = { ...drawn, wanted, answers, send };
  batches.set(thread, batch);
  // whoever asks in the same breath comes along
  queueMicrotask(send);
  return batch;
};
