import { z } from "zod";

export const VIDEO_TYPES = ["video/mp4", "video/webm"] as const;
/** A video of the site: a file by its content hash. */
export const Video = z.object({
  file: z.string().regex(/^[0-9a-f]{64}$/),
  type: z.enum(VIDEO_TYPES),
  name: z.string().min(1).max(120),
});
export type Video = z.infer<typeof Video>;
