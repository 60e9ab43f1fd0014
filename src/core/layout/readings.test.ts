import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { randomHeader } from "../../../test/random-header";
import { seeded } from "../../../test/seeded";
import { blindShaper, shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import type { Band, Part } from "../design/part";
import { TextMeasure } from "../measure/text-measure";
import { SLOTS } from "../model/slot";
import { BandFit } from "./fit";
import { keptFit } from "./kept-fits";
import { isRuled, NARROWEST, ROOM_AT, readBands, WIDEST_SCREEN } from "./readings";

const SEED = Number(process.env["SEED"] ?? 5);
const random = seeded(SEED);

/** Random headers with all they are made of, and what measures them. */
const headers = Array.from({ length: 25 }, () => {
  const { data, part } = randomHeader(random, "computed");
  const material = { ...data, words: ENGLISH };
  return { data, part, material, measure: new TextMeasure(shaper, data.style, "en") };
});

describe(`what a ruler says of a band (seed ${SEED})`, () => {
  it("covers every width from the narrowest screen to the widest, once, in stretches that differ", () => {
    for (const { part, material, measure } of headers)
      for (const { stretches } of readBands(part, material, measure)) {
        expect(stretches[0]?.from).toBe(NARROWEST);
        expect(stretches.at(-1)?.to).toBe(WIDEST_SCREEN);
        for (const [at, { from, state }] of stretches.slice(1).entries()) {
          expect(from).toBe((stretches[at]?.to ?? 0) + 1);
          expect(state).not.toBe(stretches[at]?.state);
        }
      }
  });
  it("is at each width what the band does there", () => {
    let looked = 0;
    for (const { part, material, measure } of headers)
      for (const [place, { stretches }] of readBands(part, material, measure).entries()) {
        const fit = new BandFit(part.bands[place] as Band, material, measure);
        const ends = stretches.flatMap(({ from, to }) => [from, to]);
        const between = Array.from({ length: 30 }, () => NARROWEST + random.below(WIDEST_SCREEN - NARROWEST));
        for (const width of [...ends, ...between]) {
          const told = stretches.find(({ from, to }) => from <= width && width <= to);
          expect(told?.state, `${part.bands[place]?.id} at ${width}`).toBe(fit.stateAt(width));
          looked += 1;
        }
      }
    expect(looked).toBeGreaterThan(25 * 30);
  });
  it("tells room in letters that are there: so many of the usual width fit, two more do not", () => {
    let looked = 0;
    for (const { data, part, material, measure } of headers) {
      const [reading] = readBands(part, material, measure);
      const menu = data.menus["main"];
      const items = menu?.items ?? [];
      // one that wide screens show
      const first = items.find(({ hideOn }) => !hideOn?.includes("wide"));
      if (!menu || !first || reading?.letters === null || reading?.letters === undefined) continue;
      const { letters } = reading;
      if (letters < 1 || letters > 60) continue;
      const longer = (count: number) => {
        const label = first.label + "n".repeat(count);
        const longerItems = items.map((item) => (item === first ? { ...item, label } : item));
        const menus = { ...data.menus, main: { ...menu, items: longerItems } };
        return new BandFit(part.bands[0] as Band, { ...material, menus }, measure);
      };
      const isSpelled = (count: number) => Math.ceil(longer(count).edges().wide) <= ROOM_AT;
      // kerning with what is there already may take or give a part of a letter
      expect(isSpelled(Math.max(0, letters - 1)), first.label).toBe(true);
      expect(isSpelled(letters + 2), first.label).toBe(false);
      looked += 1;
    }
    expect(looked).toBeGreaterThan(3);
  });
  it("says nothing of what cannot be measured", () => {
    const [one] = headers;
    if (!one) throw new Error("test: expected a header");
    const blind = new TextMeasure(blindShaper, one.data.style, "en");
    for (const reading of readBands(one.part, one.material, blind))
      expect(reading).toMatchObject({ isExact: false, stretches: [], edge: null, letters: null });
  });
  it("is there for headers and footers", () => {
    expect(SLOTS.filter(isRuled)).toEqual(["header", "footer"]);
  });
});

describe("the fit of a band, kept", () => {
  const data = pageData();
  const material = { ...data, words: ENGLISH };
  const part = partWith("header", [block("logo"), block("account", { signIn: "Come in" })]) as Part;
  const band = part.bands[0] as Band;
  const measure = () => new TextMeasure(shaper, data.style, "en");

  it("is the same as long as all it is made of is the same, whoever measures", () => {
    const first = keptFit(band, material, measure());
    expect(keptFit(band, { ...material }, measure())).toBe(first);
  });
  it("is another for another band, style, language or profile", () => {
    const first = keptFit(band, material, measure());
    expect(keptFit({ ...band }, material, measure())).not.toBe(first);
    const profile = { ...data.profile };
    expect(keptFit(band, { ...material, profile }, measure())).not.toBe(first);
    const restyled = new TextMeasure(shaper, { ...data.style }, "en");
    expect(keptFit(band, material, restyled)).not.toBe(keptFit(band, material, measure()));
    expect(keptFit(band, material, new TextMeasure(shaper, data.style, "tr"))).not.toBe(
      keptFit(band, material, measure()),
    );
  });
  it("is told apart for visitors who are signed in, and both are kept", () => {
    const out = keptFit(band, { ...material, audience: "signedOut" }, measure());
    const inside = keptFit(band, { ...material, audience: "signedIn" }, measure());
    expect(inside).not.toBe(out);
    expect(keptFit(band, { ...material, audience: "signedOut" }, measure())).toBe(out);
    expect(keptFit(band, { ...material, audience: "signedIn" }, measure())).toBe(inside);
  });
  it("is not kept while a font is missing", () => {
    const named = partWith("header", [block("siteName")]).bands[0] as Band;
    const blind = new TextMeasure(blindShaper, data.style, "en");
    expect(keptFit(named, material, blind)).not.toBe(keptFit(named, material, blind));
    expect(keptFit(named, material, measure()).isExact).toBe(true);
  });
  it("says what a fresh one says", () => {
    for (const { part: each, material: made, measure: by } of headers)
      for (const one of each.bands) {
        expect(keptFit(one, made, by).edges()).toEqual(new BandFit(one, made, by).edges());
        expect(keptFit(one, made, by).folds()).toEqual(new BandFit(one, made, by).folds());
      }
  });
});
