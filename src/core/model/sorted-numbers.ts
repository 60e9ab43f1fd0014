/** Ascending, distinct numbers. */

/** The first place whose number is not below a number; the length if all are. */
export const placeIn = (numbers: Uint32Array, number: number): number => {
  let [low, high] = [0, numbers.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((numbers[middle] as number) < number) low = middle + 1;
    else high = middle;
  }
  return low;
};

/** The numbers and one more; the same if it is there. */
export const withNumber = (numbers: Uint32Array, number: number): Uint32Array => {
  const place = placeIn(numbers, number);
  if (numbers[place] === number) return numbers;
  const next = new Uint32Array(numbers.length + 1);
  next.set(numbers.subarray(0, place));
  next[place] = number;
  next.set(numbers.subarray(place), place + 1);
  return next;
};

/** The numbers without one; the same if it is not there. */
export const withoutNumber = (numbers: Uint32Array, number: number): Uint32Array => {
  const place = placeIn(numbers, number);
  if (numbers[place] !== number) return numbers;
  const next = new Uint32Array(numbers.length - 1);
  next.set(numbers.subarray(0, place));
  next.set(numbers.subarray(place + 1), place);
  return next;
};
