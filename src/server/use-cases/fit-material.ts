import { identitiesLedTo } from "../../core/blocks/shown";
import type { FitMaterial } from "../../core/blocks/sizes";
import { documentsOf, findBody, getBody, PROFILE_ID, STYLE_ID } from "../../core/design/design";
import { wholeDesign } from "../../core/design/pieces";
import { blocksOf } from "../../core/design/tree";
import { TextMeasure } from "../../core/measure/text-measure";
import { identitiesOf } from "../../core/menus/item-tree";
import type { ChoiceValue } from "../../core/model/choices";
import { identityOf, type Target } from "../../core/model/values";
import type { CompiledDesign } from "../../core/placement/resolve";
import { ENGLISH } from "../../messages/visitor-words";
import { shaperFor } from "../site/shaping";
import type { SiteContext } from "./use-case";

/** The page a value leads to, if it is a target at all. */
const identityIn = (value: ChoiceValue): string | undefined =>
  typeof value === "object" && !Array.isArray(value) ? identityOf(value as Target) : undefined;

/** Menus by id, and the pages that menus, blocks and pages' own values lead to. */
export const shownMenus = ({ design, index }: CompiledDesign): Pick<FitMaterial, "menus" | "links"> => {
  const menus = documentsOf(design, "menu");
  const ledTo = documentsOf(wholeDesign(design), "part").flatMap(({ body }) =>
    blocksOf(body).flatMap(identitiesLedTo),
  );
  const said = documentsOf(design, "choice").flatMap(({ body }) =>
    Object.values(body.values ?? {}).flatMap((values) =>
      Object.values(values ?? {}).flatMap((value) => identityIn(value) ?? []),
    ),
  );
  const wanted = [...menus.flatMap(({ body }) => identitiesOf(body.items)), ...ledTo, ...said];
  return {
    menus: Object.fromEntries(menus.map(({ id, body }) => [id, body])),
    links: Object.fromEntries(
      [...new Set(wanted)].flatMap((identity) => {
        const page = index.byIdentity.get(identity);
        return page ? [[identity, { path: page.path, title: page.title }]] : [];
      }),
    ),
  };
};

/** What all parts of a design have to show, and how texts are measured: what fits is computed from it. */
export const fitMaterialOf = async (
  context: SiteContext,
  compiled: CompiledDesign,
): Promise<{ readonly fit: FitMaterial; readonly measure: TextMeasure }> => {
  const { design } = compiled;
  const style = getBody(design, "style", STYLE_ID);
  const profile = getBody(design, "profile", PROFILE_ID);
  const logos = [profile.logo, profile.logoOverPictures, profile.logoSmall];
  const fit: FitMaterial = {
    ...shownMenus(compiled),
    pictures: Object.fromEntries(
      logos.flatMap((id) => {
        const picture = findBody(design, "picture", id);
        return picture ? [[id, picture]] : [];
      }),
    ),
    profile,
    audience: "signedOut",
    at: context.now,
    words: ENGLISH,
  };
  const shaper = await shaperFor(context.site.id, style);
  return { fit, measure: new TextMeasure(shaper, style, context.site.settings.language) };
};
