import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { type Design, type DesignDocument, designOf } from "../design/design";
import type { Part } from "../design/part";
import type { Menu } from "../model/menu";
import { selectChanges } from "./selection";

const { style, profile } = pageData();
const menu = (name: string): Menu => ({
  schema: 1,
  name,
  origin: "00000000-0000-4000-8000-000000000000",
  items: [],
});
const part = (id: string, body: Part): DesignDocument => ({ id, kind: "part", body });
const SINGLE: readonly DesignDocument[] = [
  { id: "style", kind: "style", body: style },
  { id: "profile", kind: "profile", body: profile },
];
const changesOf = (live: Design, draft: Design) =>
  [...new Set([...live.keys(), ...draft.keys()])]
    .filter((id) => live.get(id)?.body !== draft.get(id)?.body)
    .map((id) => ({ id }));
const selected = (live: Design, draft: Design, ...chosen: string[]) => {
  const { design, along } = selectChanges(live, draft, changesOf(live, draft), new Set(chosen));
  return { design, along: Object.fromEntries(along) };
};
const header = (settings: object, band: object = {}) => partWith("header", [block("menu", settings)], band);

describe("publishing some of the changes", () => {
  it("takes a new menu along with the part that shows it, and not the other way round", () => {
    const live = designOf([...SINGLE, part("h", header({ menu: "" }))]);
    const draft = designOf([
      ...SINGLE,
      part("h", header({ menu: "main" })),
      part("f", header({ menu: "" })),
      { id: "main", kind: "menu", body: menu("Main") },
    ]);
    expect(selected(live, draft, "h").along).toEqual({ main: "h" });
    expect(selected(live, draft, "main").along).toEqual({});
    expect([...selected(live, draft, "main").design.keys()].sort()).toEqual([
      "h",
      "main",
      "profile",
      "style",
    ]);
  });
  it("leaves a menu that is only changed as it is live", () => {
    const live = designOf([
      ...SINGLE,
      part("h", header({ menu: "main" })),
      { id: "main", kind: "menu", body: menu("Main") },
    ]);
    const draft = designOf([
      ...SINGLE,
      part("h", header({ menu: "main", gap: 4 })),
      { id: "main", kind: "menu", body: menu("First") },
    ]);
    const { design, along } = selected(live, draft, "h");
    expect(along).toEqual({});
    expect(design.get("main")?.body).toBe(live.get("main")?.body);
    expect(design.get("h")?.body).toBe(draft.get("h")?.body);
  });
  it("takes along who goes on without what is taken out", () => {
    const live = designOf([
      ...SINGLE,
      part("h", header({ menu: "main" })),
      { id: "main", kind: "menu", body: menu("Main") },
    ]);
    const draft = designOf([...SINGLE, part("h", header({ menu: "" }))]);
    expect(selected(live, draft, "main").along).toEqual({ h: "main" });
    expect(selected(live, draft, "h").along).toEqual({});
  });
  it("takes a colour along with the style it is of, and what wears one that is taken out", () => {
    const more = { ...style, palette: [...style.palette, { id: "rust", name: "Rust", value: "#aa4400" }] };
    const plain = designOf([...SINGLE, part("h", header({}))]);
    const rusty = designOf([
      { id: "style", kind: "style", body: more },
      SINGLE[1] as DesignDocument,
      part("h", header({}, { colour: "colour:rust" })),
    ]);
    expect(selected(plain, rusty, "h").along).toEqual({ style: "h" });
    expect(selected(rusty, plain, "style").along).toEqual({ h: "style" });
    expect(selected(plain, rusty, "style").along).toEqual({});
  });
  it("takes a part along with the page that chose it, or that says something only it reads", () => {
    const plain = header({});
    const open: Part = {
      ...plain,
      choices: [{ name: "gap", label: "Gap", type: "text", node: "x", path: ["settings", "label"] }] as never,
    };
    const chose = (body: object): DesignDocument => ({
      id: "choice:entry:e1",
      kind: "choice",
      body: { schema: 1, identity: "entry:e1", slots: {}, ...body },
    });
    const live = designOf([...SINGLE, part("h", plain)]);
    const says = designOf([...SINGLE, part("h", open), chose({ values: { header: { gap: "Here" } } })]);
    expect(selected(live, says, "choice:entry:e1").along).toEqual({ h: "choice:entry:e1" });
    const takes = designOf([
      ...SINGLE,
      part("h", plain),
      part("new", plain),
      chose({ slots: { header: { part: "new" } } }),
    ]);
    expect(selected(live, takes, "choice:entry:e1").along).toEqual({ new: "choice:entry:e1" });
  });
  it("goes as deep as it must: a part, its piece, the menu in the piece, the picture the menu promotes", () => {
    const piece = header({ menu: "main" });
    const draft = designOf([
      ...SINGLE,
      part("h", partWith("header", [block("piece", { piece: "shared" })])),
      {
        id: "shared",
        kind: "piece",
        body: { schema: 1, name: "Shared", origin: menu("").origin, bands: piece.bands },
      },
      { id: "main", kind: "menu", body: menu("Main") },
      part("other", header({})),
    ]);
    const { along, design } = selected(designOf(SINGLE), draft, "h");
    expect(along).toEqual({ shared: "h", main: "shared" });
    expect(design.has("other")).toBe(false);
  });
  it("never publishes a site without a style", () => {
    const draft = designOf([...SINGLE, part("h", header({}))]);
    expect(selected(new Map(), draft, "h").along).toEqual({ style: "style", profile: "profile" });
  });

  // any documents that name any others, before and after
  const ids = ["a", "b", "c", "d", "e", "f"] as const;
  const names = fc.record(
    Object.fromEntries(
      ids.map((id) => [id, fc.option(fc.subarray([...ids], { maxLength: 2 }), { nil: undefined })]),
    ),
  );
  const designWith = (named: Readonly<Record<string, readonly string[] | undefined>>): Design =>
    designOf([
      ...SINGLE,
      ...ids.flatMap((id): DesignDocument[] => {
        // a whole design names nothing that is not there
        const others = named[id]?.filter((other) => named[other]);
        return others
          ? [
              part(
                id,
                partWith(
                  "header",
                  others.map((other) => block("menu", { menu: other })),
                ),
              ),
            ]
          : [];
      }),
    ]);
  it("leaves nothing named that is not there, keeps what was chosen, and takes no more than is named", () => {
    fc.assert(
      fc.property(names, names, fc.subarray([...ids]), (before, after, chosen) => {
        const [live, draft] = [designWith(before), designWith(after)];
        const changes = changesOf(live, draft);
        const { design, along } = selectChanges(live, draft, changes, new Set(chosen));
        for (const { body } of design.values())
          for (const id of ids)
            if (JSON.stringify(body).includes(`"${id}"`)) expect(design.has(id)).toBe(true);
        for (const { id } of changes) {
          const isTaken = chosen.includes(id as never) || along.has(id);
          expect(design.get(id)).toBe((isTaken ? draft : live).get(id));
        }
        for (const [id, because] of along) {
          const said = (of: string, other: string, at: Design) =>
            JSON.stringify(at.get(of)?.body ?? "").includes(`"${other}"`);
          expect(said(because, id, draft) || said(because, id, live) || said(id, because, live)).toBe(true);
        }
      }),
      { seed: 4, numRuns: 1500 },
    );
  });
  it("is the draft with all changes, and what is live with none", () => {
    fc.assert(
      fc.property(names, names, (before, after) => {
        const [live, draft] = [designWith(before), designWith(after)];
        const changes = changesOf(live, draft);
        const whole = selectChanges(live, draft, changes, new Set(changes.map(({ id }) => id)));
        expect(new Map([...whole.design].sort())).toEqual(new Map([...draft].sort()));
        expect(selectChanges(live, draft, changes, new Set()).design).toEqual(live);
      }),
      { seed: 6, numRuns: 300 },
    );
  });
});
