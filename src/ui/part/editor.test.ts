import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { type Operation, setNodeOperation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { useEditor } from "./editor";

/** What the browser would send, and what the server would say to it. */
let sent: Operation[][] = [];
let answer: () => unknown = () => ({ ok: true, value: { rev: 1, label: "", documents: {} } });

const heading = block("heading", { text: "Before" });
const part = partWith("header", [heading, block("title")]);
const editor = () => useEditor.getState();
const type = (text: string) =>
  editor().apply([setNodeOperation(editor().body as Part, "p", heading.id, ["settings", "text"], text)]);

beforeEach(() => {
  vi.useFakeTimers();
  sent = [];
  answer = () => ({ ok: true, value: { rev: 1, label: "", documents: {} } });
  vi.stubGlobal("fetch", async (_: string, request: RequestInit) => {
    sent.push((JSON.parse(String(request.body)) as { operations: Operation[] }).operations);
    return Response.json(answer());
  });
  editor().replace(part);
  editor().open("site", "p", part, { account: "keeper", path: "/s/ridge/part", mayChange: true });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("editing a part", () => {
  it("shows at once and saves typing as one change, with what was there before all of it", async () => {
    for (const text of ["B", "Be", "Bet", "Better"]) expect(type(text)).toBe(true);
    expect(editor().saving).toBe("waiting");
    expect(sent).toEqual([]);
    await vi.advanceTimersByTimeAsync(700);
    expect(sent).toEqual([[expect.objectContaining({ op: "setNode", value: "Better", was: "Before" })]]);
    expect(editor().saving).toBe("saved");
  });
  it("makes each other step a change of its own", async () => {
    type("One");
    editor().apply([
      {
        op: "insertNode",
        id: "p",
        parent: part.bands[0]?.cells[0]?.id ?? "",
        index: 0,
        node: block("tagline"),
      },
    ]);
    type("Two");
    await editor().flush();
    expect(sent.map((operations) => operations.map((operation) => operation.op))).toEqual([
      ["setNode"],
      ["insertNode"],
      ["setNode"],
    ]);
    expect(sent[2]?.[0]).toMatchObject({ was: "One", value: "Two" });
  });
  it("sends nothing for typing that ends where it began", async () => {
    type("Other");
    type("Before");
    await editor().flush();
    expect(sent).toEqual([]);
    expect(editor().saving).toBe("saved");
  });
  it("keeps what could not be saved, says why, and tries again", async () => {
    answer = () => ({ ok: false, issues: [{ code: "permission.none", path: [] }] });
    type("Kept");
    await editor().flush();
    expect(editor()).toMatchObject({
      saving: "failed",
      trouble: "Your role on this site does not allow this.",
    });
    answer = () => ({ ok: true, value: { rev: 2, label: "", documents: {} } });
    await editor().flush();
    expect(sent).toHaveLength(2);
    expect(sent[1]?.[0]).toMatchObject({ value: "Kept", was: "Before" });
    expect(editor().saving).toBe("saved");
  });
  it("refuses what does not fit and stays as it was", () => {
    expect(
      editor().apply([setNodeOperation(editor().body as Part, "p", heading.id, ["settings", "level"], 9)]),
    ).toBe(false);
    expect(editor().trouble).toContain("does not fit");
    expect(editor().body).toEqual(part);
  });
  it("does not let an older answer of the server overwrite what is being typed", () => {
    type("Newer");
    editor().open("site", "p", part, { account: "keeper", path: "/s/ridge/part", mayChange: true });
    expect(JSON.stringify(editor().body)).toContain("Newer");
  });
});
