import type { DesignDocument } from "./design";
import { upgradeStyle } from "./house-style";
import { Band, type Part } from "./part";

const FRESH = Band.parse({ id: "band", cells: [{ id: "cell" }] });

/** Bands stored before they could be laid over pictures get what says that they are not. */
const upgradePart = (part: Part): Part =>
  part.bands.every((band) => band.overPicture !== undefined)
    ? part
    : {
        ...part,
        bands: part.bands.map((band) => ({
          ...band,
          stickyWhen: band.stickyWhen ?? FRESH.stickyWhen,
          overPicture: band.overPicture ?? FRESH.overPicture,
        })),
      };

/** Documents of an older schema as the software knows them now: one pure step a kind and version, on reading. */
export const upgraded = (document: DesignDocument): DesignDocument => {
  if (document.kind === "style") return { ...document, body: upgradeStyle(document.body) };
  if (document.kind === "part") {
    const body = upgradePart(document.body);
    return body === document.body ? document : { ...document, body };
  }
  return document;
};
