import { LRUCache } from "lru-cache";
import { type MapAsked, mapName } from "../../core/draw/map-address";
import { decode } from "../files/decoding";

/**
 * Maps that were drawn, by what they show: anybody may ask for one, so what is kept has a limit in bytes, and so many wait
 * for theirs and no more.
 */

const MOST_KEPT = 24 * 1024 * 1024;
const MOST_WAITING = 12;

const drawing = async (asked: MapAsked): Promise<Buffer | undefined> => {
  const drawn = await decode("map", asked);
  return drawn.ok ? Buffer.from(drawn.value.svg) : undefined;
};

const kept = new LRUCache<string, Buffer, MapAsked>({
  maxSize: MOST_KEPT,
  sizeCalculation: (bytes) => bytes.length,
  fetchMethod: (_, __, { context }) => drawing(context),
});

let waiting = 0;

/** The drawing of a map; null where too many are waited for, or it could not be drawn just now. */
export const mapDrawing = async (asked: MapAsked): Promise<Buffer | null> => {
  const name = mapName(asked);
  const known = kept.get(name);
  if (known) return known;
  if (waiting >= MOST_WAITING) return null;
  waiting += 1;
  try {
    return (await kept.fetch(name, { context: asked })) ?? null;
  } finally {
    waiting -= 1;
  }
};
