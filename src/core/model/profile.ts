import { z } from "zod";
import { LinkTarget } from "./rich-text";
import { Outline } from "./values";

/** Who the site is: its name, its logos, its links elsewhere. */

/** A link to somewhere else the organisation is. The icon's outline comes along, so that drawing needs no icon package. */
export const SocialLink = z.object({
  /** `feed`, `mail`, `link` …: signs of our own; or the name of one from the icon package. */
  icon: z.string().regex(/^[a-z0-9]{1,60}$/),
  /** SVG path data on a 24 × 24 field; empty for signs of our own. */
  outline: Outline.default(""),
  label: z.string().min(1).max(80),
  url: LinkTarget,
});
export type SocialLink = z.infer<typeof SocialLink>;

export const SiteProfile = z.object({
  schema: z.literal(1),
  name: z.string().min(1).max(200),
  tagline: z.string().max(300).default(""),
  /** Pictures by id. */
  logo: z.string().default(""),
  logoOverPictures: z.string().default(""),
  logoSmall: z.string().default(""),
  icon: z.string().default(""),
  sharePicture: z.string().default(""),
  owner: z.string().max(200).default(""),
  firstYear: z.number().int().min(0).max(9999).default(0),
  /** Lines of a postal address. */
  address: z.string().max(500).default(""),
  social: z.array(SocialLink).max(40).default([]),
});
export type SiteProfile = z.infer<typeof SiteProfile>;
