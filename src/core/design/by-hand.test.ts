import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { setByHand } from "./by-hand";
import { type DesignDocument, findBody } from "./design";
import { applyOperations } from "./operations";
import type { Block, Part as DesignPart } from "./part";

const list = block("entryList", {
  rows: { picture: "right", summary: false, facts: ["date", "author"] },
  cards: { columns: { wide: 4 }, picture: false, summary: true, facts: [] },
} as never);
const part = partWith("layout", [list]);
const document = { id: "p", kind: "part", body: part } as DesignDocument;
const withSetting = (body: DesignPart, path: readonly string[], value: unknown): DesignPart => {
  const applied = applyOperations(
    new Map([["p", { ...document, body } as DesignDocument]]),
    setByHand(body, "p", list.id, path, value),
  );
  if (!applied.ok) throw new Error(JSON.stringify(applied.issues));
  return findBody(applied.value, "part", "p") as DesignPart;
};
const settingsOf = (body: DesignPart) =>
  (body.bands[0]?.cells[0]?.blocks[0] as Block | undefined)?.settings as never as Record<string, unknown>;

describe("another arrangement of a list", () => {
  it("takes facts, summary and pictures along, and keeps what is its own", () => {
    const cards = withSetting(part, ["settings", "arrangement"], "cards");
    expect(settingsOf(cards)["cards"]).toEqual({
      columns: { wide: 4 },
      picture: true,
      summary: false,
      facts: ["date", "author"],
    });
    const back = withSetting(cards, ["settings", "arrangement"], "rows");
    expect(settingsOf(back)["rows"]).toEqual({ picture: "right", summary: false, facts: ["date", "author"] });
  });
  it("takes along what was changed meanwhile", () => {
    const cards = withSetting(
      withSetting(part, ["settings", "arrangement"], "cards"),
      ["settings", "cards", "facts"],
      ["terms"],
    );
    const none = withSetting(cards, ["settings", "cards", "picture"], false);
    expect(settingsOf(withSetting(none, ["settings", "arrangement"], "rows"))["rows"]).toEqual({
      picture: "none",
      summary: false,
      facts: ["terms"],
    });
  });
  it("is one field where nothing goes along", () => {
    expect(setByHand(part, "p", list.id, ["settings", "pageSize"], 5)).toHaveLength(1);
    expect(setByHand(part, "p", list.id, ["look", "align"], "end")).toHaveLength(1);
    expect(setByHand(part, "p", part.bands[0]?.id as string, ["gap"], 5)).toHaveLength(1);
  });
});
