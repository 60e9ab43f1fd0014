import { groundOf } from "../blocks";
import type { HeightMaterial } from "../blocks/heights";
import type { Colour } from "../colour/hex";
import type { Band, Block } from "../design/part";
import type { HouseStyle } from "../model/house-style";
import { type LogoVariant, logoPicture } from "../model/logo";
import type { Picture } from "../model/picture";
import type { SiteProfile } from "../model/profile";
import { layersOf, ratioBehind } from "./layers-behind";
import { ownVeil, seenBehind, type Zoom } from "./over-pictures";

/**
 * Whether a logo is seen over the picture behind its band. A logo has no contrast to keep by WCAG 2.2 (SC 1.4.3 and
 * 1.4.11 leave logotypes out); 3 to 1, what other signs need, is asked for all the same (common practice, no source).
 */
const NEEDED = 3;

export interface FaintLogo {
  readonly band: string;
  /** The logo block. */
  readonly block: string;
  readonly picture: string;
  /** The band it is laid over; null for the band's own picture. */
  readonly under: string | null;
  /** px: the screen where it is worst. */
  readonly screen: number;
  readonly zoom: Zoom;
  readonly ratio: number;
  readonly needed: number;
  /** Another logo of the profile that is seen there; null if none is. */
  readonly other: LogoVariant | null;
}

/** The logos of a site. */
export interface Logos {
  readonly profile: Pick<SiteProfile, "logo" | "logoOverPictures" | "logoSmall">;
  readonly pictures: Readonly<Record<string, Picture>>;
}

type LogoBlock = Extract<Block, { kind: "logo" }>;

/** Logos that stand on the band itself: one on a ground of its own has nothing to do with the picture. */
const logosOn = (blocks: readonly Block[]): readonly LogoBlock[] =>
  blocks.flatMap((block) => {
    if (groundOf(block) !== "") return [];
    return block.kind === "logo" ? [block] : logosOn(block.blocks ?? []);
  });

const VARIANTS: readonly LogoVariant[] = ["overPictures", "normal", "small"];

/** The logo of a band that is seen worst over a picture; null if all are seen. What a logo is drawn in must be known. */
export const faintLogo = (
  band: Band,
  id: string,
  picture: Picture,
  style: HouseStyle,
  logos: Logos & HeightMaterial,
  under: Band | null = null,
): FaintLogo | null => {
  const { profile, pictures } = logos;
  const behind = under ?? band;
  const laid = under === null ? null : ownVeil(band, style);
  const layers = layersOf(behind, style);
  const seen = seenBehind(band, picture, { ...logos, style }, under);
  const ratiosOf = (logo: Picture | undefined) => {
    const { ink } = logo ?? {};
    if (ink === null || ink === undefined) return null;
    const mark: Colour = { r: ink / 255, g: ink / 255, b: ink / 255, alpha: 1 };
    return seen.map((each) => ({
      screen: each.screen,
      zoom: each.zoom,
      ratio: ratioBehind(mark, each, layers, laid),
    }));
  };
  const shownAs = (variant: LogoVariant): Picture | undefined => {
    // laid over a picture the logo made for it stands in by itself
    const own = under !== null && variant === "normal" ? pictures[profile.logoOverPictures] : undefined;
    return own ?? logoPicture(variant, profile, pictures);
  };
  const isSeen = (variant: LogoVariant): boolean => {
    const ratios = ratiosOf(shownAs(variant));
    return ratios !== null && ratios.every(({ ratio }) => ratio >= NEEDED);
  };
  const found = logosOn(band.cells.flatMap(({ blocks }) => blocks)).flatMap((block): FaintLogo[] => {
    const { variant } = block.settings;
    const faint = (ratiosOf(shownAs(variant)) ?? []).filter(({ ratio }) => ratio < NEEDED);
    const [worst] = faint.sort((a, b) => a.ratio - b.ratio);
    if (!worst) return [];
    const other = VARIANTS.find((each) => each !== variant && isSeen(each)) ?? null;
    return [
      {
        band: band.id,
        block: block.id,
        picture: id,
        under: under?.id ?? null,
        ...worst,
        needed: NEEDED,
        other,
      },
    ];
  });
  return found.sort((a, b) => a.ratio - b.ratio)[0] ?? null;
};
