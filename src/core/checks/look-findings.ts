import type { FitMaterial } from "../blocks/sizes";
import { withPageValues } from "../cascade/page-values";
import { audiencesOfPart, partSeenBy } from "../cascade/seen-by";
import { type Design, documentsOf, findBody, getBody, STYLE_ID } from "../design/design";
import { bandsOnGrounds, heroesOf } from "../design/hero";
import type { Band, Part } from "../design/part";
import { wholeDesign } from "../design/pieces";
import type { PageMaterial } from "../draw/page-material";
import { BandFit } from "../layout/fit";
import type { PictureFinding } from "../layout/picture-findings";
import { isRuled, NARROWEST, WIDEST_SCREEN } from "../layout/readings";
import { troublesOf } from "../layout/troubles";
import type { TextMeasure } from "../measure/text-measure";
import type { PageValues } from "../model/choices";
import type { Picture } from "../model/picture";
import { measurePairs, type Pair, pairsInUse, type ShownMenus, usesOfPart } from "../style/pairs";
import { typedInColours } from "../style/typed-in";
import { coveredWords } from "./covered-words";
import { choiceFindings, labelFindings, menuFindings, targetFindings } from "./link-findings";
import { faintLogo } from "./logos-over-pictures";
import type { LookFinding } from "./look-finding";
import { worstOver } from "./over-pictures";
import { shinesThrough } from "./shines-through";
import { tooHigh } from "./too-high";

/** A page that says something for a part that shows there. */
export interface Sayer {
  readonly page: string;
  readonly values: PageValues;
  readonly picture: string | null;
}

/** What noticing needs beside the design. */
export interface LookMaterial {
  readonly fit: FitMaterial;
  readonly measure: TextMeasure;
  /** Pictures with what was noticed of each. */
  readonly pictures: readonly { readonly id: string; readonly findings: readonly PictureFinding[] }[];
  /** Pictures of the pages a part shows on, for bands that take the page's own. */
  readonly pagePictures: (part: string) => readonly string[];
  /** Entries that blocks of a part show whatever page it is on, by block. */
  readonly lists: (part: string) => PageMaterial["lists"];
  /** Pages on which a part shows and that say something for it, with what they say and their own picture. */
  readonly sayers: (part: string) => readonly Sayer[];
  /** Parts of which one stands right above the other on some page, each two once. */
  readonly beside: readonly { readonly upper: string; readonly lower: string }[];
  /** Bands with their pictures that follow a header on the pages it shows on, each pair once. */
  readonly following: (part: string) => readonly { readonly band: Band; readonly picture: string }[];
}

export const lookFindings = (plain: Design, material: LookMaterial): readonly LookFinding[] => {
  const design = wholeDesign(plain);
  const hasPage = (identity: string) => material.fit.links[identity] !== undefined;
  const parts = documentsOf(design, "part").filter(({ body }) => body.on && body.binnedAt === null);
  return [
    ...parts.flatMap(({ id, body }) => {
      const notice: Notice = (seen, from) => [
        ...fitFindings(id, seen, from),
        ...pictureGrounds(id, seen, design, from),
        ...coveredIn(id, seen, from),
        ...stuckIn(id, seen, design, from),
        ...highIn(id, seen, from),
      ];
      const everywhere = forEachAudience(body, material, notice);
      return [...everywhere, ...forEachSayer(id, body, material, notice)];
    }),
    ...coveredBetweenParts(design, material),
    ...faintFindings(design, material.fit),
    ...menuFindings(design, hasPage),
    ...targetFindings(design, hasPage),
    ...choiceFindings(design, hasPage),
    ...labelFindings(design, material.measure),
    ...pictureProblems(material.pictures),
    ...typedInFinding(plain),
  ];
};

/** What is noticed of a part as somebody sees it. */
type Notice = (seen: Part, from: LookMaterial) => readonly LookFinding[];

