import { withValueAt } from "../src/core/design/operations";
import { Part } from "../src/core/design/part";
import { type PartNode, updateNode, walk } from "../src/core/design/tree";
import { specsFor } from "../src/messages/specs-for";
import type { Seeded } from "./seeded";

/** Another value for a setting, as its field could give it; undefined if it gives none here. */
const another = (random: Seeded, control: ReturnType<typeof specsFor>[number]["control"]): unknown => {
  switch (control.type) {
    case "one":
      return random.pick(control.options)[0];
    case "count":
      return random.pick(control.options)[0];
    case "number":
      return (control.min ?? 0) + random.below(control.max - (control.min ?? 0) + 1);
    case "switch":
      return random.chance(0.5);
    case "text":
      return random.pick(["Visit", "By bus", '<Sky> & "stars"', "Visit us"]);
    case "menu":
      return random.pick(["", "main", "other"]);
    case "picture":
      return random.pick(["", "one", "two"]);
    case "pictures":
      return random.pick([[], ["one"], ["two", "one"]]);
    case "audience":
      return random.pick(["", "signedOut", "signedIn"]);
    case "target":
      return random.pick([{ url: "/" }, { identity: "entry:2" }]);
    default:
      return undefined;
  }
};

/** A part with one setting of one of its nodes changed; null where that cannot be. */
export const changedSetting = (
  random: Seeded,
  part: Part,
): { readonly part: Part; readonly what: string } | null => {
  const place = random.pick([...walk(part)]);
  const spec = random.pick(specsFor(place));
  const value = another(random, spec.control);
  if (value === undefined) return null;
  const next = updateNode(part, place.node.id, (node) => withValueAt(node, spec.path, value) as PartNode);
  const read = Part.safeParse(next);
  const what = `${"kind" in place.node ? place.node.kind : place.type} ${spec.path.join(".")}`;
  return read.success ? { part: read.data as Part, what } : null;
};
