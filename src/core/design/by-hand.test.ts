import { describe, expect, it } from "vitest";
import { block, partWith } from "../../../test/page-data";
import { defaultSettings } from "../blocks";
import { ARRANGEMENTS } from "../blocks/list-settings";
import { setByHand } from "./by-hand";
import { type DesignDocument, findBody } from "./design";
import { applyOperations } from "./operations";
import type { Block, Part as DesignPart } from "./part";

const list = block("entryList", {
  rows: { picture: "right", summary: false, facts: ["date", "author"], gap: 40 },
  cards: { columns: { wide: 4 }, picture: false, summary: true, facts: [], gap: 28 },
});
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
      gap: 28,
    });
    const back = withSetting(cards, ["settings", "arrangement"], "rows");
    expect(settingsOf(back)["rows"]).toEqual({
      picture: "right",
      summary: false,
      facts: ["date", "author"],
      gap: 40,
    });
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
      gap: 40,
    });
  });
  it("takes them through all arrangements", () => {
    const [none, summary, facts] = ["none", false, ["date", "author"]] as const;
    const rows = { ...defaultSettings("entryList").rows, picture: none, summary, facts: [...facts] };
    const around = [...ARRANGEMENTS, "rows"].reduce(
      (body, arrangement) => withSetting(body, ["settings", "arrangement"], arrangement),
      partWith("layout", [{ ...block("entryList", { rows }), id: list.id } as Block]),
    );
    for (const arrangement of ARRANGEMENTS)
      expect(settingsOf(around)[arrangement]).toMatchObject({
        picture: arrangement === "rows" ? "none" : false,
        summary,
        facts,
      });
  });
  it("is one field where nothing goes along", () => {
    expect(setByHand(part, "p", list.id, ["settings", "pageSize"], 5)).toHaveLength(1);
    expect(setByHand(part, "p", list.id, ["look", "align"], "end")).toHaveLength(1);
    expect(setByHand(part, "p", part.bands[0]?.id as string, ["gap"], 5)).toHaveLength(1);
  });
});
