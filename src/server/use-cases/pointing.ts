import { z } from "zod";
import { succeed } from "../../core/model/issue";
import { beginPointing, POINTING_MS } from "../access/pointing";
import { previewOrigin } from "../http/host-names";
import { defineUseCase } from "./use-case";

/** The way to the live site on which one can point: an address that holds for half an hour, for this site only. */
export const openPointing = defineUseCase({
  input: z.object({ path: z.string().max(2000).default("/") }),
  run: async (context, { path }) => {
    const now = new Date(context.now);
    const token = await beginPointing(context.site.id, context.account.id, now);
    const query = new URLSearchParams({ token, to: path });
    return succeed({
      url: `${previewOrigin(context.site.id)}/_live-begin?${query}`,
      endsAt: new Date(now.getTime() + POINTING_MS).toISOString(),
    });
  },
});
