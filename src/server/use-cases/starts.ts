import { z } from "zod";
import { MOST_SLIDES } from "../../core/blocks/hero-settings";
import { succeed } from "../../core/model/issue";
import { entriesShown } from "../../core/render/plan";
import { POOL } from "../../data/database";
import { entryView } from "../site/page-assembly";
import { fitMaterialOf } from "./fit-material";
import { startingMaterial, startingPictures } from "./starting-material";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

/** What designs of headers, footers and title bars are made of, for the worker that makes them. */
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
    return succeed({ material, fit: shown, pictures, entries });
  },
});
