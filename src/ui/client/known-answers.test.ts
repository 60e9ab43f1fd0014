import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { describe, expect, it, vi } from "vitest";
import type { Aspect } from "../../core/design/touched";
import { noteRevisions, takeOver } from "./known-answers";

const answer = (rev: number, touched: readonly Aspect[], documents: Record<string, unknown> = {}) => ({
  rev,
  label: "",
  documents,
  touched,
});
/** A studio that asked four things of a site at its fifth change. */
const asked = () => {
  const queries = new QueryClient();
  for (const [name, input] of [
    ["aboutSite", {}],
    ["coverage", { by: "kind" }],
    ["part", { part: "p" }],
    ["findings", {}],
    ["savedFilters", {}],
  ] as const)
    queries.setQueryData(["site", name, input], { name, body: "as it was", shows: 3 });
  noteRevisions(queries, "site", { design: 5, content: 2 });
  const stale = () =>
    queries
      .getQueryCache()
      .getAll()
      .flatMap(({ queryKey, state }) => (state.isInvalidated ? [queryKey[1]] : []));
  const bodyOf = (part: string) =>
    queries.getQueryData<{ body: unknown; shows: number }>(["site", "part", { part }]);
  return { queries, stale, bodyOf };
};

describe("the answer to a change", () => {
  it("fills in the documents it tells, and asks again only what it may have changed", async () => {
    const { queries, stale, bodyOf } = asked();
    await takeOver(queries, "site", [answer(6, ["bands"], { p: "as it is", other: "x" })]);
    expect(bodyOf("p")).toMatchObject({ body: "as it is", shows: 3 });
    expect(bodyOf("other")).toBeUndefined();
    expect(stale()).toEqual(["aboutSite", "findings"]);
  });
  it("counts all of several", async () => {
    const { queries, stale } = asked();
    await takeOver(queries, "site", [answer(6, ["style"]), answer(7, ["choices"])]);
    expect(stale()).toEqual(["aboutSite", "coverage", "part", "findings"]);
  });
  it.each([
    ["another change lies between", [answer(7, ["bands"])]],
    ["one lies between two of them", [answer(6, ["bands"]), answer(8, ["bands"])]],
    ["it has arrived before", [answer(5, ["bands"])]],
    ["nothing is known of the change", []],
  ])("asks everything again where %s", async (_, saved) => {
    const { queries, stale } = asked();
    await takeOver(queries, "site", saved);
    expect(stale()).toEqual(["aboutSite", "coverage", "part", "findings", "savedFilters"]);
  });
  it("takes no answer of before from a question that was on its way for the first time", async () => {
    const { queries } = asked();
    const answers: ((said: string) => void)[] = [];
    const seen: unknown[] = [];
    const rows = new QueryObserver(queries, {
      queryKey: ["site", "rows", {}],
      queryFn: () => new Promise<string>((done) => void answers.push(done)),
    });
    rows.subscribe(({ data }) => void seen.push(data));
    const taken = takeOver(queries, "site", [answer(6, ["choices"])]);
    await vi.waitFor(() => expect(answers).toHaveLength(2));
    answers[0]?.("as it was");
    answers[1]?.("as it is");
    await taken;
    expect(seen).not.toContain("as it was");
    expect(seen.at(-1)).toBe("as it is");
  });
  it("keeps nothing that is made of content where terms came or went", async () => {
    const { queries, stale } = asked();
    await takeOver(queries, "site", [{ ...answer(6, []), touched: ["content"] }]);
    expect(stale()).toHaveLength(5);
  });
});

describe("a frame that tells other revisions", () => {
  it("has all else asked again when others changed something, not after one's own change", async () => {
    const { queries, stale } = asked();
    await takeOver(queries, "site", [answer(6, ["bands"])]);
    const own = stale();
    noteRevisions(queries, "site", { design: 6, content: 2 });
    // one that was on its way while this was saved
    noteRevisions(queries, "site", { design: 5, content: 2 });
    expect(stale()).toEqual(own);
    noteRevisions(queries, "site", { design: 7, content: 2 });
    expect(stale()).toEqual(["aboutSite", "coverage", "part", "findings", "savedFilters"]);
  });
  it("has all else asked again when content changed", () => {
    const { queries, stale } = asked();
    noteRevisions(queries, "site", { design: 5, content: 3 });
    expect(stale()).toEqual(["coverage", "part", "findings", "savedFilters"]);
  });
});
