import type { FitMaterial } from "../blocks/sizes";
import { audiencesOfPart, partSeenBy } from "../cascade/seen-by";
import { type Design, documentsOf, findBody, getBody, STYLE_ID } from "../design/design";
import { bandsOnGrounds, heroesOf } from "../design/hero";
import type { Band, Part } from "../design/part";
import { wholeDesign } from "../design/pieces";
import { blocksOf } from "../design/tree";
import type { PageMaterial } from "../draw/page-material";
import { BandFit } from "../layout/fit";
import type { PictureFinding } from "../layout/picture-findings";
import { isRuled, NARROWEST, WIDEST_SCREEN } from "../layout/readings";
import { type FitTrouble, troublesOf } from "../layout/troubles";
import type { TextMeasure } from "../measure/text-measure";
import { rowsOf } from "../menus/item-tree";
import type { Picture } from "../model/picture";
import type { Audience } from "../model/placement";
import type { Slot } from "../model/slot";
import type { Target } from "../model/values";
import { pairsInUse, type ShownMenus } from "../style/pairs";
import { typedInColours } from "../style/typed-in";
import { type CoveredWords, coveredWords } from "./covered-words";
import { deadBlocks, type HasPage, isDead, wordsOfBlock } from "./dead-links";
import { type FaintLogo, faintLogo } from "./logos-over-pictures";
import { type OverPicture, worstOver } from "./over-pictures";
import { type ShinesThrough, shinesThrough } from "./shines-through";
import { type TooHigh, tooHigh } from "./too-high";

/**
 * What the checker notices of how parts look: colours, pictures, texts over pictures, bands that do not fit, links of
 * menus that lead nowhere. Which part fills which slot is noticed in `placement/findings`.
 */
export type LookFinding = {
  readonly severity: "error" | "warning";
  /** Who sees it so, where who is signed out does not. */
  readonly audience?: Audience;
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
    ...parts.flatMap(({ id, body }) =>
      forEachAudience(body, material, (seen, from) => [
        ...fitFindings(id, seen, from),
        ...pictureGrounds(id, seen, design, from),
        ...coveredIn(id, seen, from),
        ...stuckIn(id, seen, design, from),
        ...highIn(id, seen, from),
      ]),
    ),
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

/** What is noticed of a part as each audience sees it, once for all of them; who is signed out counts first. */
const forEachAudience = (
  body: Part,
  material: LookMaterial,
  notice: (seen: Part, from: LookMaterial) => readonly LookFinding[],
): readonly LookFinding[] => {
  const found = new Map<string, LookFinding>();
  for (const audience of audiencesOfPart(body))
    for (const finding of notice(partSeenBy(body, audience), {
      ...material,
      fit: { ...material.fit, audience },
    })) {
      const key = JSON.stringify(finding);
      if (!found.has(key)) found.set(key, audience === "signedOut" ? finding : { ...finding, audience });
    }
  return [...found.values()];
};

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
    .map(({ text, ground, ratio, needed, uses }) => ({
      code: "faint",
      severity: "warning",
      text,
      ground,
      ratio,
      needed,
      parts: [...new Set(uses.flatMap(({ part }) => part ?? []))],
    }));

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

const menuFindings = (design: Design, hasPage: HasPage): readonly LookFinding[] =>
  documentsOf(design, "menu").flatMap(({ id, body }) =>
    rowsOf(body.items).flatMap(({ item }) => {
      const found = {
        code: "deadLink",
        severity: "warning",
        menu: id,
        item: item.id,
        label: item.label,
      } as const;
      return [
        ...(isDead(item.target, hasPage) ? [{ ...found, of: "item" } as const] : []),
        ...(isDead(item.promotion?.target, hasPage) ? [{ ...found, of: "promotion" } as const] : []),
      ];
    }),
  );

/** Blocks of parts that are on, each by itself: one in a piece is found in every part that uses it. */
const targetFindings = (design: Design, hasPage: HasPage): readonly LookFinding[] =>
  documentsOf(design, "part").flatMap(({ id, body }) =>
    !body.on || body.binnedAt !== null
      ? []
      : deadBlocks(body, hasPage).map(
          (block) =>
            ({
              code: "deadLink",
              of: "block",
              severity: "warning",
              part: id,
              block: block.id,
              label: wordsOfBlock(block),
            }) as const,
        ),
  );

/** What pages say for settings that a part of the slot lets them change now; what nobody reads leads nowhere for nobody. */
const choiceFindings = (design: Design, hasPage: HasPage): readonly LookFinding[] => {
  const read = documentsOf(design, "part").flatMap(({ body }) =>
    body.on && body.binnedAt === null
      ? (body.choices ?? []).map((choice) => ({ slot: body.slot, ...choice }))
      : [],
  );
  return documentsOf(design, "choice").flatMap(({ body }) =>
    Object.entries(body.values ?? {}).flatMap(([slot, values]) =>
      Object.entries(values ?? {}).flatMap(([name, value]): LookFinding[] => {
        const choice = read.find(
          (each) => each.slot === slot && each.name === name && each.type === "target",
        );
        if (!choice || !isDead(value as Target, hasPage)) return [];
        const { label } = choice;
        return [
          {
            code: "deadLink",
            of: "page",
            severity: "warning",
            page: body.identity,
            slot: slot as Slot,
            label,
          },
        ];
      }),
    ),
  );
};

/** Six such labels and the distances between them fill a row of 1100 px. In rem of a root of 16 px. */
const LONG_LABEL = 160;

/** Labels of menus that stand in a row somewhere, set as the house style sets them. */
const labelFindings = (design: Design, measure: TextMeasure): readonly LookFinding[] => {
  const inRows = new Set(
    documentsOf(design, "part").flatMap(({ body }) =>
      blocksOf(body).flatMap((block) =>
        block.kind === "menu" && block.settings.direction === "row" ? [block.settings.menu] : [],
      ),
    ),
  );
  const setting = measure.setting("menu");
  return documentsOf(design, "menu").flatMap(({ id, body }) =>
    (inRows.has(id) ? body.items : []).flatMap((item): LookFinding[] => {
      const { width, isExact } = measure.line(item.label, setting);
      if (!isExact || width <= LONG_LABEL) return [];
      const letters = Math.ceil((width - LONG_LABEL) / (width / [...item.label].length));
      return [
        { code: "longLabel", severity: "warning", menu: id, item: item.id, label: item.label, letters },
      ];
    }),
  );
};
