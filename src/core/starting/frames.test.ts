import { describe, expect, it } from "vitest";
import { material } from "../../../test/design-material";
import { NOW, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import { buildIndex } from "../addresses/stems";
import { type Design, type DesignDocument, designOf } from "../design/design";
import { Part } from "../design/part";
import { SLOTS } from "../model/slot";
import { compileDesign, partOf, resolveSlot } from "../placement/resolve";
import { designsOf, partOfBands, type StartingDesign } from "./designs";
import { FRAMES, type FramePart, frameParts, frameSlots, framesOf } from "./frames";

const SEED = runSeed(3);
const headers = designsOf("header", SEED, material);
const footers = designsOf("footer", SEED, material);
const titleBars = designsOf("titleBar", SEED, material);
const partsOf = (at = 0): readonly FramePart[] => {
  const frame = framesOf(headers, footers, titleBars)[at];
  let count = 0;
  const newId = () => {
    count += 1;
    return `n${count}`;
  };
  const parts = frame && frameParts(frame, material, newId);
  if (!parts) throw new Error("test: expected the parts of a frame");
  return parts;
};

describe(`complete frames for an empty site (seed ${SEED})`, () => {
  it("are three, of headers of different forms, each with a footer of its own", () => {
    const frames = framesOf(headers, footers, titleBars);
    expect(frames).toHaveLength(FRAMES);
    expect(new Set(frames.map(({ header }) => header.form)).size).toBe(FRAMES);
    expect(new Set(frames.map(({ footer }) => JSON.stringify(footer))).size).toBe(FRAMES);
  });

  it("take the best header of each form, and of the footers that are left one on the same ground where there is one", () => {
    const frames = framesOf(headers, footers, titleBars);
    const firsts = headers.filter(
      ({ traits }, at) => headers.findIndex((other) => other.traits.form === traits.form) === at,
    );
    expect(frames.map(({ header }) => header)).toEqual(firsts.slice(0, FRAMES).map(({ traits }) => traits));
    const left = new Set<StartingDesign>(footers);
    for (const { header, footer } of frames) {
      const hasSame = [...left].some(({ traits }) => traits.ground === header.ground);
      if (hasSame) expect(footer.ground).toBe(header.ground);
      for (const each of left) if (each.traits === footer) left.delete(each);
    }
  });

  it("are as many as there are footers for, and none without", () => {
    expect(framesOf(headers, footers.slice(0, 1), titleBars)).toHaveLength(1);
    expect(framesOf(headers, [], titleBars)).toEqual([]);
    expect(framesOf([], footers, titleBars)).toEqual([]);
  });

  it("are whole parts: each is read by the schema, with ids of its own", () => {
    for (let at = 0; at < FRAMES; at += 1) {
      const parts = partsOf(at);
      for (const { slot, bands } of parts)
        expect(Part.safeParse(partOfBands(slot, bands)).success).toBe(true);
      const ids = parts.flatMap(({ bands }) => JSON.stringify(bands).match(/"id":"n\d+"/g) ?? []);
      expect(new Set(ids).size).toBe(ids.length);
      expect(new Set(parts.map(({ slot }) => slot))).toEqual(
        new Set(["header", "titleBar", "layout", "footer"]),
      );
    }
  });

  it("say no where the site no longer has what a form is made of", () => {
    // a menu round the logo needs one
    const split = headers.find(({ traits }) => traits.form === "split");
    const [footer] = footers;
    if (!split || !footer) throw new Error("test: expected a header with a menu round its logo");
    const frame = { header: split.traits, footer: footer.traits, hero: null };
    expect(frameParts(frame, material, () => "n")).not.toBeNull();
    expect(frameParts(frame, { ...material, menus: [] }, () => "n")).toBeNull();
  });

  it("have a hero on the front page of one of them, in place of a welcome in words, and its title once", () => {
    const frames = framesOf(headers, footers, titleBars);
    expect(frames.map(({ hero }) => hero?.form ?? null)).toEqual([null, "hero", null]);
    for (const at of [0, 1]) {
      const slots = frameSlots(partsOf(at), "front");
      const bands = [...(slots.titleBar?.bands ?? []), ...(slots.layout?.bands ?? [])];
      expect(JSON.stringify(bands).match(/"kind":"title"/g)).toHaveLength(1);
      expect(JSON.stringify(slots.titleBar?.bands ?? []).includes('"kind":"hero"')).toBe(at === 1);
    }
    // a site without pictures has one on a ground
    expect(
      designsOf("titleBar", SEED, { ...material, pictures: [] }).some(({ traits }) => traits.form === "hero"),
    ).toBe(true);
  });

  it.each([0, 1])(
    "show on each page what they were looked at with, as placements resolve them: frame %i",
    (which) => {
      const parts = partsOf(which);
      const documents = parts.map((part, at): DesignDocument => {
        const body = { ...partOfBands(part.slot, part.bands), placement: part.placement, number: at + 1 };
        return { id: `p${at}`, kind: "part", body };
      });
      let looked = 0;
      for (let site = 0; site < 12; site += 1) {
        const facts = randomFacts(seeded(SEED * 100 + site));
        const index = buildIndex(facts, NOW);
        const design: Design = designOf(documents);
        const compiled = compileDesign(design, index);
        for (const page of index.stems) {
          const slots = frameSlots(parts, page.role);
          for (const slot of SLOTS) {
            looked += 1;
            const id = partOf(resolveSlot(compiled, slot, page, { audience: "signedOut", at: NOW }));
            const wanted = slots[slot] ? `p${parts.indexOf(slots[slot])}` : null;
            expect(id, `${slot} of ${page.identity}, ${page.role}`).toBe(wanted);
          }
        }
      }
      expect(looked).toBeGreaterThan(500);
    },
  );
});
