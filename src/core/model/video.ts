import { z } from "zod";

export const VIDEO_TYPES = ["video/mp4", "video/webm"] as const;
export const Hash = z.string().regex(/^[0-9a-f]{64}$/);
export const FileName = z.string().min(1).max(120);

/** One file of a video, by its content hash. */
export const VideoFile = z.object({ file: Hash, type: z.enum(VIDEO_TYPES), name: FileName });
export type VideoFile = z.infer<typeof VideoFile>;

/** What is said in a video, as WebVTT, by its content hash. */
export const Captions = z.object({ file: Hash, name: FileName });
export type Captions = z.infer<typeof Captions>;

/** A video may be there in so many other formats. */
export const MOST_OTHER_FORMATS = 2;

/** A video of the site. */
export const Video = VideoFile.extend({
  /** The same in other formats, for browsers that cannot play the first one; the first that can be played is. */
  also: z.array(VideoFile).max(MOST_OTHER_FORMATS).optional(),
  captions: Captions.optional(),
});
export type Video = z.infer<typeof Video>;

/** The files of a video, the one that is tried first before others. */
export const filesOf = ({ file, type, name, also = [] }: Video): readonly VideoFile[] => [
  { file, type, name },
  ...also,
];