/** What is noticed of a part as each audience sees it, once for all of them; who is signed out counts first. */
const forEachAudience = (body: Part, material: LookMaterial, notice: Notice): readonly LookFinding[] => {
  const found = new Map<string, LookFinding>();
  for (const audience of audiencesOfPart(body, material.fit.menus))
    for (const finding of notice(partSeenBy(body, audience), {
      ...material,
      fit: { ...material.fit, audience },
    })) {
      const key = JSON.stringify(finding);
      if (!found.has(key)) found.set(key, audience === "signedOut" ? finding : { ...finding, audience });
    }
  return [...found.values()];
};

/** What what pages say comes to is tried on so many pages at most; those that say the same count once. */
const MOST_SAYERS = 200;

/** What is noticed of a part as pages have it that say something for it, and is not so where no page does. */
const forEachSayer = (
  part: string,
  body: Part,
  material: LookMaterial,
  notice: Notice,
): readonly LookFinding[] => {
  const sayers = (body.choices ?? []).length === 0 ? [] : material.sayers(part);
  if (sayers.length === 0) return [];
  const keyOf = (finding: LookFinding) => JSON.stringify({ ...finding, audience: undefined });
  const tried = new Map<string, Sayer>();
  for (const each of sayers) {
    const key = JSON.stringify([each.values, each.picture]);
    if (tried.size < MOST_SAYERS && !tried.has(key)) tried.set(key, each);
  }
  return [...tried.values()].flatMap(({ page, values, picture }) => {
    const said = withPageValues(body, values);
    if (said === body) return [];
    const own = picture === null ? [] : [picture];
    const of = (each: Part) => {
      const seen = partSeenBy(each, "signedOut");
      return [...notice(seen, { ...material, pagePictures: () => own }), ...faintIn(part, seen, material)];
    };
    const everywhere = new Set(of(body).map(keyOf));
    return of(said)
      .filter((finding) => !everywhere.has(keyOf(finding)))
      .map((finding) => ({ ...finding, onPage: page }));
  });
};

/** A pair of colours that is too faint, in the parts it is in. */
const faintFinding = (
  { text, ground, ratio, needed }: Omit<Pair, "uses" | "passes">,
  parts: readonly string[],
): LookFinding => ({ code: "faint", severity: "warning", text, ground, ratio, needed, parts });

/** Pairs of colours of one part that are too faint. */
const faintIn = (part: string, body: Part, { fit, measure }: LookMaterial): readonly LookFinding[] =>
  measurePairs(measure.style, usesOfPart(part, body, { ...fit, style: measure.style }))
    .filter(({ passes }) => !passes)
    .map((pair) => faintFinding(pair, [part]));

const fitFindings = (part: string, body: Part, { fit, measure }: LookMaterial): readonly LookFinding[] => {
  if (!isRuled(body.slot)) return [];
  return body.bands.flatMap((band) => {
    const bandFit = new BandFit(band, fit, measure);
    if (!bandFit.isExact) return [];
    const stretches = bandFit.stretches(NARROWEST, WIDEST_SCREEN);
    return troublesOf(bandFit, body.slot, stretches).map(
      (trouble): LookFinding => ({
        code: "doesNotFit",
        severity: trouble.state === "overflowing" ? "error" : "warning",
        part,
        band: band.id,
        ...trouble,
      }),
    );
  });
};

const coveredIn = (part: string, body: Part, { fit, measure }: LookMaterial): readonly LookFinding[] =>
  coveredWords(body.bands, { material: fit, style: measure.style }).map((found) => ({
    code: "covers",
    severity: "error",
    part,
    beside: part,
    ...found,
  }));

const highIn = (part: string, body: Part, { fit, measure }: LookMaterial): readonly LookFinding[] =>
  body.bands
    .flatMap((band) => tooHigh(new BandFit(band, fit, measure)) ?? [])
    .map((found) => ({ code: "tooHigh", severity: "error", part, ...found }));

const stuckIn = (part: string, body: Part, design: Design, { fit }: LookMaterial): readonly LookFinding[] =>
  shinesThrough(body, { ...fit, style: getBody(design, "style", STYLE_ID) }).map((found) => ({
    code: "shinesThrough",
    severity: "warning",
    part,
    ...found,
  }));

