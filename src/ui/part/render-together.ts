import type { BandReading } from "../../core/layout/readings";
import type { Part } from "../../core/model/part";
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
}
const batches = new WeakMap<Thread, Batch>();

/** Has views drawn that ask for the same thing in one go: what is edited crosses to the worker once, and one answer comes back. */
export const renderTogether = async (thread: Thread, wanted: ViewWanted, drawn: Drawn): Promise<Readings> => {
  const open = batches.get(thread);
  const isSame = open?.part === drawn.part && open.id === drawn.id && open.instead === drawn.instead;
  const batch = open && isSame ? open : begin(thread, drawn);
  const place = batch.wanted.push(wanted) - 1;
  return (await batch.answers)[place] ?? null;
};

const begin = (thread: Thread, drawn: Drawn): Batch => {
  const wanted: ViewWanted[] = [];
  const batch = {
    ...drawn,
    wanted,
    // whoever asks in the same breath comes along
    answers: Promise.resolve().then(() => {
      if (batches.get(thread) === batch) batches.delete(thread);
      return thread.renderAll(wanted, drawn.id, drawn.part, drawn.instead);
    }),
  };
  batches.set(thread, batch);
  return batch;
};
