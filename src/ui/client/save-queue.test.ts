import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Operation } from "../../core/model/operations";
import { SaveQueue, type Saving } from "./save-queue";

const REST_MS = 700;

/** A server that keeps values by document and path, refuses what expects something else, and can be out of reach. */
class Server {
  readonly values = new Map<string, unknown>();
  readonly sent: Operation[][] = [];
  isOut = false;
  atOnce = 0;
  most = 0;
  constructor(private readonly takesMs = 30) {}

  async take(operations: readonly Operation[]): Promise<void> {
    this.atOnce += 1;
    this.most = Math.max(this.most, this.atOnce);
    const wasOut = this.isOut;
    await new Promise((on) => setTimeout(on, this.takesMs));
    this.atOnce -= 1;
    if (wasOut) throw new Error("The server cannot be reached.");
    for (const operation of operations) {
      if (operation.op !== "set") throw new Error("test: expected set operations");
      const key = `${operation.id} ${operation.path.join(".")}`;
      if (this.values.get(key) !== operation.was)
        throw new Error(`${key}: expected ${String(operation.was)}, is ${String(this.values.get(key))}`);
      this.values.set(key, operation.value);
    }
    this.sent.push([...operations]);
  }
}

const queueTo = (server: Server) => {
  const states: Saving[] = [];
  const troubles: (string | null)[] = [];
  let saves = 0;
  const queue = new SaveQueue({
    send: (operations) => server.take(operations),
    onState: (state, trouble) => {
      states.push(state);
      troubles.push(trouble);
    },
    onSaved: () => {
      saves += 1;
    },
  });
  return { queue, states, troubles, saves: () => saves };
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
    expect([states.at(-1), saves(), queue.isEmpty]).toEqual(["saved", 0, true]);
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
  it("stay where they could not be sent, with the reason said, and go first when the server is back", async () => {
    const server = new Server();
    const { queue, states, troubles, saves } = queueTo(server);
    server.isOut = true;
    queue.add([set("name", "Sky", undefined)]);
    await vi.advanceTimersByTimeAsync(REST_MS + 100);
    expect([states.at(-1), troubles.at(-1), queue.isEmpty]).toEqual([
      "failed",
      "The server cannot be reached.",
      false,
    ]);
    queue.add([set("gap", 4, undefined)]);
    server.isOut = false;
    await vi.advanceTimersByTimeAsync(REST_MS + 200);
    expect(server.sent).toEqual([[set("name", "Sky", undefined)], [set("gap", 4, undefined)]]);
    expect([states.at(-1), troubles.at(-1), saves()]).toEqual(["saved", null, 1]);
  });
  it("are given up where the server's own is taken over", async () => {
    const server = new Server();
    const { queue } = queueTo(server);
    queue.add([set("name", "Sky", undefined)]);
    queue.clear();
    await queue.flush();
    await vi.advanceTimersByTimeAsync(REST_MS + 100);
    expect(server.sent).toEqual([]);
  });

  it("arrive whole, in order and one at a time, however they come and whenever the server is out", async () => {
    const step = fc.oneof(
      fc.record({ act: fc.constant("set" as const), path: fc.constantFrom("a", "b"), value: fc.nat(5) }),
      fc.record({ act: fc.constant("wait" as const), ms: fc.constantFrom(10, 200, 650, 900) }),
      fc.record({ act: fc.constant("flush" as const) }),
      fc.record({ act: fc.constant("out" as const), isOut: fc.boolean() }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 30 }), async (steps) => {
        const server = new Server();
        const { queue, states } = queueTo(server);
        const local = new Map<string, unknown>();
        for (const each of steps) {
          if (each.act === "set") {
            queue.add([set(each.path, each.value, local.get(each.path))]);
            local.set(each.path, each.value);
          }
          if (each.act === "wait") await vi.advanceTimersByTimeAsync(each.ms);
          if (each.act === "flush") void queue.flush();
          if (each.act === "out") server.isOut = each.isOut;
        }
        server.isOut = false;
        await vi.advanceTimersByTimeAsync(5000);
        // what failed last is tried again with the next edit, or when one leaves
        const last = queue.flush();
        await vi.advanceTimersByTimeAsync(5000);
        await last;
        expect(new Map([...server.values].map(([key, value]) => [key.slice("part ".length), value]))).toEqual(
          local,
        );
        expect(server.most).toBeLessThanOrEqual(1);
        expect(queue.isEmpty).toBe(true);
        if (local.size > 0) expect(states.at(-1)).toBe("saved");
      }),
      { numRuns: 150 },
    );
  });
});
