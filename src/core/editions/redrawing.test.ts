import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { blindShaper } from "../../../test/shaper";
import { describeRedrawn } from "../../messages/changes";
import { ENGLISH } from "../../messages/visitor-words";
import type { Address } from "../addresses/facts";
import { type Design, type DesignDocument, designOf } from "../design/design";
import { withValueAt } from "../design/operations";
import type { Part } from "../design/part";
import { ROLES, type Role } from "../model/placement";
import { reasonsOf, redrawingOf } from "./redrawing";

const { style, profile, menus } = pageData();
const drawer = { words: ENGLISH, shaper: blindShaper, language: "en", at: "2026-06-01T12:00:00.000Z" };
const part = (id: string, body: Part): DesignDocument => ({ id, kind: "part", body });
const design = (...more: readonly DesignDocument[]): Design =>
  designOf([
    { id: "style", kind: "style", body: style },
    { id: "profile", kind: "profile", body: profile },
    { id: "main", kind: "menu", body: menus.main as never },
    { id: "pic", kind: "picture", body: picture as never },
    part("top", partWith("header", [block("logo"), block("menu", { menu: "main" })])),
    part(
      "plain",
      partWith("header", [block("menu", { menu: "main" })], { background: { colour: "#ffffff" } }),
    ),
    part("bar", partWith("titleBar", [block("title")])),
    part("pages", partWith("layout", [block("body")])),
    part("lists", partWith("layout", [block("entryList"), block("pager")])),
    part(
      "foot",
      partWith("footer", [block("copyright"), block("button", { label: "Write", look: "filled" })]),
    ),
    ...more,
  ]);
const withBody = (from: Design, id: string, path: readonly string[], value: unknown): Design => {
  const document = from.get(id) as DesignDocument;
  return new Map(from).set(id, {
    ...document,
    body: withValueAt(document.body, path, value),
  } as DesignDocument);
};
const on = (role: Role, identity = "entry:x") => ({ identity, role }) as Address;
const redrawn = (before: Design, after: Design): readonly string[] => {
  const redrawing = redrawingOf({ before, after, drawer });
  return [...redrawing.parts].filter((id) => ROLES.some((role) => redrawing.on(id, on(role))));
};
const because = (before: Design, after: Design, id: string) =>
  describeRedrawn(reasonsOf({ before, after, drawer })(id));

