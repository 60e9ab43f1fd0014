import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { pageData } from "../../../test/page-data";
import type { HouseStyle } from "../../core/model/house-style";
import type { Operation } from "../../core/model/operations";
import { createDocumentEditor } from "./document-editor";

const { style } = pageData();
let sent: Operation[][] = [];
let answer: () => unknown = () => ({ ok: true, value: { rev: 1, label: "", documents: {} } });
beforeEach(() => {
  vi.useFakeTimers();
  sent = [];
  answer = () => ({ ok: true, value: { rev: 1, label: "", documents: {} } });
  vi.stubGlobal("fetch", async (_: string, request: RequestInit) => {
    sent.push((JSON.parse(String(request.body)) as { operations: Operation[] }).operations);
    return Response.json(answer());
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("editing a document a site has once", () => {
  const opened = () => {
    const useEditor = createDocumentEditor("style");
    useEditor.getState().open("site", "style", style);
    return { useEditor, editor: () => useEditor.getState() };
  };
  const ink = (body: HouseStyle | null) => body?.palette.find(({ id }) => id === "ink")?.value;

  it("shows at once, tells those who follow, and saves a dial's turns as one change", async () => {
    const { useEditor, editor } = opened();
    const seen: (string | undefined)[] = [];
    useEditor.subscribe(({ body }) => seen.push(ink(body)));
    for (const value of ["#202020", "#303030", "#404040"]) editor().set(["palette", 1, "value"], value);
    expect(ink(editor().body)).toBe("#404040");
    expect(new Set(seen)).toEqual(new Set(["#202020", "#303030", "#404040"]));
    let saves = 0;
    editor().onSaved(() => {
      saves += 1;
    });
    await vi.advanceTimersByTimeAsync(700);
    expect(sent).toEqual([
      [{ op: "set", id: "style", path: ["palette", 1, "value"], value: "#404040", was: "#101010" }],
    ]);
    expect([saves, editor().saving]).toEqual([1, "saved"]);
  });
  it("refuses what the schema refuses, with a sentence, and stays as it was", () => {
    const { editor } = opened();
    expect(editor().set(["palette", 1, "value"], "mauve")).toBe(false);
    expect(editor().set(["roles", "accent"], "nobody")).toBe(false);
    expect(editor().trouble).toMatch(/role “accent” names a colour the palette does not have/);
    expect(editor().body).toBe(style);
    expect(editor().saving).toBe("saved");
  });
  it("keeps what waits when the server's older answer comes in, and takes a newer one when nothing waits", async () => {
    const { editor } = opened();
    editor().set(["measures", "radius"], 20);
    editor().open("site", "style", style);
    expect(editor().body?.measures.radius).toBe(20);
    await editor().flush();
    editor().open("site", "style", { ...style, measures: { ...style.measures, radius: 33 } });
    expect(editor().body?.measures.radius).toBe(33);
  });
  it("what could not be saved stays on the screen and is tried again", async () => {
    const { editor } = opened();
    answer = () => ({ ok: false, issues: [{ code: "change.clash", path: [] }] });
    editor().set(["measures", "radius"], 21);
    await editor().flush();
    expect([editor().saving, editor().body?.measures.radius]).toEqual(["failed", 21]);
    answer = () => ({ ok: true, value: { rev: 2, label: "", documents: {} } });
    await editor().flush();
    expect(editor().saving).toBe("saved");
    expect(sent).toHaveLength(2);
  });
});
