import { z } from "zod";
import { getBody, STYLE_ID } from "../../core/design/design";
import { FAMILIES } from "../../core/measure/families";
import { OwnFont } from "../../core/model/house-style";
import { fail, issue } from "../../core/model/issue";
import { decode } from "../files/decoding";
import { MOST_FONT_BYTES } from "../files/font-file";
import { ReceivedFile } from "../files/received-file";
import { withScratch } from "../files/scratch";
import { keepFiles } from "../files/site-files";
import { allOrNothing, commitChange } from "./design-changes";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

/** A font of the site's own: kept by content hash, offered beside those that ship. */
export const addFont = defineUseCase({
  takesFile: { most: MOST_FONT_BYTES, tooLarge: "font.tooBig" },
  input: z.object({
    file: z.instanceof(ReceivedFile),
    answers: z.object({ licence: z.string().trim().min(1, { message: "font.licence" }).max(500) }),
  }),
  run: (context, { file, answers: { licence } }) =>
    withScratch(async (folder) => {
      const read = await decode("font", { path: file.path, folder });
      if (!read.ok) return read;
      const { family, weights, metrics, unpacked } = read.value;
      if (Object.hasOwn(FAMILIES, family)) return fail(issue("font.ships", [], { family }));
      const hash = file.sha256;
      return allOrNothing(async (transaction) => {
        const { design } = await designAt(context, "draft", transaction);
        const { ownFonts } = getBody(design, "style", STYLE_ID);
        const kept = await keepFiles(
          context.site.id,
          [
            { hash, variant: "font", type: "font/woff2", source: file.path },
            { hash, variant: "unpacked", type: "font/ttf", source: unpacked },
          ],
          transaction,
        );
        if (!kept.ok) return kept;
        const known = OwnFont.shape.metrics.safeParse(metrics ?? undefined).data;
        const font: OwnFont = {
          family,
          file: hash,
          licence,
          weights: [...weights],
          ...(known ? { metrics: known } : {}),
        };
        const value = [...ownFonts.filter((each) => each.family !== family), font];
        return commitChange(
          context,
          [{ op: "set", id: STYLE_ID, path: ["ownFonts"], value, was: ownFonts }],
          transaction,
          { label: `font ${family}` },
        );
      });
    }),
});
