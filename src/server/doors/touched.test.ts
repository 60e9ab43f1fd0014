import { describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { setNodeOperation, setOperation } from "../../core/design/operations";
import { ASPECTS } from "../../core/design/touched";
import { blocksOf } from "../../core/design/tree";
import { MADE_OF, stillHolds } from "../../ui/client/known-answers";
import type { UseCaseName } from "./registry";

/** What the studio does not ask again after a change, it would be told just as before. */
describe("an answer that is kept after a change", () => {
  it("is what would be answered anew", async () => {
    const studio = new Studio(await signInAs("owner"));
    const { rows } = await studio.get("parts");
    const [header, footer] = (["header", "footer"] as const).map((slot) =>
      rows.find((row) => row.slot === slot && row.shows > 0),
    );
    if (!header || !footer) throw new Error("test: expected a header and a footer of the demo, got none");
    const page = (await studio.get("aboutSite")).site.front;
    const part = (id: string) => studio.get("part", { part: id }).then(({ body }) => body);
    const seen = { audience: "signedOut", state: "draft" } as const;
    const shown = { by: "kind", filter: {} };
    const questions: readonly (readonly [UseCaseName, object])[] = [
      ["coverage", { ...seen, ...shown }],
      ["rows", { ...seen, ...shown, group: null, from: 0, count: 100 }],
      ["expectations", {}],
      ["explain", { ...seen, slot: "header", page }],
      ["part", { part: header.id }],
      ["reach", { part: header.id }],
      ["places", { query: "pri", whole: false }],
      ["tokens", {}],
      ["draftLinks", {}],
      ["savedFilters", {}],
      ["signUps", {}],
      ["visitors", {}],
      ["uploads", {}],
      ["icons", { query: "star" }],
      ["itemSigns", { query: "star" }],
      ["parts", {}],
      ["aboutSite", {}],
    ];
    expect(questions.map(([name]) => name)).toEqual(expect.arrayContaining(Object.keys(MADE_OF)));
    const askAll = async () =>
      new Map(
        await Promise.all(
          questions.map(async ([name, input]) => [name, await studio.get(name, input)] as const),
        ),
      );
    const set = async (id: string, path: readonly (string | number)[], value: unknown, was: unknown) =>
      studio.get("change", { operations: [{ op: "set", id, path, value, was }] });
    const body = await part(header.id);
    const band = body.bands[0];
    const block = band?.cells[0]?.blocks[0];
    if (!band || !block) throw new Error("test: expected a block in the header, got none");
    const menu = (await studio.get("menus")).menus[0]?.id ?? "";
    const items = (await studio.get("menu", { menu })).body;
    const { body: style } = await studio.get("style");
    const { body: profile } = await studio.get("profile");
    const picture = (await studio.get("pictures")).pictures[0]?.id ?? "";
    const { body: shot } = await studio.get("picture", { picture });
    const changes: Readonly<Record<string, () => Promise<{ touched: readonly string[] }>>> = {
      bands: () => set(header.id, ["bands", 0, "gap"], band.gap + 3, band.gap),
      renamed: () => set(header.id, ["name"], "Morning header", body.name),
      paused: () => set(footer.id, ["on"], false, true),
      placement: () => set(header.id, ["placement", "over"], !body.placement.over, body.placement.over),
      chosen: () => studio.get("choosePage", { pages: [page], slot: "header", choice: "nothing", ...shown }),
      pageSize: async () => {
        const layouts = rows.filter(({ slot }) => slot === "layout");
        for (const { id } of layouts) {
          const layout = await part(id);
          const list = blocksOf(layout as never).find(
            (each) => each.kind === "entryList" && each.settings.paged && each.settings.pageSize > 2,
          );
          if (list)
            return studio.get("change", {
              operations: [setNodeOperation(layout as never, id, list.id, ["settings", "pageSize"], 1)],
            });
        }
        throw new Error("test: expected a layout with a paged list, got none");
      },
      menu: () => set(menu, ["name"], "Renamed", items.name),
      style: () => set("style", ["measures", "radius"], style.measures.radius + 1, style.measures.radius),
      profile: () => set("profile", ["tagline"], "Another", profile.tagline),
      picture: () => set(picture, ["name"], "Renamed", shot.name),
      piece: () => studio.get("makePiece", { part: header.id, nodes: [block.id], name: "A piece" }),
      emptied: async () =>
        studio.get("change", {
          operations: [
            setOperation(
              new Map([[header.id, { id: header.id, kind: "part", body: await part(header.id) }]]),
              header.id,
              ["bands"],
              [],
            ),
          ],
        }),
      undone: () => studio.get("undo"),
    };
    const met = new Set<string>();
    let kept = 0;
    for (const [change, make] of Object.entries(changes)) {
      const before = await askAll();
      const { touched } = await make();
      const after = await askAll();
      for (const each of touched) met.add(each);
      expect(touched, change).not.toEqual([]);
      // the frame tells of every change: nothing of it is ever kept
      expect(after.get("aboutSite"), change).not.toEqual(before.get("aboutSite"));
      for (const [name] of questions) {
        if (!stillHolds(name, touched as never)) continue;
        kept += 1;
        const [was, is] = [before, after].map((all) => withoutBody(all.get(name)));
        expect(is, `${name}, after ${change}`).toEqual(was);
      }
    }
    expect(kept).toBeGreaterThan(80);
    expect([...met].sort()).toEqual([...ASPECTS].filter((each) => each !== "expectations").sort());
  });
});

/** The body of a document comes with the answer to its change. */
const withoutBody = (answer: unknown): unknown =>
  typeof answer === "object" && answer !== null ? { ...answer, body: null } : answer;
