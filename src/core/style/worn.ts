import { valuesFor } from "../blocks/shown";
import { type Design, documentsOf } from "../design/design";
import { blocksOf } from "../design/tree";

/** How many blocks of parts and shared pieces wear each text style they name, by its name. */
export const wornStyles = (design: Design): Readonly<Record<string, number>> => {
  const worn: Record<string, number> = {};
  const bodies = [...documentsOf(design, "part"), ...documentsOf(design, "piece")];
  for (const block of bodies.flatMap(({ body }) => blocksOf(body)))
    for (const name of new Set([block.look.type, ...(valuesFor(block, "textStyle") as string[])]))
      if (name !== "") worn[name] = (worn[name] ?? 0) + 1;
  return worn;
};
