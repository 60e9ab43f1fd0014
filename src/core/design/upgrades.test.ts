import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import type { DesignDocument } from "./design";
import { Part } from "./part";
import { upgraded } from "./upgrades";

const bodyOf = (document: DesignDocument): unknown => {
  const outcome = upgraded(document);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.issues));
  return outcome.value.body;
};

describe("a document that cannot be read", () => {
  const body = partWith("header", [block("title")]);
  const kinds = [
    "part",
    "piece",
    "order",
    "menu",
    "style",
    "profile",
    "picture",
    "choice",
    "expectations",
  ] as const;
  it.each(kinds)("is an issue with its place, never the old body: %s", (kind) => {
    for (const broken of [7, null, {}, [], "x", { schema: 99 }, { schema: "1" }, { schema: 0.5, bands: 1 }]) {
      const outcome = upgraded({ id: "one", kind, body: broken } as never);
      expect(!outcome.ok && outcome.issues[0], JSON.stringify(broken)).toMatchObject({
        code: "document.unreadable",
        path: ["one"],
        params: { kind },
      });
    }
  });
  it("says where in it", () => {
    const [band] = body.bands;
    const broken = { ...body, bands: [{ ...band, gap: "wide", overPicture: undefined }] };
    const outcome = upgraded({ id: "p", kind: "part", body: broken } as never);
    expect(!outcome.ok && outcome.issues.map(({ path }) => path)).toEqual([["p", "bands", 0, "gap"]]);
  });
  it("of the first schema that is no style is one too", () => {
    const outcome = upgraded({ id: "style", kind: "style", body: { schema: 1, sizes: "large" } } as never);
    expect(!outcome.ok && outcome.issues[0]?.code).toBe("document.unreadable");
  });
});

describe("parts of older versions", () => {
  const body = partWith("header", []);
  const old = {
    ...body,
    bands: body.bands.map(({ overPicture: _, stickyWhen: __, ...band }) => band),
  } as unknown as Part;
  it("get what says that their bands lie over nothing, and are whole then", () => {
    const now = bodyOf({ id: "p", kind: "part", body: old } as DesignDocument);
    expect(now).toEqual(body);
    expect(Part.safeParse(now).success).toBe(true);
  });
  it("get every field that blocks, cells and looks have today", () => {
    const whole = partWith("titleBar", [block("title"), block("group", {}, [block("menu")])]);
    const without = JSON.parse(JSON.stringify(whole), (key, value) =>
      ["text", "hideOn", "opensOn", "texture", "veil"].includes(key) ? undefined : value,
    ) as Part;
    expect(bodyOf({ id: "p", kind: "part", body: without } as DesignDocument)).toEqual(whole);
  });
  it("are the same object where nothing is missing", () => {
    const document = { id: "p", kind: "part", body } as DesignDocument;
    expect(upgraded(document)).toEqual({ ok: true, value: document });
    expect(bodyOf(document)).toBe(body);
  });
});
