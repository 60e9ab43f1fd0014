import { z } from "zod";
import { Captions, FileName, Hash, VIDEO_TYPES } from "./video";

/** The film or the sound of an entry: a file of the site's own, or one that is elsewhere. */

export const SOUND_TYPES = ["audio/mpeg", "audio/mp4", "audio/ogg", "audio/wav"] as const;
export const FILM_TYPES = [...VIDEO_TYPES, ...SOUND_TYPES] as const;
export type FilmType = (typeof FILM_TYPES)[number];

/** How the address of a file ends, by its type. */
export const FILE_ENDINGS: Readonly<Record<FilmType, string>> = {
  "video/mp4": "mp4",
  "video/webm": "webm",
  "audio/mpeg": "mp3",
  "audio/mp4": "m4a",
  "audio/ogg": "ogg",
  "audio/wav": "wav",
};

/** One file, by its content hash; what is said in it, as WebVTT. */
export const FilmFile = z.object({
  file: Hash,
  type: z.enum(FILM_TYPES),
  name: FileName,
  captions: Captions.optional(),
});
export type FilmFile = z.infer<typeof FilmFile>;

const FilmElsewhere = z.object({ address: z.url({ protocol: /^https?$/ }).max(2000) });

export const Film = z.union([FilmFile, FilmElsewhere]);
export type Film = z.infer<typeof Film>;

export const isSound = ({ type }: Pick<FilmFile, "type">): boolean => type.startsWith("audio/");

/** Where a file lives on the site's own host. */
export const mediaPath = ({ file, type }: { readonly file: string; readonly type: FilmType }): string =>
  `/_media/${file}.${FILE_ENDINGS[type]}`;
