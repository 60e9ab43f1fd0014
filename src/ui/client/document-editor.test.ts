import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { pageData } from "../../../test/page-data";
import { applyOperations, type Operation } from "../../core/design/operations";
import type { HouseStyle } from "../../core/model/house-style";
import { createDocumentEditor, forgetKept, saveAll, showSaved } from "./document-editor";
import { keptIn } from "./kept-changes";

const { style } = pageData();
const withRadius = (radius: number): HouseStyle => ({ ...style, measures: { ...style.measures, radius } });
const EDITING = { account: "keeper", path: "/s/site/style", mayChange: true };
const saved = () => ({ ok: true, value: { rev: 1, label: "", documents: {} } });
let sent: Operation[][] = [];
let answer: () => unknown = saved;

/** What a browser keeps: its keys are its own fields, as in a real one. */
const browserStorage = (): Storage => {
  const kept: Record<string, string> = Object.create({
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, value: string) => {
      kept[key] = value;
    },
    removeItem: (key: string) => {
      delete kept[key];
    },
  });
  return kept as never;
};

const keptSize = async () => (await keptIn("site", "keeper")).size;
const forgetAll = async () => {
  for (const [document, { changes }] of await keptIn("site", "keeper")) forgetKept("site", document, changes);
};

beforeEach(() => {
  vi.useFakeTimers();
  sent = [];
  answer = saved;
  vi.stubGlobal("localStorage", browserStorage());
  vi.stubGlobal("fetch", async (_: string, request: RequestInit) => {
    sent.push((JSON.parse(String(request.body)) as { operations: Operation[] }).operations);
    return Response.json(answer());
  });
});
afterEach(async () => {
  await forgetAll();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("editing a document a site has once", () => {
  const opened = () => {
    const useEditor = createDocumentEditor("style");
    useEditor.getState().open("site", "style", style, EDITING);
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
  it("is not changed by who may only look", async () => {
    const editor = createDocumentEditor("style").getState;
    editor().open("site", "style", style, { ...EDITING, mayChange: false });
    expect(editor().set(["measures", "radius"], 20)).toBe(false);
    expect([editor().body, editor().trouble]).toEqual([style, "Your role on this site does not allow this."]);
    await editor().flush();
    expect(sent).toEqual([]);
  });
  it("keeps what waits when the server's older answer comes in, and takes a newer one when nothing waits", async () => {
    const { editor } = opened();
    editor().set(["measures", "radius"], 20);
    editor().open("site", "style", style, EDITING);
    expect(editor().body?.measures.radius).toBe(20);
    await editor().flush();
    editor().open("site", "style", withRadius(33), EDITING);
    expect(editor().body?.measures.radius).toBe(33);
  });
  it("what was refused stays on the screen and is tried again", async () => {
    const { editor } = opened();
    answer = () => ({ ok: false, issues: [{ code: "change.clash", path: [] }] });
    editor().set(["measures", "radius"], 21);
    await editor().flush();
    expect([editor().saving, editor().body?.measures.radius]).toEqual(["failed", 21]);
    answer = saved;
    await editor().flush();
    expect(editor().saving).toBe("saved");
    expect(sent).toHaveLength(2);
  });
});

/** A server with one document, which knows changes by their key, for tests of what happens when it is away. */
const serverWith = (first: HouseStyle) => {
  let body = first;
  const had = new Set<string>();
  const server = {
    body: () => body,
    isAway: false,
    losesAnswers: false,
    isSignedIn: true,
    changes: 0,
    write: (operations: readonly Operation[]) => {
      const outcome = applyOperations(new Map([["style", { id: "style", kind: "style", body }]]), operations);
      if (outcome.ok) body = outcome.value.get("style")?.body as HouseStyle;
      return outcome;
    },
  };
  vi.stubGlobal("fetch", async (path: string, request: RequestInit) => {
    if (server.isAway) throw new TypeError("Failed to fetch");
    const said = JSON.parse(String(request.body)) as { key: string; operations: Operation[]; keys: string[] };
    if (!server.isSignedIn)
      return Response.json({ ok: false, issues: [{ code: "session.none", path: [] }] }, { status: 401 });
    if (path.endsWith("/newest"))
      return Response.json({ ok: true, value: { body, arrived: said.keys.filter((key) => had.has(key)) } });
    const outcome = had.has(said.key) ? null : server.write(said.operations);
    if (outcome && !outcome.ok) return Response.json(outcome, { status: 409 });
    if (outcome) server.changes += 1;
    had.add(said.key);
    if (server.losesAnswers) throw new TypeError("Failed to fetch");
    return Response.json(saved());
  });
  return server;
};

/** The editor of a visit that begins: what another kept in this browser is there. */
const visit = (body: HouseStyle, account = "keeper") => {
  const useEditor = createDocumentEditor("style");
  useEditor.getState().open("site", "style", body, { ...EDITING, account });
  return () => useEditor.getState();
};
const setting = (path: readonly string[], value: unknown, was: unknown): Operation[] => [
  { op: "set", id: "style", path: [...path], value, was },
];
const A_WHILE_MS = 40_000;

describe("changes the server does not have yet", () => {
  it("are kept by name and place, counted, and saved by themselves when it is back", async () => {
    const server = serverWith(style);
    const editor = visit(style);
    server.isAway = true;
    editor().set(["measures", "radius"], 11);
    await vi.advanceTimersByTimeAsync(1000);
    editor().set(["measures", "distance"], 55);
    expect([editor().saving, editor().kept]).toEqual(["kept", 2]);
    expect([...(await keptIn("site", "keeper"))]).toMatchObject([
      ["style", { name: "house style", path: "/s/site/style", changes: [{}, {}] }],
    ]);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect(server.body().measures).toMatchObject({ radius: 11, distance: 55 });
    expect([editor().saving, editor().kept, await keptSize()]).toEqual(["saved", 0, 0]);
  });

  it("are taken up by the next visit of the same person, and of nobody else", async () => {
    const server = serverWith(style);
    const first = visit(style);
    first().set(["measures", "radius"], 11);
    expect(first().keepNow()).toBe(true);
    server.isAway = true;
    await first().flush();
    first().replace(style);
    first().set(["measures", "radius"], 12);
    first().keepNow();
    vi.clearAllTimers();
    server.isAway = false;

    const other = visit(style, "somebody else");
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect([other().body?.measures.radius, server.changes]).toEqual([style.measures.radius, 0]);

    const second = visit(style);
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect([second().body?.measures.radius, server.body().measures.radius]).toEqual([12, 12]);
    expect(await keptSize()).toBe(0);
  });

  it("are not made a second time where they arrived although no answer came", async () => {
    const server = serverWith(style);
    const first = visit(style);
    server.losesAnswers = true;
    first().set(["measures", "radius"], 11);
    await first().flush();
    expect([first().kept, server.changes]).toEqual([1, 1]);
    vi.clearAllTimers();
    server.losesAnswers = false;
    server.write(setting(["measures", "radius"], 13, 11));
    const second = visit(server.body());
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect([server.body().measures.radius, second().body?.measures.radius, second().unfit]).toEqual([
      13,
      13,
      [],
    ]);
    expect(await keptSize()).toBe(0);
  });

  it("go on from what somebody else made meanwhile: what fits is saved, the rest is kept until it is forgotten", async () => {
    const server = serverWith(style);
    const { radius } = style.measures;
    const first = visit(style);
    server.isAway = true;
    first().set(["measures", "radius"], 11);
    await first().flush();
    first().set(["measures", "distance"], 55);
    vi.clearAllTimers();
    server.isAway = false;
    server.write(setting(["measures", "radius"], 13, radius));

    const second = visit(server.body());
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect(server.body().measures).toMatchObject({ radius: 13, distance: 55 });
    expect(second().body).toEqual(server.body());
    expect([second().saving, second().unfit.length]).toEqual(["saved", 1]);
    // they are there for the visit after, too
    const third = visit(server.body());
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect(third().unfit).toHaveLength(1);
    third().forgetUnfit();
    expect([third().unfit, await keptSize()]).toEqual([[], 0]);
  });

  it("clash while one edits: the newest version is taken with what fits, or all is given up", async () => {
    const { radius } = style.measures;
    for (const isGivingUp of [false, true]) {
      const server = serverWith(style);
      const editor = visit(style);
      server.write(setting(["measures", "radius"], 13, radius));
      editor().set(["measures", "radius"], 11);
      await editor().flush();
      editor().set(["measures", "distance"], 55);
      expect([editor().saving, editor().trouble]).toEqual([
        "failed",
        expect.stringMatching(/^Somebody changed/),
      ]);
      await (isGivingUp ? editor().giveUp() : editor().takeNewest());
      await vi.advanceTimersByTimeAsync(A_WHILE_MS);
      expect(server.body().measures).toMatchObject({
        radius: 13,
        distance: isGivingUp ? style.measures.distance : 55,
      });
      expect(editor().body).toEqual(server.body());
      expect([editor().saving, editor().trouble, editor().unfit.length]).toEqual([
        "saved",
        null,
        isGivingUp ? 0 : 1,
      ]);
      await forgetAll();
      expect(await keptSize()).toBe(0);
    }
  });

  it("stay kept, and go under nobody else's name, where one was signed out meanwhile", async () => {
    const server = serverWith(style);
    const editor = visit(style);
    let isTold = false;
    editor().onSignedOut(() => {
      isTold = true;
    });
    server.isSignedIn = false;
    editor().set(["measures", "radius"], 11);
    await editor().flush();
    expect([isTold, await keptSize()]).toEqual([true, 1]);
    server.isSignedIn = true;
    editor().open("site", "style", style, { ...EDITING, account: "somebody else" });
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect(server.changes).toBe(0);
    editor().open("site", "style", style, EDITING);
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect([server.body().measures.radius, editor().saving]).toEqual([11, "saved"]);
  });

  it("are not said to be kept where the browser keeps nothing", async () => {
    const server = serverWith(style);
    vi.stubGlobal("localStorage", undefined);
    const editor = visit(style);
    server.isAway = true;
    editor().set(["measures", "radius"], 11);
    await editor().flush();
    expect([editor().saving, editor().kept, editor().keepNow()]).toEqual(["kept", 0, false]);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect([editor().saving, server.body().measures.radius]).toEqual(["saved", 11]);
  });

  it("stand in the way of undo until they are saved", async () => {
    const server = serverWith(style);
    const editor = visit(style);
    editor().set(["measures", "radius"], 11);
    expect([await saveAll(), server.body().measures.radius]).toEqual([true, 11]);
    server.isAway = true;
    editor().set(["measures", "radius"], 12);
    expect(await saveAll()).toBe(false);
    server.isAway = false;
    expect(await saveAll()).toBe(true);
    showSaved("site", { style: withRadius(3) });
    expect(editor().body?.measures.radius).toBe(3);
  });
});

describe("two pages of the studio with changes of one document, while the server is away", () => {
  /** Pages that are open, as the browser's locks tell. */
  const openPages = () => {
    const held = new Set<string>();
    vi.stubGlobal("navigator", {
      locks: {
        request: (name: string) => {
          held.add(name);
          return new Promise(() => undefined);
        },
        query: async () => ({ held: [...held].map((name) => ({ name })) }),
      },
    });
    return held;
  };
  /** A page of its own: its modules are loaded anew, what the browser keeps is shared. */
  const page = async (body: HouseStyle) => {
    vi.resetModules();
    const { createDocumentEditor: create } = await import("./document-editor");
    const { THIS_TAB } = await import("./tabs");
    const useEditor = create("style");
    useEditor.getState().open("site", "style", body, EDITING);
    return { editor: () => useEditor.getState(), tab: THIS_TAB };
  };
  const close = (held: Set<string>, tab: string) => {
    for (const name of held) if (name.endsWith(tab)) held.delete(name);
  };

  it("lose nothing: each keeps its own, and each is there when the server is back", async () => {
    openPages();
    const server = serverWith(style);
    const [one, other] = [await page(style), await page(style)];
    server.isAway = true;
    one.editor().set(["measures", "radius"], 11);
    await one.editor().flush();
    other.editor().set(["measures", "distance"], 55);
    await other.editor().flush();
    one.editor().set(["measures", "contentWidth"], 1000);
    await one.editor().flush();
    expect([one.editor().kept, other.editor().kept]).toEqual([2, 1]);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(A_WHILE_MS * 2);
    expect(server.body().measures).toMatchObject({ radius: 11, distance: 55, contentWidth: 1000 });
    expect(server.changes).toBe(3);
    expect(await keptSize()).toBe(0);
  });

  it("one of which is closed: what it kept is taken up by the other, once, with what that one has itself", async () => {
    const held = openPages();
    const server = serverWith(style);
    const [closed, open] = [await page(style), await page(style)];
    server.isAway = true;
    closed.editor().set(["measures", "radius"], 11);
    await closed.editor().flush();
    closed.editor().set(["measures", "contentWidth"], 1000);
    closed.editor().keepNow();
    open.editor().set(["measures", "distance"], 55);
    await open.editor().flush();
    vi.clearAllTimers();
    close(held, closed.tab);
    server.isAway = false;
    // the studio asks for the document anew from time to time
    open.editor().open("site", "style", server.body(), EDITING);
    await open.editor().takeNewest();
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect(server.body().measures).toMatchObject({ radius: 11, distance: 55, contentWidth: 1000 });
    expect(server.changes).toBe(3);
    expect([open.editor().saving, open.editor().unfit, await keptSize()]).toEqual(["saved", [], 0]);
  });

  it("leave each other alone while both are open: nobody sends what somebody else still types", async () => {
    openPages();
    const server = serverWith(style);
    const [one, other] = [await page(style), await page(style)];
    server.isAway = true;
    one.editor().set(["measures", "radius"], 11);
    await one.editor().flush();
    server.isAway = false;
    other.editor().open("site", "style", style, EDITING);
    await other.editor().takeNewest();
    expect([other.editor().saving, other.editor().body?.measures.radius]).toEqual([
      "saved",
      style.measures.radius,
    ]);
    expect(server.changes).toBe(0);
    await vi.advanceTimersByTimeAsync(A_WHILE_MS);
    expect(server.body().measures.radius).toBe(11);
    expect(await keptSize()).toBe(0);
  });
});
