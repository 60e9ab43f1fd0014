import { documentsOf, findBody, PROFILE_ID } from "../../core/design/design";
import type { Picture } from "../../core/model/picture";
import type { CompiledDesign } from "../../core/placement/resolve";
import { darkPictures, type StartingMaterial } from "../../core/starting/point";

/** What starting points are filled from: the site's own profile, menus and pictures. */
export const startingMaterial = ({ design, index }: CompiledDesign): StartingMaterial => {
  const profile = findBody(design, "profile", PROFILE_ID);
  const logo = findBody(design, "picture", profile?.logo ?? "");
  // signs of the site are nothing to write on
  const signs = new Set([profile?.logo, profile?.logoOverPictures, profile?.logoSmall, profile?.icon]);
  return {
    hasLogo: (profile?.logo ?? "") !== "",
    nameLength: [...(profile?.name ?? "")].length,
    logoRatio: logo ? logo.width / logo.height : 1,
    hasLogoOverPictures: (profile?.logoOverPictures ?? "") !== "",
    hasAddress: (profile?.address ?? "") !== "",
    hasTagline: (profile?.tagline ?? "") !== "",
    hasSocial: (profile?.social.length ?? 0) > 0,
    hasEvents: index.published.some(({ startsAt }) => startsAt !== null),
    eventKinds: index.facts.kinds
      .map(({ id }) => id)
      .filter((kind) => index.published.some((entry) => entry.kind === kind && entry.startsAt !== null)),
    priceField:
      index.facts.kinds.flatMap(({ fields }) => fields).find(({ type }) => type === "money")?.key ?? "",
    hasAuthors: index.published.some(({ author }) => author !== null),
    menus: documentsOf(design, "menu").map(({ id, body }) => ({
      id,
      name: body.name,
      items: body.items.length,
    })),
    pictures: documentsOf(design, "picture")
      .filter(({ id }) => !signs.has(id))
      .map(({ id, body }) => ({
        id,
        width: body.width,
        height: body.height,
        lightness: body.lightness,
      })),
    kinds: index.facts.kinds.map((kind) => kind.id),
    listedKinds: index.facts.kinds.filter(({ hasArchive }) => hasArchive).map(({ id }) => id),
  };
};

/** Starting points show so many of the site's pictures at most. */
const MOST_PICTURES = 12;

/** The pictures starting points may show, by id: the darkest, and those named besides. */
export const startingPictures = (
  { design }: CompiledDesign,
  material: StartingMaterial,
  also: readonly string[] = [],
): Readonly<Record<string, Picture>> => {
  const dark = darkPictures(material).slice(0, MOST_PICTURES);
  const ids = new Set([...dark.map(({ id }) => id), ...also]);
  return Object.fromEntries(
    [...ids].flatMap((id) => {
      const body = findBody(design, "picture", id);
      return body ? [[id, body] as const] : [];
    }),
  );
};
