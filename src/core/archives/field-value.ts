/** What an own field is sorted by: numbers with a unit or a currency by the number, all else by its letters. */

/** One number with a few letters before or behind it: "12.50 €", "CHF 1’200.–", "30 cm"; not "40 × 27 cm". */
const NUMBER = /^[^\d-]{0,5}(-?\d[\d.,’' \u00a0\u202f]*)[^\d]{0,8}$/;

/**
 * The number digits stand for: the last point or comma is that of decimals, unless it is there several times, or is the
 * only one and three digits follow it: "1.200" is twelve hundred, "0.750" is less than one.
 */
const numberIn = (digits: string): number => {
  const bare = digits.replace(/[’' \u00a0\u202f]/g, "").replace(/[.,]+$/, "");
  const at = Math.max(bare.lastIndexOf("."), bare.lastIndexOf(","));
  if (at < 0) return Number(bare);
  const mark = bare[at] as string;
  const isAlone = bare.indexOf(mark) === at && !bare.slice(0, at).match(/[.,]/);
  const isThousands =
    (isAlone && bare.length - at - 1 === 3 && !/^-?0/.test(bare)) || bare.indexOf(mark) !== at;
  const whole = bare.slice(0, isThousands ? undefined : at).replace(/[.,]/g, "");
  return Number(isThousands ? whole : `${whole}.${bare.slice(at + 1)}`);
};

/** A value to compare with others of its field. */
export const fieldValue = (value: string | number): string | number => {
  if (typeof value === "number") return value;
  const found = NUMBER.exec(value.trim())?.[1];
  return found === undefined ? value : numberIn(found);
};
