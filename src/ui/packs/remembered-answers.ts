import { type ImportAnswers, NO_ANSWERS } from "../../core/packs/plan";

/** Answers to the questions of packs, kept on this computer by site and by the name of the file without its version. */

const keyFor = (site: string, file: string): string =>
  `gray-latch pack answers ${site} ${file
    .toLowerCase()
    .replace(/\.zip$/, "")
    .replace(/[-_ ]?\(?v?\d+(\.\d+)*\)?$/, "")}`;

/** What was answered when a pack of this name came in; no answers if none did, or where nothing can be kept. */
export const rememberedAnswers = (site: string, file: string): ImportAnswers => {
  try {
    const kept = JSON.parse(
      localStorage.getItem(keyFor(site, file)) ?? "null",
    ) as Partial<ImportAnswers> | null;
    return { ...NO_ANSWERS, ...kept };
  } catch {
    return NO_ANSWERS;
  }
};

export const rememberAnswers = (site: string, file: string, answers: ImportAnswers): void => {
  try {
    localStorage.setItem(keyFor(site, file), JSON.stringify(answers));
  } catch {
    // a browser that keeps nothing asks again
  }
};
