import { ZOOM } from "../core/model/place";
import { type Field, one } from "./controls";

/** What the studio shows of a map, in a block of its own and in a hero. */
export const MAP_FIELDS = {
  place: { control: { type: "place" }, label: "Place" },
  zoom: { control: { type: "number", min: ZOOM.least, max: ZOOM.most }, label: "How near" },
  marker: { control: { type: "text" }, label: "Words at the place" },
  height: { control: { type: "perWidth", unit: "px", max: 1000 } },
  opened: { control: { type: "perWidth", unit: "px", max: 1000 }, label: "Height when opened (0: stays)" },
  directions: { control: { type: "targetOrNone" }, label: "The way there" },
  directionsWords: { control: { type: "text" }, label: "Words of that link" },
  tone: { control: one("tone") },
} as const satisfies Readonly<Record<string, Field>>;
