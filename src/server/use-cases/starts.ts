import { z } from "zod";
import type { SiteIndex } from "../../core/addresses/facts";
import { MOST_SLIDES } from "../../core/blocks/hero-settings";
import type { EntryFacts } from "../../core/model/content";
import { entryIdentity } from "../../core/model/identity";
import { succeed } from "../../core/model/issue";
import { entriesShown } from "../../core/render/plan";
import type { StartingMaterial } from "../../core/starting/point";
import type { LookedAtOn } from "../../core/starting/traits";
import { POOL } from "../../data/database";
import { entryView } from "../site/page-assembly";
import { fitMaterialOf } from "./fit-material";
import { startingMaterial, startingPictures } from "./starting-material";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

/** Pages of the site that forms are looked at on, by identity; the front page where it has none of a sort. */
const pagesToLookAt = (
  index: SiteIndex,
  { priceField }: StartingMaterial,
): Readonly<Record<LookedAtOn, string>> => {
  const front = index.stems[0]?.identity ?? "";
  const entryWith = (has: (entry: EntryFacts) => boolean): string => {
    const found = index.published.filter(has);
    // one with a picture shows more
    const best = found.find(({ picture }) => picture !== null) ?? found[0];
    return best ? entryIdentity(best.id) : front;
  };
  return {
    front,
    list: index.stems.find(({ archiveOf }) => archiveOf?.of === "kind")?.identity ?? front,
    entry: entryWith(({ publishedOn, access }) => publishedOn !== null && access === "public"),
    event: entryWith(({ startsAt, access }) => startsAt !== null && access === "public"),
    priced: entryWith(({ fields, access }) => fields[priceField] !== undefined && access === "public"),
  };
};

/** What designs of parts are made of, for the worker that makes them. */
export const starts = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const draft = await designAt(context, "draft", POOL);
    const { index } = draft;
    const material = startingMaterial(draft);
    const { fit } = await fitMaterialOf(context, draft);
    const { words: _, ...shown } = fit;
    const entriesOf = (upcoming: boolean) =>
      entriesShown(
        {
          kinds: upcoming ? [] : material.listedKinds,
          count: MOST_SLIDES,
          upcoming,
          direction: upcoming ? "up" : "down",
        },
        { index, at: context.now },
      ).map((entry) => entryView(entry, index, "signedOut"));
    const entries = { newest: entriesOf(false), upcoming: entriesOf(true) };
    const shownToo = [...entries.newest, ...entries.upcoming].flatMap(({ picture }) => picture ?? []);
    const pictures = startingPictures(draft, material, shownToo);
    return succeed({ material, fit: shown, pictures, entries, pages: pagesToLookAt(index, material) });
  },
});
