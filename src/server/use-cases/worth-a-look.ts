import { z } from "zod";
import { succeed } from "../../core/model/issue";
import { pairsInUse } from "../../core/style/pairs";
import { typedInColours } from "../../core/style/typed-in";
import { defineUseCase } from "../use-case";
import { noticedPictures } from "./pictures";
import { resolutionFor } from "./view-input";

/** What the checker noticed of colours and pictures: how much, and where it is seen to. Placement has findings of its own. */
export const worthALook = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const resolution = await resolutionFor(context, { audience: "signedOut", state: "draft" });
    if (!resolution.ok) return resolution;
    const { design } = resolution.value.compiled;
    return succeed({
      contrast: pairsInUse(design).filter(({ passes }) => !passes).length,
      typedIn: typedInColours(design).length,
      pictures: await noticedPictures(resolution.value, context.site.id),
    });
  },
});
