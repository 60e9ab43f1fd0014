import { z } from "zod";
import { succeed } from "../../core/model/issue";
import type { Video } from "../../core/model/video";
import { decode } from "../files/decoding";
import { ReceivedFile } from "../files/received-file";
import { withScratch } from "../files/scratch";
import { keepFiles } from "../files/site-files";
import { MOST_VIDEO_BYTES } from "../files/video-file";
import { allOrNothing } from "./design-changes";
import { defineUseCase } from "./use-case";

/** Keeps a video of the site by its content. What shows it is a change of its own. */
export const keepVideo = defineUseCase({
  takesFile: { most: MOST_VIDEO_BYTES, tooLarge: "video.tooBig" },
  input: z.object({
    file: z.instanceof(ReceivedFile),
    answers: z.object({ name: z.string().trim().min(1).max(120) }),
  }),
  run: (context, { file, answers: { name } }) =>
    withScratch(async (folder) => {
      const read = await decode("video", { path: file.path, folder });
      if (!read.ok) return read;
      const { type, path, sha256 } = read.value;
      const kept = await allOrNothing((transaction) =>
        keepFiles(context.site.id, [{ hash: sha256, variant: "video", type, source: path }], transaction),
      );
      if (!kept.ok) return kept;
      const video: Video = { file: sha256, type, name };
      return succeed({ video });
    }),
});
