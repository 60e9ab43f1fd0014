import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { changedSetting } from "../../../test/random-setting";
import { NOW, randomFacts } from "../../../test/random-site";
import { seeded } from "../../../test/seeded";
import { buildIndex } from "../../core/addresses/stems";
import { partSeenBy } from "../../core/cascade/seen-by";
import { withValueAt } from "../../core/design/operations";
import { Part } from "../../core/design/part";
import { type PartNode, updateNode, walk } from "../../core/design/tree";
import type { Menu } from "../../core/model/menu";
import type { Audience } from "../../core/model/placement";
import { planPage } from "../../core/render/plan";
import { needsKey } from "./preview-needs";

const SEED = Number(process.env["SEED"] ?? 9);

const menuTo = (identity: string): Menu => ({
  schema: 1,
  name: identity,
  origin: picture.origin,
  items: [{ id: `to-${identity}`, label: identity, target: { identity }, items: [] }],
});

/** A part with one of each that decides what a page needs, some of it inside a box. */
const start = (): Part => {
  const inside = [
    block("menu", { menu: "main" }),
    block("picture", { picture: "one" }),
    block("button", { target: { identity: "entry:1" } }),
    block("heading", { text: "Words" }),
  ];
  return Part.parse({
    ...partWith("layout", [block("group", {}, inside), block("entryList", { count: 2 }), block("body")]),
  }) as Part;
};

describe(`what a preview asks its data for again (seed ${SEED})`, () => {
  const random = seeded(SEED);
  const index = buildIndex(randomFacts(seeded(4)), NOW);
  const page = index.stems.find(({ archiveOf }) => archiveOf !== null) ?? index.stems[0];
  if (!page) throw new Error("test: expected a page");
  const menus = { main: menuTo("entry:1"), other: menuTo("entry:3") };
  /** What the page of the part would be made of, for one audience. */
  const needs = (part: Part, audience: Audience) =>
    JSON.stringify(
      planPage({
        index,
        page,
        parts: [partSeenBy(part, audience)],
        pageNumber: 1,
        at: NOW,
        found: [],
        menus,
        profilePictures: [pageData().profile.logo],
      }),
    );

  it("is every change after which the page needs something else", () => {
    let [looked, other] = [0, 0];
    const missed = new Set<string>();
    const whole = start();
    for (let round = 0; round < 4000; round += 1) {
      const one = changedSetting(random, whole);
      const two = one && changedSetting(random, one.part);
      if (!one || !two) continue;
      for (const audience of ["signedOut", "signedIn"] as const) {
        looked += 1;
        if (needs(one.part, audience) === needs(two.part, audience)) continue;
        other += 1;
        if (needsKey(one.part) === needsKey(two.part)) missed.add(two.what);
      }
    }
    expect([...missed]).toEqual([]);
    expect(looked).toBeGreaterThan(1500);
    expect(other).toBeGreaterThan(100);
  });
  it("is no change of words, sizes or colours: those are drawn from what is there", () => {
    const part = start();
    const drawn: readonly (readonly [string, readonly string[], unknown])[] = [
      ["heading", ["settings", "text"], "Other words"],
      ["heading", ["look", "colour"], "role:accent"],
      ["menu", ["settings", "gap"], 40],
      ["button", ["settings", "label"], "Come"],
      ["picture", ["look", "hideOn"], ["small"]],
    ];
    for (const [kind, path, value] of drawn) {
      const place = [...walk(part)].find(({ node }) => "kind" in node && node.kind === kind);
      const next = updateNode(
        part,
        place?.node.id ?? "",
        (node) => withValueAt(node, path, value) as PartNode,
      );
      expect(next).not.toBe(part);
      expect(needsKey(next), `${kind} ${path.join(".")}`).toBe(needsKey(part));
    }
  });
});
