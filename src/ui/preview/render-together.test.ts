import { describe, expect, it } from "vitest";
import { partWith } from "../../../test/page-data";
import type { BandReading } from "../../core/layout/readings";
import { renderTogether, sendNow } from "./render-together";

const PLAIN = {};
const view = (number: number) => ({
  view: number,
  name: { id: number, subject: "page" },
  hasRuler: number === 1,
});
/** A worker that writes down what it is asked, and answers with the views it was asked for. */
const threadOf = () => {
  const asked: { readonly views: readonly number[]; readonly id: string | null }[] = [];
  return {
    asked,
    renderAll: async (wanted: readonly ReturnType<typeof view>[], id: string | null) => {
      asked.push({ views: wanted.map((each) => each.view), id });
      if (id === "broken") throw new Error("The font is not there.");
      return wanted.map((each) =>
        each.view === 9 ? null : ([{ band: `band of ${each.view}` }] as unknown as readonly BandReading[]),
      );
    },
  };
};
const [part, other] = [partWith("header", []), partWith("header", [])];
const of = (id: string, each = part) => ({ id, part: each, instead: PLAIN });

describe("views that are drawn together", () => {
  it("are asked for once, and each gets its own answer", async () => {
    const thread = threadOf();
    const answers = await Promise.all(
      [1, 2, 9].map((number) => renderTogether(thread, view(number), of("a"))),
    );
    expect(thread.asked).toEqual([{ views: [1, 2, 9], id: "a" }]);
    expect(answers.map((each) => each?.[0]?.band ?? null)).toEqual(["band of 1", "band of 2", null]);
  });
  it("are those that show the same part, with the same in place of what the page has", async () => {
    const thread = threadOf();
    await Promise.all([
      renderTogether(thread, view(1), of("a")),
      renderTogether(thread, view(2), of("a", other)),
      renderTogether(thread, view(3), of("b", other)),
      renderTogether(thread, view(4), { ...of("b", other), instead: {} }),
    ]);
    expect(thread.asked.map(({ views }) => views)).toEqual([[1], [2], [3], [4]]);
  });
  it("are asked for again the next time, whatever was asked before", async () => {
    const thread = threadOf();
    await renderTogether(thread, view(1), of("a"));
    await renderTogether(thread, view(1), of("a"));
    expect(thread.asked.length).toBe(2);
  });
  it("are asked for there and then where nobody more comes along, and once", async () => {
    const [one, two] = [threadOf(), threadOf()];
    const answers = [
      renderTogether(one, view(1), of("a")),
      renderTogether(one, view(2), of("a")),
      renderTogether(two, view(3), of("a")),
    ];
    expect(one.asked).toEqual([]);
    sendNow();
    expect(one.asked).toEqual([{ views: [1, 2], id: "a" }]);
    expect(two.asked).toEqual([{ views: [3], id: "a" }]);
    // who comes later is asked for by itself
    const later = renderTogether(one, view(4), of("a"));
    await Promise.all([...answers, later]);
    expect(one.asked.map(({ views }) => views)).toEqual([[1, 2], [4]]);
    sendNow();
    expect(one.asked.length).toBe(2);
  });
  it("belong to one worker each", async () => {
    const [one, two] = [threadOf(), threadOf()];
    await Promise.all([renderTogether(one, view(1), of("a")), renderTogether(two, view(2), of("a"))]);
    expect([one.asked.length, two.asked.length]).toEqual([1, 1]);
  });
  it("all hear what went wrong, and the next ones are drawn", async () => {
    const thread = threadOf();
    const failing = [1, 2].map((number) => renderTogether(thread, view(number), of("broken")));
    for (const each of failing) await expect(each).rejects.toThrow("The font is not there.");
    expect((await renderTogether(thread, view(1), of("a")))?.[0]?.band).toBe("band of 1");
  });
});
