import type { DesignDocument } from "./design";
import { upgradeStyle } from "./house-style";

/** Documents of an older schema as the software knows them now: one pure step a kind and version, on reading. */
export const upgraded = (document: DesignDocument): DesignDocument =>
  document.kind === "style" ? { ...document, body: upgradeStyle(document.body) } : document;