/** Where bands of a part and of the part below it come to lie over one another, as who is signed out sees the two. */
const coveredBetweenParts = (
  design: Design,
  { beside, fit, measure }: LookMaterial,
): readonly LookFinding[] =>
  beside.flatMap(({ upper, lower }) => {
    const [above = [], below = []] = [upper, lower].map((id) => {
      const body = findBody(design, "part", id);
      return body && partSeenBy(body, "signedOut").bands;
    });
    // one that is laid over a picture takes no room there
    const standing = above.filter((band) => !(isLaid(band, above) && hasPicture(below[0])));
    const partOf = (band: string) => (below.some(({ id }) => id === band) ? lower : upper);
    return coveredWords([...standing, ...below], { material: fit, style: measure.style })
      .map((found) => ({ ...found, part: partOf(found.band), beside: partOf(found.neighbour) }))
      .filter(({ part, beside: other }) => part !== other)
      .map((found) => ({ code: "covers", severity: "error", ...found }) as const);
  });

const isLaid = (band: Band, bands: readonly Band[]): boolean => band.overPicture.on && band === bands.at(-1);
const hasPicture = (band: Band | undefined): boolean =>
  band !== undefined &&
  (band.background.picture !== "" || band.background.pageOwnPicture || heroesOf(band).length > 0);

const pictureGrounds = (
  part: string,
  body: Part,
  design: Design,
  { fit, pagePictures, following, lists }: LookMaterial,
): readonly LookFinding[] => {
  const style = getBody(design, "style", STYLE_ID);
  return bandsOnGrounds(body.bands, lists(part)).flatMap((band) => {
    const { background } = band;
    const ids = [
      ...(background.picture === "" ? [] : [background.picture, ...background.slides]),
      ...(background.pageOwnPicture ? pagePictures(part) : []),
    ];
    const laid = body.slot === "header" && isLaid(band, body.bands) ? following(part) : [];
    const behind = [...ids.map((picture) => ({ picture, band: null })), ...laid];
    const worst = <T extends { readonly ratio: number }>(
      of: (id: string, picture: Picture, under: Band | null) => T | null,
    ): readonly T[] =>
      behind
        .flatMap(({ picture: id, band: under }) => {
          const picture = findBody(design, "picture", id);
          return picture ? (of(id, picture, under) ?? []) : [];
        })
        .sort((a, b) => a.ratio - b.ratio)
        .slice(0, 1);
    const texts = worst((id, picture, under) => worstOver(band, id, picture, { ...fit, style }, under));
    const logos = worst((id, picture, under) => faintLogo(band, id, picture, style, fit, under));
    return [
      ...texts.map((found) => ({ code: "overPicture", severity: "warning", part, ...found }) as const),
      ...logos.map((found) => ({ code: "faintLogo", severity: "warning", part, ...found }) as const),
    ];
  });
};

const faintFindings = (design: Design, shown: ShownMenus): readonly LookFinding[] =>
  pairsInUse(design, shown)
    .filter(({ passes }) => !passes)
    .map((pair) => faintFinding(pair, [...new Set(pair.uses.flatMap(({ part }) => part ?? []))]));

const typedInFinding = (design: Design): readonly LookFinding[] => {
  const found = typedInColours(design);
  const parts = [...new Set(found.flatMap(({ document, node }) => (node === null ? [] : [document])))];
  return found.length === 0 ? [] : [{ code: "typedIn", severity: "warning", count: found.length, parts }];
};

const PROBLEMS = ["tooSmall", "noWords", "tooHeavy"] as const;
const pictureProblems = (pictures: LookMaterial["pictures"]): readonly LookFinding[] =>
  PROBLEMS.flatMap((problem) => {
    const found = pictures.filter(({ findings }) => findings.some(({ code }) => code === problem));
    return found.length === 0
      ? []
      : [{ code: "pictures", severity: "warning", problem, pictures: found.map(({ id }) => id) } as const];
  });
