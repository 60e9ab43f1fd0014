import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Acknowledgements, type Seen } from "./acknowledgements";

const counted = (frames: number) => {
  const seen: Seen[] = [];
  return { seen, all: new Acknowledgements(frames, (each) => seen.push(each)) };
};

describe("when a drawing is on the screen", () => {
  it("is when the last frame has it, and what is said beside them", () => {
    const { seen, all } = counted(2);
    all.frame(1, 10);
    all.said(1, 12, 28);
    expect(seen).toEqual([]);
    all.frame(1, 20);
    expect(seen).toEqual([{ id: 1, frames: 20, painted: 12, at: 28 }]);
  });
  it("is the time of the frames where nothing else is said", () => {
    const { seen, all } = counted(1);
    all.said(1, 0, 0);
    all.frame(1, 20);
    expect(seen).toEqual([{ id: 1, frames: 20, painted: 0, at: 20 }]);
  });
  it("is told once, in order, whatever order they tell of it in; never of one that was overtaken", () => {
    const order = fc.shuffledSubarray(
      [1, 2, 3].flatMap((id) => [0, 1, 2].map((who) => ({ id, who }))),
      { minLength: 9, maxLength: 9 },
    );
    fc.assert(
      fc.property(order, (told) => {
        const { seen, all } = counted(2);
        for (const [at, { id, who }] of told.entries())
          if (who === 2) all.said(id, at, at);
          else all.frame(id, at);
        const ids = seen.map(({ id }) => id);
        expect(ids).toEqual([...new Set(ids)].sort((a, b) => a - b));
        // the newest is always told of, with the time of the last that told of it
        const last = told.map(({ id }, at) => (id === 3 ? at : -1));
        expect(seen.at(-1)).toMatchObject({ id: 3, at: Math.max(...last) });
      }),
    );
  });
});
