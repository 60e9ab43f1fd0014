import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO, OWN_FIELD_TYPES, YES } from "../core/model/own-field";
import { fieldText } from "./field-text";
import { ENGLISH } from "./visitor-words";

const site = (language = "en") => ({ language, timeZone: "Europe/Lisbon", words: ENGLISH });
const LOCALES = ["en-GB", "fr", "de", "es", "it", "pt", "nl", "pl"];

describe("values of own fields", () => {
  it("are numbers and money as the runtime writes them (ECMA-402), in eight languages", () => {
    const amount = fc.integer({ min: -1_000_000, max: 100_000_000 }).map((cents) => cents / 100);
    fc.assert(
      fc.property(
        amount,
        fc.constantFrom(...LOCALES),
        fc.constantFrom("EUR", "GBP", "PLN"),
        (value, language, currency) => {
          expect(fieldText({ type: "money", currency }, value, site(language)).text).toBe(
            new Intl.NumberFormat(language, { style: "currency", currency }).format(value),
          );
          expect(fieldText({ type: "number" }, value, site(language)).text).toBe(
            new Intl.NumberFormat(language, { maximumFractionDigits: 20 }).format(value),
          );
        },
      ),
    );
  });
  it("are written in words, dates and times of the site", () => {
    const text = (type: (typeof OWN_FIELD_TYPES)[number], value: string | number) =>
      fieldText({ type }, value, site()).text;
    expect(text("text", "40 × 27 cm")).toBe("40 × 27 cm");
    expect(text("money", "24.00 €")).toBe("24.00 €");
    expect(text("money", "free")).toBe("free");
    expect(text("money", 4)).toBe("4.00");
    expect(text("date", "2026-03-01")).toBe("1 March 2026");
    expect(text("dateTime", "2026-03-01 19:30")).toBe("1 March 2026, 19:30");
    // summer time of the zone
    expect(text("dateTime", "2026-07-01T19:30:00Z")).toBe("1 July 2026, 20:30");
    expect(fieldText({ type: "choice", choices: ["matt", "gloss"] }, "gloss", site())).toEqual({
      text: "gloss",
    });
    expect([text("yesNo", YES), text("yesNo", NO)]).toEqual(["yes", "no"]);
    expect(fieldText({ type: "link" }, "https://tickets.example/", site())).toEqual({
      text: "https://tickets.example/",
      href: "https://tickets.example/",
    });
  });
  it("are as they were written where they are of another type than their field", () => {
    fc.assert(
      fc.property(fc.constantFrom(...OWN_FIELD_TYPES), fc.oneof(fc.string(), fc.double()), (type, value) => {
        const { text, href } = fieldText({ type }, value, site());
        expect(typeof text).toBe("string");
        // no address that is none ever becomes a link
        if (href !== undefined) expect(href).toMatch(/^(\/|#|https?:|mailto:|tel:)/i);
      }),
    );
    expect(fieldText({ type: "link" }, "javascript:alert(1)", site())).toEqual({
      text: "javascript:alert(1)",
    });
    expect(fieldText({ type: "date" }, "soon", site())).toEqual({ text: "soon" });
    expect(fieldText({ type: "yesNo" }, "perhaps", site())).toEqual({ text: "perhaps" });
  });
  it("are written somehow in a language the runtime does not know", () => {
    expect(fieldText({ type: "number" }, 5, site("x-nothing-at-all-1")).text).toBe("5");
  });
});
