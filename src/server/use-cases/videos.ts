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

/** Keeps what is played by its content: it is read as what it should be first. */
const keepPlayed = <T extends "video" | "film">(
  task: T,
  site: string,
  { file, answers: { name } }: z.infer<typeof named>,
) =>
  withScratch(async (folder) => {
    const read = await decode(task, { path: file.path, folder });
    if (!read.ok) return read;
    const { type, path, sha256 } = read.value;
    const kept = await allOrNothing((transaction) =>
      keepFiles(site, [{ hash: sha256, variant: "video", type, source: path }], transaction),
    );
    return kept.ok ? succeed({ file: sha256, type, name }) : kept;
  });

/** Keeps a file of a video of the site by its content. What shows it is a change of its own. */
export const keepVideo = defineUseCase({
  takesFile: { most: MOST_VIDEO_BYTES, tooLarge: "video.tooBig" },
  input: named,
  run: async (context, input) => {
    const kept = await keepPlayed("video", context.site.id, input);
    return kept.ok ? succeed({ video: kept.value as VideoFile }) : kept;
  },
});

/** Keeps the film or the sound of an entry by its content. The entry gets it by a change of its own. */
export const keepFilm = defineUseCase({
  takesFile: { most: MOST_FILM_BYTES, tooLarge: "film.tooBig" },
  input: named,
  run: async (context, input) => {
    const kept = await keepPlayed("film", context.site.id, input);
    return kept.ok ? succeed({ film: kept.value as FilmFile }) : kept;
  },
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
