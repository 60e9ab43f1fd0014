import { mapOfName } from "../src/core/draw/map-address";
import { drawMap } from "../src/server/files/map-drawing";

const drawn = new Map<string, string>();

/** What the server answers for a map, without a server: each is drawn once. Null for any other address. */
export const mapAt = async (
  url: string,
): Promise<{ readonly contentType: string; readonly body: string } | null> => {
  const name = new URL(url).pathname.replace("/_media/", "");
  const asked = mapOfName(name);
  if (!asked) return null;
  const body = drawn.get(name) ?? (await drawMap(asked)).value.svg;
  drawn.set(name, body);
  return { contentType: "image/svg+xml", body };
};
