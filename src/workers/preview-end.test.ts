import { describe, expect, it } from "vitest";
import type { RenderedPage } from "../core/render/page";
import { type DrawMessage, PreviewEnd } from "./preview-end";

const page = (change: Partial<RenderedPage> = {}, header = "<header>A</header>"): RenderedPage => {
  const regions = { header, titleBar: "", layout: "<main>B</main>", side: "", footer: "", ...change.regions };
  return {
    status: 200,
    title: "Page",
    css: "a{}",
    needsScript: false,
    body: Object.values(regions).join(""),
    ...change,
    regions,
  };
};
const told = (...drawings: readonly (readonly [RenderedPage, string?])[]) => {
  const messages: DrawMessage[] = [];
  const end = new PreviewEnd({
    postMessage: (message: DrawMessage) => messages.push(message),
    close: () => {},
  });
  for (const [at, [drawn, subject = "front"]] of drawings.entries())
    end.show({ id: at + 1, page: drawn, subject });
  return messages;
};

describe("what a frame is told", () => {
  it("is everything at first, and that it is new", () => {
    expect(told([page()])).toEqual([
      { id: 1, isNew: true, sheet: { faces: "", values: "", rules: ["a{}"] }, body: page().body },
    ]);
  });
  it("is nothing but a number where nothing differs: it still has to say that it shows it", () => {
    expect(told([page()], [page()])[1]).toEqual({ id: 2, isNew: false });
  });
  it("is the rules alone, or the regions alone, where only they differ", () => {
    expect(told([page()], [page({ css: "b{}" })])[1]).toEqual({
      id: 2,
      isNew: false,
      sheet: { changed: [[0, "b{}"]] },
    });
    expect(told([page()], [page({}, "<header>C</header>")])[1]).toEqual({
      id: 2,
      isNew: false,
      regions: { header: "<header>C</header>" },
    });
  });
  it("is the whole body where a region comes or goes, or something between them differs", () => {
    const without = page({}, "");
    expect(told([page()], [without])[1]).toMatchObject({ body: without.body });
    expect(told([without], [page()])[1]).toMatchObject({ body: page().body });
    const moved = page({ body: "<a href='#main'>On</a>" });
    expect(told([page()], [moved])[1]).toEqual({ id: 2, isNew: false, body: moved.body });
  });
  it("is one element where all that differs is in it, with the rules that differ", () => {
    const header = (text: string) =>
      `<header><h2 data-node="h">${text}</h2><p data-node="p">Sky</p></header>`;
    const [before, after] = [page({}, header("Domes")), page({ css: "b{}" }, header("Domes & stars"))];
    expect(told([before], [after])[1]).toEqual({
      id: 2,
      isNew: false,
      sheet: { changed: [[0, "b{}"]] },
      node: { node: "h", html: '<h2 data-node="h">Domes & stars</h2>' },
    });
  });
  it("is made ready before it is told, so that several are told in one breath", () => {
    const messages: DrawMessage[] = [];
    const ends = ["One", "Two"].map((name) => ({
      end: new PreviewEnd({ postMessage: (message: DrawMessage) => messages.push(message), close: () => {} }),
      drawn: page({}, `<header data-node="h">${name}</header>`),
    }));
    const telling = ends.map(({ end, drawn }) => end.prepare({ id: 1, page: drawn, subject: "front" }));
    expect(messages).toEqual([]);
    for (const tell of telling) tell();
    expect(messages.map(({ body }) => body)).toEqual(ends.map(({ drawn }) => drawn.body));
  });
  it("says that it is another subject, with no more than differs", () => {
    expect(told([page()], [page(), "notes"])[1]).toEqual({ id: 2, isNew: true });
  });
  it("is told from what it showed last, not from what it showed first", () => {
    const other = page({ css: "b{}" });
    expect(told([page()], [other], [other])[2]).toEqual({ id: 3, isNew: false });
  });
});
