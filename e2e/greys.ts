import sharp from "sharp";
import { TONES_ACROSS } from "../src/core/model/picture";
import { picture } from "../test/page-data";
import type { seeded } from "../test/seeded";

const [ACROSS, DOWN] = [TONES_ACROSS, 32];
const SAMPLE = 25;

/** A picture of soft greys, with the samples that are kept of it. */
export const greys = async (random: ReturnType<typeof seeded>, file: string) => {
  const [base, reach, turn] = [40 + random.below(170), random.below(40), random.real() * 6];
  const tones = Array.from({ length: ACROSS * DOWN }, (_, at) =>
    Math.round(base + reach * Math.sin((at % ACROSS) / 9 + turn) * Math.cos(at / ACROSS / 7)),
  );
  const png = await sharp(Uint8Array.from(tones), { raw: { width: ACROSS, height: DOWN, channels: 1 } })
    .resize(ACROSS * SAMPLE, DOWN * SAMPLE, { kernel: "nearest" })
    .png()
    .toBuffer();
  return {
    png,
    picture: {
      ...picture,
      file,
      width: ACROSS * SAMPLE,
      height: DOWN * SAMPLE,
      focal: { x: random.below(101), y: random.below(101) },
      tones: btoa(String.fromCharCode(...tones)),
    },
  };
};
