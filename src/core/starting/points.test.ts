import { describe, expect, it } from "vitest";
import { materialWith } from "../../../test/design-material";
import { entryView, pageData } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { shinesThrough } from "../checks/shines-through";
import { Part } from "../design/part";
import { blocksOf, walk } from "../design/tree";
import { BandFit } from "../layout/fit";
import { NARROWEST, WIDEST_SCREEN } from "../layout/readings";
import { troublesOf } from "../layout/troubles";
import { EVERYWHERE } from "../model/placement";
import { SLOTS } from "../model/slot";
import { renderPage } from "../render/page";
import { partOfBands } from "./designs";
import type { StartingMaterial } from "./point";
import { startingPoint, startingPoints } from "./points";
import { settled } from "./settled";

const rich: StartingMaterial = {
  hasLogo: true,
  nameLength: 12,
  logoRatio: 4,
  hasLogoOverPictures: true,
  hasAddress: true,
  hasTagline: true,
  hasSocial: true,
  hasEvents: true,
  eventKinds: ["event"],
  priceField: "price",
  hasAuthors: true,
  menus: [
    { id: "main", name: "Main", items: 6 },
    { id: "small", name: "Small print", items: 3 },
  ],
  pictures: [
    { id: "bright", width: 1600, height: 900, lightness: 80 },
    { id: "dark", width: 1600, height: 900, lightness: 10 },
  ],
  kinds: ["k0", "k1"],
  listedKinds: ["k0"],
};
const bare: StartingMaterial = {
  hasLogo: false,
  nameLength: 12,
  logoRatio: 1,
  hasLogoOverPictures: false,
  hasAddress: false,
  hasTagline: false,
  hasSocial: false,
  hasEvents: false,
  eventKinds: [],
  priceField: "",
  hasAuthors: false,
  menus: [],
  pictures: [],
  kinds: [],
  listedKinds: [],
};
const counter = () => {
  let next = 0;
  return () => `n${next++}`;
};

describe("starting points", () => {
  it.each([
    { items: 6, letters: 22, ratio: 4, hasLogo: true },
    { items: 9, letters: 60, ratio: 8, hasLogo: true },
    { items: 9, letters: 60, ratio: 0.5, hasLogo: false },
    { items: 3, letters: 4, ratio: 0.5, hasLogo: true },
  ])("leave room for everything at every width: %o", (site) => {
    const own = materialWith(site);
    for (const slot of ["header", "footer"] as const)
      for (const { key, bands } of startingPoints(slot, own, counter()))
        for (const band of settled(partOfBands(slot, bands), own.fit, own.measure).bands) {
          const fit = new BandFit(band, own.fit, own.measure);
          expect(shinesThrough({ slot, bands }, { ...own.fit, style: own.measure.style })).toEqual([]);
          const stretches = fit.stretches(NARROWEST, WIDEST_SCREEN);
          expect(fit.isExact ? troublesOf(fit, slot, stretches) : [], `${slot} ${key} ${band.name}`).toEqual(
            [],
          );
        }
  });
  it("are at least two for each slot, whole and drawable, whatever the site has", () => {
    for (const material of [rich, bare])
      for (const slot of SLOTS) {
        const points = startingPoints(slot, material, counter());
        expect(points.length).toBeGreaterThanOrEqual(2);
        for (const point of points) {
          const part = {
            schema: 1 as const,
            slot,
            number: 1,
            name: point.name,
            on: true,
            binnedAt: null,
            origin: "00000000-0000-4000-8000-000000000000",
            placement: EVERYWHERE,
            bands: point.bands,
          };
          expect(Part.safeParse(part).success, `${slot} ${point.key}`).toBe(true);
          const ids = [...walk(part)].map((place) => place.node.id);
          expect(new Set(ids).size).toBe(ids.length);
          const drawn = renderPage(
            pageData({
              slots: { ...pageData().slots, [slot]: { id: "p", part } },
              lists: Object.fromEntries(
                blocksOf(part).map(({ id }) => [
                  id,
                  { entries: [entryView()], total: 1, page: 1, pages: 1, stem: "" },
                ]),
              ),
            }),
            ENGLISH,
            { shaper },
          );
          expect(drawn.regions[slot]).not.toBe("");
        }
      }
  });
  it("leave out what the site does not have", () => {
    const kinds = (material: StartingMaterial) =>
      SLOTS.flatMap((slot) =>
        startingPoints(slot, material, counter()).flatMap((point) =>
          blocksOf({ bands: point.bands } as never).map((block) => block.kind),
        ),
      );
    expect(kinds(rich)).toEqual(expect.arrayContaining(["logo", "menu", "tagline", "social"]));
    for (const kind of ["logo", "menu", "tagline", "social"]) expect(kinds(bare)).not.toContain(kind);
  });
  it("put the darkest wide picture behind light words", () => {
    expect(startingPoint("titleBar", "picture", rich, counter())?.bands[0]?.background.picture).toBe("dark");
  });
  it("are not there under a key that is none", () => {
    expect(startingPoint("header", "none", rich, counter())).toBeUndefined();
  });
});
