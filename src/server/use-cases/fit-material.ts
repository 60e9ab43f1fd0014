import type { FitMaterial } from "../../core/layout/extents";
import { TextMeasure } from "../../core/layout/text-measure";
import { documentsOf, findBody, getBody, type MenuItem, PROFILE_ID, STYLE_ID } from "../../core/model/design";
import { wholeDesign } from "../../core/model/pieces";
import { blocksOf } from "../../core/model/tree";
import type { CompiledDesign } from "../../core/placement/resolve";
import { ENGLISH } from "../../messages/visitor-words";
import { shaperFor } from "../shaping";
import type { SiteContext } from "../use-case";

const identitiesOf = (items: readonly MenuItem[]): readonly string[] =>
  items.flatMap(({ target, items: below }) => [
    ...(target && "identity" in target ? [target.identity] : []),
    ...identitiesOf(below),
  ]);

/** What all parts of a design have to show, and how texts are measured: what fits is computed from it. */
export const fitMaterialOf = async (
  context: SiteContext,
  { design, index }: CompiledDesign,
): Promise<{ readonly fit: FitMaterial; readonly measure: TextMeasure }> => {
  const style = getBody(design, "style", STYLE_ID);
  const profile = getBody(design, "profile", PROFILE_ID);
  const menus = documentsOf(design, "menu");
  const buttons = documentsOf(wholeDesign(design), "part").flatMap(({ body }) =>
    blocksOf(body).flatMap((block) =>
      block.kind === "button" && "identity" in block.settings.target ? [block.settings.target.identity] : [],
    ),
  );
  const wanted = [...menus.flatMap(({ body }) => identitiesOf(body.items)), ...buttons];
  const logos = [profile.logo, profile.logoOverPictures, profile.logoSmall];
  const fit: FitMaterial = {
    menus: Object.fromEntries(menus.map(({ id, body }) => [id, body])),
    links: Object.fromEntries(
      [...new Set(wanted)].flatMap((identity) => {
        const page = index.byIdentity.get(identity);
        return page ? [[identity, { path: page.path, title: page.title }]] : [];
      }),
    ),
    pictures: Object.fromEntries(
      logos.flatMap((id) => {
        const picture = findBody(design, "picture", id);
        return picture ? [[id, picture]] : [];
      }),
    ),
    profile,
    audience: "signedOut",
    words: ENGLISH,
  };
  const shaper = await shaperFor(context.site.id, style);
  return { fit, measure: new TextMeasure(shaper, style, context.site.settings.language) };
};
