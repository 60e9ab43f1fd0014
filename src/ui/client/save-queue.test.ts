import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Operation } from "../../core/design/operations";
import { type Change, SaveQueue, type Saving } from "./save-queue";

const REST_MS = 700;
/** Longer than the queue ever waits before it tries again. */
const TRIED_AGAIN_MS = 35_000;

class OutOfReach extends Error {
  constructor() {
    super("The server cannot be reached.");
  }
}

/**
 * A server that keeps values by document and path, refuses what expects something else, knows what it has had by its
 * key, and can be out of reach: what is said does not arrive, or what it answers.
 */
class Server {
  readonly values = new Map<string, unknown>();
  readonly sent: Operation[][] = [];
  isOut = false;
  losesAnswers = false;
  readonly #had = new Map<string, string>();
  atOnce = 0;
  most = 0;
  constructor(private readonly takesMs = 30) {}

  async take({ key, operations }: Change): Promise<void> {
    this.atOnce += 1;
    this.most = Math.max(this.most, this.atOnce);
    const [wasOut, losesAnswer] = [this.isOut, this.losesAnswers];
    await new Promise((on) => setTimeout(on, this.takesMs));
    this.atOnce -= 1;
    if (wasOut) throw new OutOfReach();
    this.#write(key, operations);
    if (losesAnswer) throw new OutOfReach();
  }

  #write(key: string, operations: readonly Operation[]): void {
    const before = this.#had.get(key);
    const same = JSON.stringify(operations);
    if (before !== undefined && before !== same) throw new Error(`${key} was something else before`);
    if (before !== undefined) return;
    for (const operation of operations) {
      if (operation.op !== "set") throw new Error("test: expected set operations");
      const field = `${operation.id} ${operation.path.join(".")}`;
      if (this.values.get(field) !== operation.was)
        throw new Error(`${field}: expected ${String(operation.was)}, is ${String(this.values.get(field))}`);
      this.values.set(field, operation.value);
    }
    this.#had.set(key, same);
    this.sent.push([...operations]);
  }
}

