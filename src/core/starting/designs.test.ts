import { createHash } from "node:crypto";
import Color from "colorjs.io";
import { describe, expect, it } from "vitest";
import { material, materialWith } from "../../../test/design-material";
import { block, entryView, pageData, partWith, picture } from "../../../test/page-data";
import { runSeed, seeded } from "../../../test/seeded";
import { faintBands } from "../checks/part-contrast";
import { bandsOnGrounds, heroesOf } from "../design/hero";
import { Part } from "../design/part";
import { BandFit, flipOf, isWrongIn } from "../layout/fit";
import { NARROWEST, WIDEST_SCREEN } from "../layout/readings";
import { canonicalJson } from "../model/canonical";
import {
  type DesignMaterial,
  designsLike,
  designsOf,
  LEAST_APART,
  OF_A_SEED,
  PAGE,
  partOfBands,
} from "./designs";
import { Dice } from "./dice";
import { FRAMES, framesOf } from "./frames";
import { DESIGNED_SLOTS, distanceOf, FORMS, Traits } from "./traits";

/** A site that has nothing but its name and one menu. */
const bare: DesignMaterial = {
  ...material,
  hasLogo: false,
  hasLogoOverPictures: false,
  hasAddress: false,
  hasTagline: false,
  hasSocial: false,
  hasEvents: false,
  menus: material.menus.slice(0, 1),
  pictures: [],
};

describe("starting points of a seed", () => {
  it.each([
    ["header", 1],
    ["header", 7],
    ["footer", 1],
    ["footer", 7],
    ["titleBar", 1],
    ["titleBar", 7],
    ["layout", 1],
    ["layout", 7],
    ["side", 1],
    ["side", 7],
  ] as const)("are 24 whole parts, pairwise different by the distance stated: %s, seed %i", (slot, seed) => {
    const designs = designsOf(slot, seed, material);
    expect(designs).toHaveLength(OF_A_SEED);
    for (const [at, { traits, bands }] of designs.entries()) {
      expect(Part.safeParse(partOfBands(slot, bands)).success).toBe(true);
      for (const other of designs.slice(at + 1))
        expect(distanceOf(traits, other.traits)).toBeGreaterThanOrEqual(LEAST_APART);
    }
    const forms = new Set(designs.slice(0, PAGE).map(({ traits }) => traits.form));
    expect(forms.size).toBeGreaterThanOrEqual(Math.min(5, FORMS[slot].length - 1));
  });
  it("all pass: at every width no second row and nothing beyond the screen, and every text at 4.5 or more", () => {
    for (const slot of DESIGNED_SLOTS)
      for (const { bands, contrast } of designsOf(slot, 3, material)) {
        expect(contrast).toBeGreaterThanOrEqual(4.5);
        for (const band of bands) {
          const fit = new BandFit(band, material.fit, material.measure);
          // asked at every fourth width, not by halving as the generator does
          for (let at = NARROWEST; at <= WIDEST_SCREEN; at += 4)
            expect(isWrongIn(slot, fit.stateAt(at))).toBe(false);
        }
      }
  });
  const seed = runSeed(6);
  it(`are as many and pass whatever the site has: 3 to 9 items, names of 4 to 60 letters, logos from 1 : 2 to 8 : 1 (seed ${seed})`, () => {
    const random = seeded(seed);
    const sites = [
      { items: 9, letters: 60, ratio: 8, hasLogo: true },
      { items: 9, letters: 60, ratio: 0.5, hasLogo: false },
      {
        items: 3 + random.below(7),
        letters: 4 + random.below(57),
        ratio: 2 ** (4 * random.real() - 1),
        hasLogo: random.chance(0.5),
      },
    ];
    for (const site of sites) {
      const own = materialWith(site);
      const [headers, footers] = (["header", "footer"] as const).map((slot) => designsOf(slot, seed, own));
      expect(headers?.length, JSON.stringify(site)).toBe(OF_A_SEED);
      expect(footers?.length, JSON.stringify(site)).toBe(OF_A_SEED);
      const titleBars = designsOf("titleBar", seed, own);
      expect(titleBars.length, JSON.stringify(site)).toBe(OF_A_SEED);
      expect(framesOf(headers ?? [], footers ?? [], titleBars)).toHaveLength(FRAMES);
      for (const { bands } of headers?.slice(0, PAGE) ?? [])
        for (const band of bands) {
          const stretches = new BandFit(band, own.fit, own.measure).stretches(NARROWEST, WIDEST_SCREEN);
          expect(stretches.filter(({ state }) => isWrongIn("header", state))).toEqual([]);
          expect(flipOf(stretches)).toBeNull();
        }
    }
  });
  it("are the same on every machine", () => {
    const digest = (slot: "header" | "footer") =>
      createHash("sha256")
        .update(canonicalJson(designsOf(slot, 24, material).map(({ traits, score }) => ({ traits, score }))))
        .digest("hex")
        .slice(0, 12);
    expect([digest("header"), digest("footer")]).toEqual(["51a70b70b870", "26b14f72a689"]);
  });
  it("leave out what the site does not have, and still are many", () => {
    for (const slot of DESIGNED_SLOTS) {
      const designs = designsOf(slot, 5, bare);
      expect(designs.length).toBeGreaterThanOrEqual(PAGE);
      const text = JSON.stringify(designs.map(({ bands }) => bands));
      for (const kind of ["logo", "tagline", "social", "address"])
        expect(text).not.toContain(`"kind":"${kind}"`);
    }
  });
  it("differ from seed to seed", () => {
    const [one, two] = [1, 2].map((seed) =>
      JSON.stringify(designsOf("header", seed, material).map(({ traits }) => traits)),
    );
    expect(one).not.toBe(two);
  });
});

