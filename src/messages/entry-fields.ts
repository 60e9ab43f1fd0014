import { one } from "./controls";

/** Fields of blocks that show what an entry brings along beside its words. */

export const GALLERY = {
  name: "Pictures of the entry",
  also: "gallery photos images lightbox",
  fields: {
    columns: { control: { type: "perWidth", min: 1, max: 8 } },
    ratio: { control: one("ratio") },
    gap: { control: { type: "number", unit: "px", max: 80 }, label: "Gap" },
    credits: { control: { type: "switch" }, label: "Who made each" },
    large: { control: { type: "switch" }, label: "A press shows it large" },
  },
} as const;

export const FILM = {
  name: "Film or sound of the entry",
  also: "video movie audio podcast recording player media captions",
  fields: {
    ratio: { control: one("ratio") },
    pictured: { control: { type: "switch" }, label: "Main picture until it plays" },
  },
} as const;
