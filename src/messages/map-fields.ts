import { ZOOM } from "../core/model/place";
import { type Field, one } from "./controls";

/** What the studio shows of a map whose settings stand at a path: in a block of its own, or in a hero. */
export const mapFields = (...at: readonly string[]) => {
  const unplaced = [[...at, "place"], null] as const;
  return {
    place: { control: { type: "place" }, label: "Place" },
    marker: { control: { type: "text" }, label: "At the place", unless: unplaced },
    directions: { control: { type: "targetOrNone" }, label: "The way there", unless: unplaced },
    zoom: {
      control: { type: "number", min: ZOOM.least, max: ZOOM.most },
      label: "How near",
      unless: unplaced,
    },
    height: { control: { type: "perWidth", unit: "px", max: 1000 }, unless: unplaced },
    opened: {
      control: { type: "perWidth", unit: "px", max: 1000, none: [0, "stays as it is"] },
      label: "Height opened",
      unless: unplaced,
    },
    directionsWords: {
      control: { type: "text" },
      label: "Way there says",
      unlessAll: [[unplaced], [[[...at, "directions"], null]]],
    },
    tone: { control: one("tone"), unless: unplaced },
  } as const satisfies Readonly<Record<string, Field>>;
};
