import type { SettingsOf } from "../blocks";

type Settings = SettingsOf<"entryList">;

/** What to set of a list that finds nothing, so that it finds something. */
export interface WayOut {
  readonly setting: "from" | "notAbove" | "notThis" | "upcoming" | "past" | "skip" | Narrowing;
  readonly value: Settings[WayOut["setting"]];
  /** How many entries there are then. */
  readonly entries: number;
}
type Narrowing = (typeof NARROWING)[number];
const NARROWING = ["terms", "notTerms", "authors", "media", "notMedia", "kinds"] as const;

/** What may be in the way of a list as it is set, the least to give up first. */
const inTheWay = (settings: Settings): readonly Omit<WayOut, "entries">[] => [
  ...(["notAbove", "notThis", "upcoming", "past"] as const).flatMap((setting) =>
    settings[setting] ? [{ setting, value: false }] : [],
  ),
  ...(settings.skip > 0 ? [{ setting: "skip" as const, value: 0 }] : []),
  ...NARROWING.flatMap((setting) => (settings[setting].length > 0 ? [{ setting, value: [] }] : [])),
  ...(settings.from === "kinds" ? [] : [{ setting: "from" as const, value: "kinds" as const }]),
];

/** The settings that help, each by itself: tried, not guessed. `count` tells how many entries a list has as it is set. */
export const waysOut = (settings: Settings, count: (settings: Settings) => number): readonly WayOut[] =>
  inTheWay(settings)
    .map((way) => ({ ...way, entries: count({ ...settings, [way.setting]: way.value }) }))
    .filter(({ entries }) => entries > 0);
