import { takeCaptions } from "./captions-file";
import { readFont } from "./font-file";
import { drawMap } from "./map-drawing";
import { takePack } from "./pack-file";
import { pictureHead, picturePixels, renderPicture } from "./picture-file";
import { takeFilm, takeVideo } from "./video-file";

/** Everything that decodes what people bring, and what is as costly, by name. It runs in the decoder's process and nowhere else. */
export const TASKS = {
  pictureHead,
  picture: renderPicture,
  pixels: picturePixels,
  font: readFont,
  video: takeVideo,
  film: takeFilm,
  captions: takeCaptions,
  pack: takePack,
  map: drawMap,
} as const;
export type Tasks = typeof TASKS;
