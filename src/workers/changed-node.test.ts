import { type DefaultTreeAdapterTypes, parseFragment } from "parse5";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../test/page-data";
import { changedSetting } from "../../test/random-setting";
import { seeded } from "../../test/seeded";
import { shaper } from "../../test/shaper";
import { BLOCK_KINDS } from "../core/blocks";
import { Part } from "../core/design/part";
import { renderPage } from "../core/render/page";
import { ENGLISH } from "../messages/visitor-words";
import { changedNode } from "./changed-node";

const SEED = Number(process.env["SEED"] ?? 5);

interface Place {
  readonly start: number;
  readonly end: number;
}

/** Where the named elements of a drawing lie, as parse5 reads it; those whose name stands twice are not named. */
const namedIn = (html: string): ReadonlyMap<string, Place> => {
  const found = new Map<string, Place>();
  const twice = new Set<string>();
  const look = (node: DefaultTreeAdapterTypes.Node): void => {
    if ("attrs" in node) {
      const name = node.attrs.find((each) => each.name === "data-node")?.value;
      const at = node.sourceCodeLocation;
      if (name !== undefined && at) {
        if (found.has(name)) twice.add(name);
        found.set(name, { start: at.startOffset, end: at.endOffset });
      }
    }
    if ("childNodes" in node) for (const child of node.childNodes) look(child);
  };
  look(parseFragment(html, { sourceCodeLocationInfo: true }));
  for (const name of twice) found.delete(name);
  return found;
};

/** A drawing with one of its elements as another drawing has it. */
const replaced = (before: string, { start, end }: Place, html: string): string =>
  before.slice(0, start) + html + before.slice(end);

/** An element's tag and its name, as it begins. */
const opening = (html: string, { start }: Place): string =>
  /^<\w+ data-node="[^"]*"/.exec(html.slice(start, start + 200))?.[0] ?? "";

/** The named elements that alone make the one drawing of the other, by trying each: how long they are. */
const thatDo = (before: string, after: string): readonly number[] => {
  const now = namedIn(after);
  return [...namedIn(before)].flatMap(([node, place]) => {
    const next = now.get(node);
    // of another tag it is another element
    if (!next || opening(before, place) !== opening(after, next)) return [];
    return replaced(before, place, after.slice(next.start, next.end)) === after
      ? [next.end - next.start]
      : [];
  });
};

const drawn = (part: Part): string =>
  renderPage({ ...pageData(), slots: { ...pageData().slots, layout: { id: "p", part } } }, ENGLISH, {
    mark: true,
    shaper,
  }).body;

describe(`the element that holds all that differs (seed ${SEED})`, () => {
  const random = seeded(SEED);
  const inside = BLOCK_KINDS.filter((kind) => kind !== "group" && kind !== "piece").map((kind) =>
    block(kind, kind === "menu" ? { menu: "main" } : {}),
  );
  const start = Part.parse(
    partWith("layout", [block("group", {}, inside), block("heading", { text: "Words" })]),
  ) as Part;

  it("is the smallest that makes the one of the other, for every kind of block and setting", () => {
    let [part, named, differing] = [start, 0, 0];
    for (let round = 0; round < 1500; round += 1) {
      const next = changedSetting(random, part);
      if (!next) continue;
      const [before, after] = [drawn(part), drawn(next.part)];
      part = random.chance(0.05) ? start : next.part;
      if (before === after) continue;
      differing += 1;
      const can = thatDo(before, after);
      const found = changedNode(before, after);
      expect(found === null, next.what).toBe(can.length === 0);
      if (!found) continue;
      named += 1;
      const place = namedIn(before).get(found.node);
      expect(place && replaced(before, place, found.html), next.what).toBe(after);
      expect(found.html.length, next.what).toBe(Math.min(...can));
    }
    expect(differing).toBeGreaterThan(60);
    expect(named).toBeGreaterThan(differing * 0.8);
  });

  it("is none where nothing named holds it, or its name stands twice", () => {
    expect(changedNode("<main><p>a</p></main>", "<main><p>b</p></main>")).toBeNull();
    const card = (text: string) => `<li data-node="card"><p>${text}</p></li>`;
    const list = (text: string) => `<ul data-node="list">${card("One")}${card(text)}</ul>`;
    expect(changedNode(list("Two"), list("Three"))).toEqual({ node: "list", html: list("Three") });
    expect(changedNode(`<ul>${card("a")}${card("b")}</ul>`, `<ul>${card("a")}${card("c")}</ul>`)).toBeNull();
  });

  it("is what is round it where its own name is another, or it comes or goes", () => {
    const band = (content: string) => `<div data-node="band">${content}</div>`;
    const named = (name: string) => `<h2 data-node="${name}">Sky</h2>`;
    const nodes = [band(named("one")), band(named("one1")), band(""), band(named("one") + named("two"))];
    for (const before of nodes)
      for (const after of nodes)
        if (before !== after) expect(changedNode(before, after)).toEqual({ node: "band", html: after });
  });

  it("takes another look of the element itself with it", () => {
    const after = '<a data-node="link" class="wide"><img src="a.png">On</a>';
    expect(changedNode('<a data-node="link" class="small"><img src="a.png">On</a>', after)).toEqual({
      node: "link",
      html: after,
    });
  });
});
