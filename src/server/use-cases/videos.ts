import { createHash } from "node:crypto";
import { z } from "zod";
import { succeed } from "../../core/model/issue";
import type { Video } from "../../core/model/part";
import { inTransaction } from "../../data/database";
import { saveFile } from "../../data/file-repository";
import { defineUseCase } from "../use-case";
import { readVideo } from "../video-file";

/** Keeps a video of the site by its content. What shows it is a change of its own. */
export const keepVideo = defineUseCase({
  input: z.object({
    bytes: z.instanceof(Uint8Array),
    answers: z.object({ name: z.string().trim().min(1).max(120) }),
  }),
  run: async (context, { bytes, answers: { name } }) => {
    const read = readVideo(bytes);
    if (!read.ok) return read;
    const file = createHash("sha256").update(read.value.bytes).digest("hex");
    await inTransaction((transaction) =>
      saveFile(context.site.id, { hash: file, variant: "video", ...read.value }, transaction),
    );
    const video: Video = { file, type: read.value.type, name };
    return succeed({ video });
  },
});
