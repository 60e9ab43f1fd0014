import { z } from "zod";
import type { FilmFile } from "../../core/model/film";
import { succeed } from "../../core/model/issue";
import type { Captions, VideoFile } from "../../core/model/video";
import { MOST_CAPTIONS_BYTES } from "../files/captions-file";
import { decode } from "../files/decoding";
import { ReceivedFile } from "../files/received-file";
import { withScratch } from "../files/scratch";
import { keepFiles } from "../files/site-files";
import { MOST_FILM_BYTES, MOST_VIDEO_BYTES } from "../files/video-file";
import { allOrNothing } from "./design-changes";
import { defineUseCase } from "./use-case";

const named = z.object({
  file: z.instanceof(ReceivedFile),
  answers: z.object({ name: z.string().trim().min(1).max(120) }),
});

/** Keeps a file of a video of the site by its content. What shows it is a change of its own. */
export const keepVideo = defineUseCase({
  takesFile: { most: MOST_VIDEO_BYTES, tooLarge: "video.tooBig" },
  input: named,
  run: (context, { file, answers: { name } }) =>
    withScratch(async (folder) => {
      const read = await decode("video", { path: file.path, folder });
      if (!read.ok) return read;
      const { type, path, sha256 } = read.value;
      const kept = await allOrNothing((transaction) =>
        keepFiles(context.site.id, [{ hash: sha256, variant: "video", type, source: path }], transaction),
      );
      if (!kept.ok) return kept;
      const video: VideoFile = { file: sha256, type, name };
      return succeed({ video });
    }),
});

/** Keeps the film or the sound of an entry by its content. The entry gets it by a change of its own. */
export const keepFilm = defineUseCase({
  takesFile: { most: MOST_FILM_BYTES, tooLarge: "film.tooBig" },
  input: named,
  run: (context, { file, answers: { name } }) =>
    withScratch(async (folder) => {
      const read = await decode("film", { path: file.path, folder });
      if (!read.ok) return read;
      const { type, path, sha256 } = read.value;
      const kept = await allOrNothing((transaction) =>
        keepFiles(context.site.id, [{ hash: sha256, variant: "video", type, source: path }], transaction),
      );
      if (!kept.ok) return kept;
      const film: FilmFile = { file: sha256, type, name };
      return succeed({ film });
    }),
});

/** Keeps what is said in a video, by its content. */
export const keepCaptions = defineUseCase({
  takesFile: { most: MOST_CAPTIONS_BYTES, tooLarge: "captions.tooBig" },
  input: named,
  run: (context, { file, answers: { name } }) =>
    withScratch(async (folder) => {
      const read = await decode("captions", { path: file.path, folder });
      if (!read.ok) return read;
      const { path, sha256 } = read.value;
      const kept = await allOrNothing((transaction) =>
        keepFiles(
          context.site.id,
          [{ hash: sha256, variant: "captions", type: "text/vtt", source: path }],
          transaction,
        ),
      );
      if (!kept.ok) return kept;
      const captions: Captions = { file: sha256, name };
      return succeed({ captions });
    }),
});