describe("title bars that stand on any picture of a page or of an entry", () => {
  it("can be read on a white one, a black one and a grey one, at every width", () => {
    const data = pageData();
    let looked = 0;
    const from = { ...material, hasEvents: true, listedKinds: ["k0"] };
    for (const { traits, bands } of designsOf("titleBar", 4, from)) {
      const part = partOfBands("titleBar", bands);
      const own = bandsOnGrounds(bands, {}).some(({ background }) => background.pageOwnPicture);
      const heroes = bands.flatMap(heroesOf).filter(({ settings }) => settings.slides.from !== "own");
      if (!own && heroes.length === 0) continue;
      for (const lightness of [0, 50, 100]) {
        const pictures = {
          any: { ...picture, lightness, tones: "" },
          dark: { ...picture, lightness, tones: "" },
        };
        const entry = entryView({ picture: "any" });
        const list = { entries: [entry], total: 1, page: 1, pages: 1, stem: "" };
        const lists = Object.fromEntries(heroes.map(({ id }) => [id, list]));
        looked += 1;
        expect([traits, lightness, faintBands(part, { ...data, pictures, lists, entry })]).toEqual([
          traits,
          lightness,
          [],
        ]);
      }
    }
    expect(looked).toBeGreaterThan(8);
  });
});

it("title bars on a picture that is not at hand can be read whatever it is", () => {
  const from = { ...material, pictureOf: () => undefined };
  const heroes = designsOf("titleBar", 4, from).filter(({ traits }) => traits.form === "hero");
  expect(heroes.length).toBeGreaterThan(1);
  for (const { bands } of heroes)
    for (const lightness of [0, 100]) {
      const pictures = { dark: { ...picture, lightness, tones: "" } };
      expect(faintBands(partOfBands("titleBar", bands), { ...pageData(), pictures })).toEqual([]);
    }
});

describe("title bars below a header that is laid over them", () => {
  const [band] = partWith("header", [block("heading", { text: "Menu" })], {
    overPicture: { on: true },
  }).bands;
  it("are those on which its text can be read", () => {
    const light = (designs: ReturnType<typeof designsOf>) =>
      designs.filter(
        ({ isOnPictures, bands }) =>
          isOnPictures &&
          bands.flatMap(heroesOf).some(({ settings }) => settings.ground === "role:background"),
      ).length;
    const from = { ...material, hasEvents: true, listedKinds: ["k0"], kinds: ["k0"] };
    expect(light(designsOf("titleBar", 4, from))).toBeGreaterThan(0);
    const below = designsOf("titleBar", 4, { ...from, over: band ?? null });
    expect(light(below)).toBe(0);
    expect(below.length).toBeGreaterThanOrEqual(PAGE);
    expect(below.some(({ isOnPictures }) => isOnPictures)).toBe(true);
  });
  it("say what contrast words have that stand on the page itself", () => {
    const words = designsOf("titleBar", 4, material).filter(({ traits }) => traits.form === "words");
    const { palette, roles } = material.measure.style;
    const hexOfRole = (id: string) => palette.find((each) => each.id === id)?.value ?? "";
    expect(words.length).toBeGreaterThan(0);
    const wanted = new Color(hexOfRole(roles.text)).contrastWCAG21(hexOfRole(roles.background));
    for (const each of words) expect(each.contrast).toBeCloseTo(wanted, 2);
  });
});

describe("more like one", () => {
  it("keeps the form, changes a few traits, and gives no two laid out alike, nor the one itself", () => {
    const [first] = designsOf("header", 9, material);
    if (!first) throw new Error("expected a design");
    const like = designsLike(first.traits, 2, material);
    expect(like).toHaveLength(PAGE);
    expect(new Set(like.map(({ traits }) => traits.form))).toEqual(new Set([first.traits.form]));
    const laidOut = [first, ...like].map(({ bands }) => JSON.stringify(bands));
    expect(new Set(laidOut).size).toBe(PAGE + 1);
  });
});

describe("traits from outside", () => {
  it("are refused where the form is not of the slot", () => {
    const [first] = designsOf("header", 9, material);
    expect(Traits.safeParse(first?.traits).success).toBe(true);
    expect(Traits.safeParse({ ...first?.traits, slot: "footer", form: "masthead" }).success).toBe(false);
  });
});

describe("dice", () => {
  it("fall alike for one seed, and evenly: chi-squared over 16 boxes below its 99.9th percentile", () => {
    const dice = new Dice(42);
    const again = new Dice(42);
    const boxes = new Array<number>(16).fill(0);
    const throws = 16_000;
    for (let at = 0; at < throws; at += 1) {
      const value = dice.next();
      expect(value).toBe(again.next());
      boxes[Math.floor(value * 16)] = (boxes[Math.floor(value * 16)] as number) + 1;
    }
    const chi = boxes.reduce((sum, count) => sum + (count - throws / 16) ** 2 / (throws / 16), 0);
    // 15 degrees of freedom; NIST/SEMATECH e-Handbook §1.3.6.7.4: 37.697
    expect(chi).toBeLessThan(37.697);
  });
});
