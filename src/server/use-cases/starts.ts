import { z } from "zod";
import { findBody } from "../../core/design/design";
import { succeed } from "../../core/model/issue";
import { darkPicture } from "../../core/starting/point";
import { POOL } from "../../data/database";
import { fitMaterialOf } from "./fit-material";
import { startingMaterial } from "./starting-material";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

/** What designs of headers and footers are made of, for the worker that makes them. */
export const starts = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const draft = await designAt(context, "draft", POOL);
    const material = startingMaterial(draft);
    const { fit } = await fitMaterialOf(context, draft);
    const { words: _, ...shown } = fit;
    const dark = darkPicture(material);
    const picture = dark && findBody(draft.design, "picture", dark.id);
    return succeed({
      material,
      fit: shown,
      pictures: dark && picture ? { [dark.id]: picture } : {},
    });
  },
});
