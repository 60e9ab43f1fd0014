import type { PictureFinding } from "../layout/picture-findings";
import type { FitTrouble } from "../layout/troubles";
import type { Audience } from "../model/placement";
import type { Slot } from "../model/slot";
import type { CoveredWords } from "./covered-words";
import type { FaintLogo } from "./logos-over-pictures";
import type { OverPicture } from "./over-pictures";
import type { ShinesThrough } from "./shines-through";
import type { TooHigh } from "./too-high";

/**
 * What the checker notices of how parts look: colours, pictures, texts over pictures, bands that do not fit, links of
 * menus that lead nowhere. Which part fills which slot is noticed in `placement/findings`.
 */
export type LookFinding = {
  readonly severity: "error" | "warning";
  /** Who sees it so, where who is signed out does not. */
  readonly audience?: Audience;
  /** The page it is so on, by what the page says itself, where it is not so everywhere. */
  readonly onPage?: string;
} & (
  | {
      /** A pair of colours too faint to read. */
      readonly code: "faint";
      readonly text: string;
      readonly ground: string;
      readonly ratio: number;
      readonly needed: number;
      readonly parts: readonly string[];
    }
  | ({ readonly code: "overPicture"; readonly part: string } & OverPicture)
  | ({ readonly code: "faintLogo"; readonly part: string } & FaintLogo)
  | { readonly code: "typedIn"; readonly count: number; readonly parts: readonly string[] }
  | {
      readonly code: "pictures";
      readonly problem: Exclude<PictureFinding["code"], "unused">;
      readonly pictures: readonly string[];
    }
  | ({
      /** A band takes a second row, has no room for something, is wider than the screen, or its menu goes back and forth. */
      readonly code: "doesNotFit";
      readonly part: string;
      readonly band: string;
    } & FitTrouble)
  | ({
      /** A band of an exact height holds more than that. */
      readonly code: "tooHigh";
      readonly part: string;
    } & TooHigh)
  | ({
      /** What scrolls by below a band that stays at the top is seen through it. */
      readonly code: "shinesThrough";
      readonly part: string;
    } & ShinesThrough)
  | ({
      /** A band lies over the words of the next one, or its own words below it. */
      readonly code: "covers";
      readonly part: string;
      /** Whose band the neighbour is. */
      readonly beside: string;
    } & CoveredWords)
  | {
      /** A label so long that few others fit beside it; `letters` fewer would do. */
      readonly code: "longLabel";
      readonly menu: string;
      readonly item: string;
      readonly label: string;
      readonly letters: number;
    }
  | {
      /** An item of a menu, or what it promotes, whose page is gone. */
      readonly code: "deadLink";
      readonly of: "item" | "promotion";
      readonly menu: string;
      readonly item: string;
      readonly label: string;
    }
  | {
      /** A block that leads to a page that is gone. */
      readonly code: "deadLink";
      readonly of: "block";
      readonly part: string;
      readonly block: string;
      /** Its words; empty where it has none. */
      readonly label: string;
    }
  | {
      /** What a page says itself leads to a page that is gone. */
      readonly code: "deadLink";
      readonly of: "page";
      readonly page: string;
      readonly slot: Slot;
      /** What it is called where pages change it. */
      readonly label: string;
    }
);
export type LookCode = LookFinding["code"];
