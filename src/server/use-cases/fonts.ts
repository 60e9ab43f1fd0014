import { createHash } from "node:crypto";
import { z } from "zod";
import { FAMILIES } from "../../core/layout/families";
import { getBody, STYLE_ID } from "../../core/model/design";
import { OwnFont } from "../../core/model/house-style";
import { fail, issue } from "../../core/model/issue";
import { POOL } from "../../data/database";
import { saveFile } from "../../data/file-repository";
import { readFont } from "../font-file";
import { metricsOf } from "../shaping";
import { defineUseCase } from "../use-case";
import { allOrNothing, commitChange } from "./design-changes";
import { designAt } from "./view-input";

/** A font of the site's own: kept by content hash, offered beside those that ship. */
export const addFont = defineUseCase({
  input: z.object({
    bytes: z.instanceof(Uint8Array),
    answers: z.object({ licence: z.string().trim().min(1, { message: "font.licence" }).max(500) }),
  }),
  run: async (context, { bytes, answers: { licence } }) => {
    const read = await readFont(bytes);
    if (!read.ok) return read;
    const { family, weights } = read.value;
    if (Object.hasOwn(FAMILIES, family)) return fail(issue("font.ships", [], { family }));
    const file = createHash("sha256").update(bytes).digest("hex");
    const metrics = OwnFont.shape.metrics.safeParse(await metricsOf(bytes)).data;
    return allOrNothing(async (transaction) => {
      const { design } = await designAt(context, "draft", transaction);
      const { ownFonts } = getBody(design, "style", STYLE_ID);
      await saveFile(
        context.site.id,
        { hash: file, variant: "font", type: "font/woff2", bytes },
        transaction,
      );
      const font: OwnFont = { family, file, licence, weights: [...weights], ...(metrics ? { metrics } : {}) };
      const value = [...ownFonts.filter((each) => each.family !== family), font];
      return commitChange(
        context,
        [{ op: "set", id: STYLE_ID, path: ["ownFonts"], value, was: ownFonts }],
        transaction,
        { label: `font ${family}` },
      );
    });
  },
});
