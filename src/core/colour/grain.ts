/**
 * What the samples of a picture's lightness are made of. A sample is a mean: of stripes of black and white it is a grey that
 * nobody sees. So for each square of 2 × 2 samples four greys are kept: that of the darkest and of the lightest eighth of
 * what is there, and of the halves between.
 */
const SQUARE = 2;
/** Where each of the four is read off, and how much of all that is there it stands for. */
export const GRAIN = [
  { at: 0.06, share: 0.12 },
  { at: 0.35, share: 0.38 },
  { at: 0.65, share: 0.38 },
  { at: 0.94, share: 0.12 },
] as const;

/** How many such squares there are in so many samples. */
const squaresIn = (samples: number): number => Math.ceil(samples / SQUARE);

interface Greys {
  /** sRGB greys, 0 to 255, line by line. */
  readonly greys: Uint8Array;
  readonly width: number;
  readonly height: number;
}

/** The grain of a picture with so many samples across and down: four bytes a square, line by line; none of one with fewer pixels than samples. */
export const grainOf = ({ greys, width, height }: Greys, across: number, down: number): Uint8Array => {
  if (width < across || height < down) return new Uint8Array();
  const [columns, lines] = [squaresIn(across), squaresIn(down)];
  const squareAt = (at: number, samples: number, size: number) =>
    Math.floor(Math.floor((at * samples) / size) / SQUARE);
  const counts = Array.from({ length: columns * lines }, () => new Uint32Array(256));
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const bins = counts[squareAt(y, down, height) * columns + squareAt(x, across, width)] as Uint32Array;
      const grey = greys[y * width + x] as number;
      bins[grey] = (bins[grey] as number) + 1;
    }
  return Uint8Array.from(counts.flatMap((bins) => GRAIN.map(({ at }) => readOff(bins, at))));
};

/** The grey that a share of all there is lies at or below. */
const readOff = (bins: Uint32Array, share: number): number => {
  const wanted = share * bins.reduce((all, count) => all + count, 0);
  let below = 0;
  return bins.findIndex((count) => {
    below += count;
    return below >= wanted;
  });
};

/** What is seen where a sample is: greys 0 to 255, each with its share. Without grain it is the sample. */
export const greysAt = (
  sample: number,
  grain: Uint8Array,
  { column, line, across }: { readonly column: number; readonly line: number; readonly across: number },
): readonly (readonly [grey: number, share: number])[] => {
  const square = Math.floor(line / SQUARE) * squaresIn(across) + Math.floor(column / SQUARE);
  const from = square * GRAIN.length;
  if (from + GRAIN.length > grain.length) return [[sample, 1]];
  return GRAIN.map(({ share }, at) => [grain[from + at] as number, share] as const);
};
