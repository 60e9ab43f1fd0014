import type { Picture } from "./picture";
import type { SiteProfile } from "./profile";

export const LOGO_VARIANTS = ["normal", "overPictures", "small"] as const;
export type LogoVariant = (typeof LOGO_VARIANTS)[number];

/** Where a profile has the picture of each variant. */
const FIELDS = { normal: "logo", overPictures: "logoOverPictures", small: "logoSmall" } as const;

/** The picture a logo block shows: its variant's own, else the usual one; undefined while there is none. */
export const logoPicture = (
  variant: LogoVariant,
  profile: Pick<SiteProfile, "logo" | "logoOverPictures" | "logoSmall">,
  pictures: Readonly<Record<string, Picture>>,
): Picture | undefined => pictures[profile[FIELDS[variant]] || profile.logo];
