import fc from "fast-check";
import { expect, it } from "vitest";
import { moneyIn } from "./money";

it.each([
  ["24.00 €", 24, "EUR"],
  ["€ 1.200,50", 1200.5, "EUR"],
  ["CHF 1’200.–", 1200, "CHF"],
  ["18 GBP", 18, "GBP"],
  ["£7.5", 7.5, "GBP"],
])("reads %s", (value, amount, currency) => {
  expect(moneyIn(value)).toEqual({ amount, currency });
});
it.each(["free", "NEW 24", "24 PCS", "$ 12", "¥ 900", "4.00", "", "-3 €", "40 × 27 cm", 12])(
  "says nothing of %s",
  (value) => {
    expect(moneyIn(value)).toBeNull();
  },
);
it("takes numbers to be of the currency of their field", () => {
  expect(moneyIn(24.5, "EUR")).toEqual({ amount: 24.5, currency: "EUR" });
  expect(moneyIn(-1, "EUR")).toBeNull();
});
it("reads what the runtime's own formatter writes (ECMA-402), for eight locales", () => {
  const locales = ["en-GB", "fr-FR", "de-DE", "es-ES", "it-IT", "pt-PT", "nl-NL", "pl-PL"];
  const cents = fc.integer({ min: 0, max: 9_999_999 });
  fc.assert(
    fc.property(
      cents,
      fc.constantFrom(...locales),
      fc.constantFrom("EUR", "GBP", "CHF"),
      (amount, locale, currency) => {
        const format = new Intl.NumberFormat(locale, {
          style: "currency",
          currency,
          currencyDisplay: "code",
        });
        expect(moneyIn(format.format(amount / 100))).toEqual({ amount: amount / 100, currency });
      },
    ),
  );
});
