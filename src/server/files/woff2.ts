/**
 * Unpacks WOFF2. The decoder hands out a view of its own memory that the next call overwrites, so calls wait for one
 * another and each takes a copy.
 */
let last: Promise<unknown> = Promise.resolve();

/** The font as sfnt bytes. Throws at bytes that are no font. */
export const unpackWoff2 = (packed: Uint8Array): Promise<Uint8Array> => {
  const next = last.then(async () => {
    const { decompress } = (await import("wawoff2")).default;
    return (await decompress(packed)).slice();
  });
  last = next.catch(() => undefined);
  return next;
};
