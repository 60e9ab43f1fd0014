import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DrawLoop } from "./draw-loop";

const wish = (name: number) => ({ name });
type Wish = ReturnType<typeof wish>;

/** A drawer that is let go one drawing at a time. */
const byHand = () => {
  const waiting: (() => void)[] = [];
  const begun: number[] = [];
  const shown: number[] = [];
  const draw = (wanted: Wish) =>
    new Promise<number>((done) => {
      begun.push(wanted.name);
      waiting.push(() => done(wanted.name));
    });
  const letGo = async () => {
    waiting.shift()?.();
    await new Promise((done) => setTimeout(done));
  };
  return { begun, shown, waiting, draw, letGo, show: (drawn: number) => void shown.push(drawn) };
};

describe("drawing what is wished for", () => {
  it("leaves out wishes that are over before their turn comes, and ends with the newest", async () => {
    const { begun, shown, draw, letGo, show } = byHand();
    const loop = new DrawLoop(wish(0));
    const done = loop.run(draw, show);
    for (const name of [1, 2, 3]) loop.want(wish(name));
    await letGo();
    await letGo();
    await done;
    expect(begun).toEqual([0, 3]);
    expect(shown).toEqual([0, 3]);
  });
  it("runs once at a time, and not at all while nothing new is wished for", async () => {
    const { begun, draw, letGo, show, waiting } = byHand();
    const loop = new DrawLoop(wish(0));
    const first = loop.run(draw, show);
    await loop.run(draw, show);
    expect(waiting).toHaveLength(1);
    await letGo();
    await first;
    await loop.run(draw, show);
    expect(begun).toEqual([0]);
  });
  it("draws the same wish anew when what it is made of has changed, even while it is under way", async () => {
    const { begun, draw, letGo, show } = byHand();
    const loop = new DrawLoop(wish(0));
    const first = loop.run(draw, show);
    loop.again();
    await letGo();
    await letGo();
    await first;
    expect(begun).toEqual([0, 0]);
  });
  it("stops at a drawing that cannot be made, and goes on with the next wish", async () => {
    const shown: number[] = [];
    const loop = new DrawLoop(wish(0));
    await loop.run(
      async () => null,
      () => shown.push(-1),
    );
    loop.want(wish(1));
    await loop.run(
      async ({ name }) => name,
      (drawn) => shown.push(drawn),
    );
    expect(shown).toEqual([1]);
  });
  it("is free again after a drawing that failed", async () => {
    const loop = new DrawLoop(wish(0));
    const fails = loop.run(
      () => Promise.reject(new Error("no")),
      () => undefined,
    );
    await expect(fails).rejects.toThrow("no");
    loop.want(wish(1));
    const shown: number[] = [];
    await loop.run(
      async ({ name }) => name,
      (drawn) => shown.push(drawn),
    );
    expect(shown).toEqual([1]);
  });
  it("shows in order, never two at a time, and the newest last, whenever wishes come", async () => {
    await fc.assert(
      fc.asyncProperty(fc.scheduler(), fc.integer({ min: 1, max: 12 }), async (scheduler, count) => {
        const loop = new DrawLoop(wish(0));
        const shown: number[] = [];
        let under = 0;
        const draw = async ({ name }: Wish) => {
          under += 1;
          expect(under).toBe(1);
          await scheduler.schedule(Promise.resolve());
          under -= 1;
          return name;
        };
        const runs = [loop.run(draw, (drawn) => shown.push(drawn))];
        const wishes = Array.from({ length: count }, (_, at) => ({
          builder: async () => {
            loop.want(wish(at + 1));
            runs.push(loop.run(draw, (drawn) => shown.push(drawn)));
          },
          label: `wish ${at + 1}`,
        }));
        const { task } = scheduler.scheduleSequence(wishes);
        await scheduler.waitFor(task.then(() => Promise.all(runs)));
        expect(shown).toEqual([...new Set(shown)].sort((a, b) => a - b));
        expect(shown.at(-1)).toBe(count);
      }),
    );
  });
});