const queueTo = (server: Server) => {
  const states: Saving[] = [];
  const troubles: (string | null)[] = [];
  const kept: (readonly Change[])[] = [];
  let saves = 0;
  const queue = new SaveQueue({
    send: (change) => server.take(change),
    maySucceedLater: (error) => error instanceof OutOfReach,
    onState: (state, trouble) => {
      states.push(state);
      troubles.push(trouble);
    },
    onKept: (changes) => kept.push(changes),
    onSaved: () => {
      saves += 1;
    },
  });
  return { queue, states, troubles, kept, saves: () => saves };
};
const set = (path: string, value: unknown, was: unknown): Operation => ({
  op: "set",
  id: "part",
  path: [path],
  value,
  was,
});

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe("changes on their way to the server", () => {
  it("are one where one field is typed into, a step of its own where it is another", async () => {
    const server = new Server();
    const { queue } = queueTo(server);
    queue.add([set("name", "S", undefined)]);
    queue.add([set("name", "Sk", "S")]);
    queue.add([set("name", "Sky", "Sk")]);
    queue.add([set("gap", 4, undefined)]);
    queue.add([set("name", "Sky notes", "Sky")]);
    await vi.advanceTimersByTimeAsync(REST_MS + 500);
    expect(server.sent).toEqual([
      [set("name", "Sky", undefined)],
      [set("gap", 4, undefined)],
      [set("name", "Sky notes", "Sky")],
    ]);
  });
  it("are none where one comes back to what was there", async () => {
    const server = new Server();
    const { queue, states, saves } = queueTo(server);
    queue.add([set("gap", 8, 4)]);
    queue.add([set("gap", 4, 8)]);
    await vi.advanceTimersByTimeAsync(REST_MS + 100);
    expect(server.sent).toEqual([]);
    expect([states.at(-1), saves(), queue.changes]).toEqual(["saved", 0, []]);
  });
  it("wait for a rest, and are said to", async () => {
    const server = new Server();
    const { queue, states } = queueTo(server);
    for (let letter = 1; letter <= 5; letter += 1) {
      queue.add([set("name", "x".repeat(letter), letter === 1 ? undefined : "x".repeat(letter - 1))]);
      await vi.advanceTimersByTimeAsync(400);
    }
    expect(server.sent).toEqual([]);
    expect(new Set(states)).toEqual(new Set(["waiting"]));
    await vi.advanceTimersByTimeAsync(REST_MS);
    expect(states.slice(-2)).toEqual(["saving", "saved"]);
  });
  it("are kept where the server is out of reach, tried again by themselves, and go first when it is back", async () => {
    const server = new Server();
    const { queue, states, troubles, kept, saves } = queueTo(server);
    server.isOut = true;
    queue.add([set("name", "Sky", undefined)]);
    await vi.advanceTimersByTimeAsync(REST_MS + 100);
    expect([states.at(-1), troubles.at(-1), kept.at(-1)?.length]).toEqual(["kept", null, 1]);
    queue.add([set("gap", 4, undefined)]);
    queue.add([set("gap", 8, 4)]);
    expect([states.at(-1), kept.at(-1)?.length]).toEqual(["kept", 2]);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(new Set(states.slice(states.indexOf("kept")))).toEqual(new Set(["kept"]));
    server.isOut = false;
    await vi.advanceTimersByTimeAsync(TRIED_AGAIN_MS);
    expect(server.sent).toEqual([[set("name", "Sky", undefined)], [set("gap", 8, undefined)]]);
    expect([states.at(-1), troubles.at(-1), kept.at(-1), saves()]).toEqual(["saved", null, [], 1]);
  });
  it("are not made twice where the answer got lost, and what is typed after is a change of its own", async () => {
    const server = new Server();
    const { queue, states } = queueTo(server);
    server.losesAnswers = true;
    queue.add([set("name", "Sky", undefined)]);
    await vi.advanceTimersByTimeAsync(REST_MS + 100);
    expect(states.at(-1)).toBe("kept");
    queue.add([set("name", "Sky notes", "Sky")]);
    server.losesAnswers = false;
    await vi.advanceTimersByTimeAsync(TRIED_AGAIN_MS);
    expect(server.sent).toEqual([[set("name", "Sky", undefined)], [set("name", "Sky notes", "Sky")]]);
    expect(states.at(-1)).toBe("saved");
  });
  it("are kept where the server says no, with the reason said until something is saved", async () => {
    const server = new Server();
    const { queue, states, troubles, kept } = queueTo(server);
    server.values.set("part name", "Theirs");
    queue.add([set("name", "Mine", undefined)]);
    await vi.advanceTimersByTimeAsync(REST_MS + 100);
    const reason = "part name: expected undefined, is Theirs";
    expect([states.at(-1), troubles.at(-1), kept.at(-1)?.length]).toEqual(["failed", reason, 1]);
    queue.add([set("gap", 4, undefined)]);
    expect([states.at(-1), troubles.at(-1), kept.at(-1)?.length]).toEqual(["failed", reason, 2]);
    await vi.advanceTimersByTimeAsync(TRIED_AGAIN_MS);
    expect(server.sent).toEqual([]);
    queue.replace(queue.changes.slice(1));
    await vi.advanceTimersByTimeAsync(REST_MS);
    expect(server.sent).toEqual([[set("gap", 4, undefined)]]);
    expect([states.at(-1), troubles.at(-1), kept.at(-1)]).toEqual(["saved", null, []]);
  });
  it("are given up where the server's own is taken over, also while they are on their way", async () => {
    const server = new Server();
    const { queue, states } = queueTo(server);
    queue.add([set("name", "Sky", undefined)]);
    queue.replace([]);
    await queue.flush();
    await vi.advanceTimersByTimeAsync(REST_MS + 100);
    expect(server.sent).toEqual([]);
    server.isOut = true;
    queue.add([set("name", "Sky", undefined)]);
    await vi.advanceTimersByTimeAsync(610);
    expect(states.at(-1)).toBe("saving");
    queue.replace([]);
    await vi.advanceTimersByTimeAsync(TRIED_AGAIN_MS);
    expect([states.at(-1), queue.changes]).toEqual(["saved", []]);
  });

  it("arrive whole, in order and one at a time, however they come and whenever the server is out", async () => {
    const step = fc.oneof(
      fc.record({ act: fc.constant("set" as const), path: fc.constantFrom("a", "b"), value: fc.nat(5) }),
      fc.record({ act: fc.constant("wait" as const), ms: fc.constantFrom(10, 200, 650, 900) }),
      fc.record({ act: fc.constant("flush" as const) }),
      fc.record({ act: fc.constant("out" as const), isOut: fc.boolean() }),
      fc.record({ act: fc.constant("deaf" as const), losesAnswers: fc.boolean() }),
      fc.record({ act: fc.constant("again" as const) }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 30 }), async (steps) => {
        const server = new Server();
        const { queue, states, kept } = queueTo(server);
        const local = new Map<string, unknown>();
        for (const each of steps) {
          if (each.act === "set") {
            queue.add([set(each.path, each.value, local.get(each.path))]);
            local.set(each.path, each.value);
          }
          if (each.act === "wait") await vi.advanceTimersByTimeAsync(each.ms);
          if (each.act === "flush") void queue.flush();
          if (each.act === "out") server.isOut = each.isOut;
          if (each.act === "deaf") server.losesAnswers = each.losesAnswers;
          // as when another visit takes up what is kept
          if (each.act === "again") queue.replace(queue.changes);
        }
        server.isOut = false;
        server.losesAnswers = false;
        await vi.advanceTimersByTimeAsync(TRIED_AGAIN_MS);
        expect(new Map([...server.values].map(([key, value]) => [key.slice("part ".length), value]))).toEqual(
          local,
        );
        expect(server.most).toBeLessThanOrEqual(1);
        expect(queue.changes).toEqual([]);
        if (local.size > 0) expect(states.at(-1)).toBe("saved");
        expect(kept.at(-1) ?? []).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});
