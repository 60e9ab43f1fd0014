import type { Money } from "../model/money";
import { fieldValue } from "./field-value";

/** Signs that mean one currency everywhere; "$" and "¥" mean several. */
const SIGNS: Readonly<Record<string, string>> = {
  "€": "EUR",
  "£": "GBP",
  "₹": "INR",
  "₩": "KRW",
  "₺": "TRY",
};
const CODE = /(?<![\p{L}])([A-Z]{3})(?![\p{L}])/u;
/** Those there are, as the runtime knows them (ECMA-402 §4.7). */
const CURRENCIES: ReadonlySet<string> = new Set(Intl.supportedValuesOf("currency"));

/** The money a value says with its currency: "24.00 €", "CHF 1’200.–"; null where it is no amount, or of no one currency. Numbers are of the `known` one. */
export const moneyIn = (value: string | number, known?: string): Money | null => {
  if (typeof value === "number")
    return known === undefined || value < 0 ? null : { amount: value, currency: known };
  const amount = fieldValue(value);
  if (typeof amount !== "number" || amount < 0) return null;
  const sign = [...value].find((letter) => SIGNS[letter] !== undefined);
  const currency = sign === undefined ? CODE.exec(value)?.[1] : SIGNS[sign];
  return currency === undefined || !CURRENCIES.has(currency) ? null : { amount, currency };
};
