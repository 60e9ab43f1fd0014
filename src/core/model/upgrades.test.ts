import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import type { DesignDocument } from "./design";
import { Part } from "./part";
import { upgraded } from "./upgrades";

describe("parts of older versions", () => {
  const body = partWith("header", []);
  const old = {
    ...body,
    bands: body.bands.map(({ overPicture: _, stickyWhen: __, ...band }) => band),
  } as unknown as Part;
  it("get what says that their bands lie over nothing, and are whole then", () => {
    const { body: now } = upgraded({ id: "p", kind: "part", body: old } as DesignDocument);
    expect(now).toEqual(body);
    expect(Part.safeParse(now).success).toBe(true);
  });
  it("get every field that blocks, cells and looks have today", () => {
    const whole = partWith("titleBar", [block("title"), block("group", {}, [block("menu")])]);
    const without = JSON.parse(JSON.stringify(whole), (key, value) =>
      ["text", "hideOn", "opensOn", "texture", "veil"].includes(key) ? undefined : value,
    ) as Part;
    expect(upgraded({ id: "p", kind: "part", body: without } as DesignDocument).body).toEqual(whole);
  });
  it("are the same object where nothing is missing", () => {
    const document = { id: "p", kind: "part", body } as DesignDocument;
    expect(upgraded(document)).toBe(document);
  });
});
