import type { FitMaterial } from "../blocks/sizes";
import { type Operation, setNodeOperation } from "../design/operations";
import type { Band, Part } from "../design/part";
import { keptFit } from "../layout/kept-fits";
import { isRuled, NARROWEST, WIDEST_SCREEN } from "../layout/readings";
import { troublesOf } from "../layout/troubles";
import type { TextMeasure } from "../measure/text-measure";
import { laidOver } from "../render/over-picture";
import type { PageData } from "../render/page-data";
import { type CoveredWords, coveredWords } from "./covered-words";
import { type ShinesThrough, shinesThrough } from "./shines-through";
import { type TooHigh, tooHigh } from "./too-high";

/** What of a band hides words, its own or a neighbour's: it holds more than it may, lies over, or is seen through. */
export type Hidden =
  | ({ readonly code: "tooHigh" } & TooHigh)
  | ({ readonly code: "covers" } & CoveredWords)
  | ({ readonly code: "shinesThrough" } & ShinesThrough);

/** Slots in the order their bands stand below one another. */
export const BELOW_ONE_ANOTHER = ["header", "titleBar", "layout", "footer"] as const;

/** What is hidden on a page by bands of a part, or of them by others. */
export const hiddenOn = (
  part: Part,
  data: PageData,
  words: FitMaterial["words"],
  measure: TextMeasure,
): readonly Hidden[] => {
  const material = { ...data, words };
  const own = new Set(part.bands.map(({ id }) => id));
  const all = BELOW_ONE_ANOTHER.flatMap((slot) =>
    slot === part.slot ? part.bands : (data.slots[slot]?.part.bands ?? []),
  );
  // one that is laid over a picture takes no room
  const laid = laidOver(data)?.band.id;
  const standing = all.filter(({ id }) => id !== laid);
  return [
    ...part.bands
      .flatMap((band) => tooHigh(keptFit(band, material, measure), data.page) ?? [])
      .map((found) => ({ code: "tooHigh", ...found }) as const),
    ...shinesThrough(part, data).map((found) => ({ code: "shinesThrough", ...found }) as const),
    ...coveredWords(part.slot === "side" ? part.bands : standing, { material, style: data.style })
      .filter(({ band, neighbour }) => own.has(band) || own.has(neighbour))
      .map((found) => ({ code: "covers", ...found }) as const),
  ];
};

/** Whether a band of a part has too little room at some width of screens, where that can be told. */
export const lacksRoom = (
  part: Part,
  data: PageData,
  words: FitMaterial["words"],
  measure: TextMeasure,
): boolean =>
  isRuled(part.slot) &&
  part.bands.some((band) => {
    const fit = keptFit(band, { ...data, words }, measure);
    return fit.isExact && troublesOf(fit, part.slot, fit.stretches(NARROWEST, WIDEST_SCREEN)).length > 0;
  });

/** The one change of its band that sees to it; null where none of one setting does. */
export const hiddenMend = (
  found: Hidden,
): { readonly path: readonly string[]; readonly value: unknown } | null => {
  switch (found.code) {
    case "tooHigh":
      return { path: ["heightIs"], value: "least" };
    case "covers":
      return { path: ["overlap"], value: found.free };
    case "shinesThrough":
      return found.isMended ? { path: ["background", "colour"], value: "role:background" } : null;
  }
};

/** The same as a change of the part its band is in; empty where there is none, or the band is another part's. */
export const hiddenMendOperations = (part: Part, id: string, found: Hidden): readonly Operation[] => {
  const mend = hiddenMend(found);
  const isThere = part.bands.some((band: Band) => band.id === found.band);
  return mend && isThere ? [setNodeOperation(part, id, found.band, mend.path, mend.value)] : [];
};
