import { readFont } from "./font-file";
import { takePack } from "./pack-file";
import { pictureHead, picturePixels, renderPicture } from "./picture-file";
import { takeVideo } from "./video-file";

/** Everything that decodes what people bring, by name. It runs in the decoder's process and nowhere else. */
export const TASKS = {
  pictureHead,
  picture: renderPicture,
  pixels: picturePixels,
  font: readFont,
  video: takeVideo,
  pack: takePack,
} as const;
export type Tasks = typeof TASKS;
