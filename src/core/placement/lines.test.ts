import { describe, expect, it } from "vitest";
import { randomWorld } from "../../../test/random-world";
import type { Address } from "../addresses/facts";
import { linesFor } from "./lines";
import { holdsAll } from "./match";

describe("lines for chosen pages", () => {
  it("hold on every one of them, and on no other, whichever way it is said", () => {
    let told = 0;
    const sorts = new Set<string>();
    for (let seed = 0; seed < 150; seed += 1) {
      const { random, index } = randomWorld(1000 + seed);
      const kind = random.pick(index.facts.kinds).id;
      const numbersOf = (fits: (page: Address) => boolean) =>
        [...index.pages.keys()].filter((number) => fits(index.pages[number] as Address));
      const archive = numbersOf((page) => page.archiveOf?.of === "kind" && page.archiveOf.id === kind);
      const asked = [
        random.some([...index.pages.keys()], 1, 4),
        numbersOf((page) => page.role === "entry" && page.kind === kind),
        [...numbersOf((page) => page.role === "entry" && page.kind === kind), ...archive],
        archive,
        archive.slice(0, 1),
        numbersOf((page) => page.role === "archive"),
        numbersOf((page) => page.pageNumber > 1),
        numbersOf((page) => page.ancestors.length > 0),
        [...index.pages.keys()],
      ];
      for (const numbers of asked)
        for (const lines of linesFor({ numbers, index })) {
          told += 1;
          for (const { clauses } of lines) sorts.add(clauses.map(({ facet }) => facet).join(" "));
          const held = numbersOf((page) => lines.some(({ clauses }) => holdsAll(clauses, page)));
          const wanted = [...new Set(numbers)].sort((a, b) => a - b);
          expect(held, `seed ${1000 + seed}: ${JSON.stringify(lines)}`).toEqual(wanted);
        }
    }
    expect(told).toBeGreaterThan(900);
    expect([...sorts]).toEqual(
      expect.arrayContaining(["kind", "archiveOf", "entry", "address page", "page", ""]),
    );
  });

  it("say what pages have in common before they list names, in two lines where entries and archives are meant", () => {
    const { index } = randomWorld(2);
    const parent = index.stems.find(
      (page) => index.stems.filter((each) => each.ancestors[0] === page.entry?.id).length > 1,
    );
    if (!parent) throw new Error("test: expected an entry with two children, got none");
    const children = [...index.pages.keys()].filter(
      (number) => index.pages[number]?.ancestors[0] === parent.entry?.id,
    );
    expect(linesFor({ numbers: children, index })[0]?.[0]?.clauses[0]?.facet).not.toBe("entry");
    const archive = index.stems.find((page) => page.archiveOf?.of === "kind");
    if (archive?.archiveOf?.of !== "kind") throw new Error("test: expected an archive of a kind, got none");
    const { id } = archive.archiveOf;
    const both = [...index.pages.keys()].filter((number) => {
      const page = index.pages[number] as Address;
      return (page.role === "entry" && page.kind === id) || page.identity === archive.identity;
    });
    // in one line: the kind and its archive
    const [lines] = linesFor({ numbers: both, index });
    expect(lines?.map(({ clauses }) => clauses[0])).toEqual([{ facet: "ofKind", values: [id] }]);
  });

  it("take an archive without its later pages only where that is said", () => {
    const { index } = randomWorld(3);
    const [stem, later] = [...index.later].find(([number]) => index.stems[number]?.role === "archive") as [
      number,
      number,
    ];
    const [first] = linesFor({ numbers: [stem], index });
    expect(first?.[0]?.clauses.map(({ facet }) => facet)).toEqual(["address", "page"]);
    // pages that are not there are nobody's concern
    const weights = new Uint16Array(index.pages.length).fill(1);
    weights[later] = 0;
    expect(linesFor({ numbers: [stem], index, weights })[0]?.[0]?.clauses.map(({ facet }) => facet)).toEqual([
      "address",
    ]);
  });

  it("are none where no page is meant", () => {
    expect(linesFor({ numbers: [], index: randomWorld(4).index })).toEqual([]);
  });
});
