import type { FitMaterial } from "../blocks/sizes";
import { designOf } from "../design/design";
import { applyOperations } from "../design/operations";
import type { Part } from "../design/part";
import { BandFit } from "../layout/fit";
import { fitMendOperations } from "../layout/fit-mends";
import { isRuled, NARROWEST, WIDEST_SCREEN } from "../layout/readings";
import { troublesOf } from "../layout/troubles";
import type { TextMeasure } from "../measure/text-measure";

/** A part that was laid out, with what is wrong with how its bands fit seen to where one change does. */
export const settled = (part: Part, material: FitMaterial, measure: TextMeasure): Part => {
  if (!isRuled(part.slot)) return part;
  return part.bands.reduce<Part>((now, band) => {
    const fit = new BandFit(band, material, measure);
    if (!fit.isExact) return now;
    const [mend] = troublesOf(fit, part.slot, fit.stretches(NARROWEST, WIDEST_SCREEN)).flatMap(
      ({ mends }) => mends,
    );
    if (!mend) return now;
    const mended = applyOperations(
      designOf([{ id: "part", kind: "part", body: now }]),
      fitMendOperations(now, "part", band.id, mend),
    );
    return mended.ok ? (mended.value.get("part")?.body as Part) : now;
  }, part);
};