describe("what looks otherwise after a change", () => {
  const live = design();

  it("is nothing where only a part came that shows nowhere, or a part got another name or place", () => {
    expect(redrawn(live, new Map(live).set("new", part("new", partWith("footer", []))))).toEqual([]);
    expect(redrawn(live, withBody(live, "foot", ["name"], "Another name"))).toEqual([]);
    expect(redrawn(live, withBody(live, "foot", ["placement", "over"], true))).toEqual([]);
  });

  it("is of the profile what shows it", () => {
    expect(redrawn(live, withBody(live, "profile", ["owner"], "Others"))).toEqual(["foot"]);
    expect(redrawn(live, withBody(live, "profile", ["tagline"], "Another"))).toEqual([]);
    expect(redrawn(live, withBody(live, "profile", ["logo"], ""))).toEqual(["top"]);
    expect(because(live, withBody(live, "profile", ["logo"], ""), "top")).toBe("site profile (logo)");
  });

  it("is of the house style what wears it", () => {
    const other = (path: readonly string[], value: unknown) =>
      redrawn(live, withBody(live, "style", path, value));
    expect(other(["type", "menu", "size"], 1.4)).toEqual(["top", "plain"]);
    expect(other(["buttons", "filled", "ground"], "#00ff00")).toEqual(["foot"]);
    expect(other(["type", "h1", "size"], 5)).toContain("bar");
    // an entry's words may have headings of their own
    expect(other(["type", "h3", "size"], 5)).toContain("pages");
    expect(other(["type", "body", "size"], 1.2)).not.toContain("plain");
    expect(other(["type", "body", "size"], 1.2)).toContain("pages");
    const changed = withBody(live, "style", ["type", "menu", "size"], 1.4);
    expect(because(live, changed, "plain")).toBe("house style (Menus size)");
  });

  it("counts what is not to be seen today: a notice of another day, and what a list says without entries", () => {
    const first = part(
      "note",
      partWith("header", [block("notice", { text: "Soon", from: "2030-01-01T00:00:00.000Z" } as never)]),
    );
    const before = new Map(live).set("note", first);
    const settings = ["bands", 0, "cells", 0, "blocks", 0, "settings"];
    expect(redrawn(before, withBody(before, "note", [...settings, "text"] as never, "Later"))).toEqual([
      "note",
    ]);
    expect(redrawn(live, withBody(live, "lists", [...settings, "whenEmpty"] as never, "None"))).toEqual([
      "lists",
    ]);
  });

  it("is of menus and pictures what shows them", () => {
    const renamed = withBody(live, "main", ["name"], "Another name");
    expect(redrawn(live, renamed)).toEqual([]);
    const shorter = withBody(live, "main", ["items"], []);
    expect(redrawn(live, shorter)).toEqual(["top", "plain"]);
    expect(redrawn(live, withBody(live, "pic", ["file"], "b".repeat(64)))).toEqual(["top"]);
  });

  it("depends on the pages: a layout's list shows on archives, its body on entries", () => {
    const changed = withBody(
      live,
      "lists",
      ["bands"],
      partWith("layout", [block("entryList"), block("pager", { style: "olderNewer" } as never)]).bands,
    );
    const redrawing = redrawingOf({ before: live, after: changed, drawer });
    expect(redrawing.on("lists", on("archive"))).toBe(true);
    expect(redrawing.on("pages", on("archive"))).toBe(false);
  });

  it("leaves out pages that say themselves what changed", () => {
    const bands = (text: string) => partWith("titleBar", [block("heading", { text })]).bands;
    const first = partWith("titleBar", [block("heading", { text: "One" })]);
    const [heading] = first.bands[0]?.cells[0]?.blocks ?? [];
    const open: Part = {
      ...first,
      choices: [
        { name: "words", node: heading?.id as string, path: ["settings", "text"], type: "text", label: "" },
      ] as never,
    };
    const changed = {
      ...open,
      bands: withValueAt(open.bands, [0, "cells", 0, "blocks", 0, "settings", "text"], "Two"),
    } as Part;
    expect(bands("x")).toHaveLength(1);
    const choice: DesignDocument = {
      id: "choice:entry:own",
      kind: "choice",
      body: { schema: 1, identity: "entry:own", slots: {}, values: { titleBar: { words: "Mine" } } } as never,
    };
    const [before, after] = [design(part("said", open), choice), design(part("said", changed), choice)];
    const redrawing = redrawingOf({ before, after, drawer });
    expect(redrawing.on("said", on("entry"))).toBe(true);
    expect(redrawing.on("said", on("entry", "entry:own"))).toBe(false);
  });

  it("names of the house style and the profile what alone is to be seen in the part", () => {
    const both = withBody(
      withBody(live, "style", ["type", "menu", "size"], 1.4),
      "style",
      ["type", "h1", "size"],
      5,
    );
    expect(because(live, both, "plain")).toBe("house style (Menus size)");
    expect(because(live, both, "bar")).toMatch(/^house style \(.*1 size\)$/);
    const profile = withBody(withBody(live, "profile", ["owner"], "Others"), "profile", ["logo"], "");
    expect(because(live, profile, "top")).toBe("site profile (logo)");
    expect(because(live, profile, "foot")).toBe("site profile (owner)");
  });

  it("is said in words: what in the part, then what it shares", () => {
    const ground = withBody(live, "bar", ["bands", 0 as never, "background", "colour"], "#123456");
    expect(because(live, ground, "bar")).toBe("band: background");
    const gap = withBody(
      ground,
      "top",
      ["bands", 0 as never, "cells", 0 as never, "blocks", 1 as never, "settings", "gap"],
      { wide: 40 },
    );
    expect(because(live, withBody(gap, "profile", ["logo"], ""), "top")).toBe(
      "menu: gap, site profile (logo)",
    );
  });
});
