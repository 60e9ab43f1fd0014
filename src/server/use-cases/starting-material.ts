import { documentsOf, findBody, PROFILE_ID } from "../../core/design/design";
import type { CompiledDesign } from "../../core/placement/resolve";
import type { StartingMaterial } from "../../core/starting/point";

/** What starting points are filled from: the site's own profile, menus and pictures. */
export const startingMaterial = ({ design, index }: CompiledDesign): StartingMaterial => {
  const profile = findBody(design, "profile", PROFILE_ID);
  const logo = findBody(design, "picture", profile?.logo ?? "");
  return {
    hasLogo: (profile?.logo ?? "") !== "",
    nameLength: [...(profile?.name ?? "")].length,
    logoRatio: logo ? logo.width / logo.height : 1,
    hasLogoOverPictures: (profile?.logoOverPictures ?? "") !== "",
    hasAddress: (profile?.address ?? "") !== "",
    hasTagline: (profile?.tagline ?? "") !== "",
    hasSocial: (profile?.social.length ?? 0) > 0,
    hasEvents: index.published.some(({ startsAt }) => startsAt !== null),
    menus: documentsOf(design, "menu").map(({ id, body }) => ({
      id,
      name: body.name,
      items: body.items.length,
    })),
    pictures: documentsOf(design, "picture").map(({ id, body }) => ({
      id,
      width: body.width,
      height: body.height,
      lightness: body.lightness,
    })),
    kinds: index.facts.kinds.map((kind) => kind.id),
    listedKinds: index.facts.kinds.filter(({ hasArchive }) => hasArchive).map(({ id }) => id),
  };
};
