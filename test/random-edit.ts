import { choiceId, type Design, documentsOf, orderId } from "../src/core/design/design";
import type { Part } from "../src/core/design/part";
import type { EntryFacts } from "../src/core/model/content";
import { SLOTS } from "../src/core/model/slot";
import type { CompiledDesign } from "../src/core/placement/resolve";
import { randomPart, randomPlacement } from "./random-site";
import type { Seeded } from "./seeded";

/** One edit of a design as people make them: a placement, a part switched or binned, an order, a page's choice. */
export const randomEdit = (random: Seeded, compiled: CompiledDesign): Design => {
  const { design, index } = compiled;
  const next = new Map(design);
  const slot = random.pick(SLOTS);
  const parts = documentsOf(design, "part").filter(({ body }) => body.slot === slot);
  const put = (id: string, body: Part) => next.set(id, { id, kind: "part", body });
  const { id, body } = random.pick(parts);
  switch (random.below(7)) {
    case 0:
    case 1:
      put(id, { ...body, placement: randomPlacement(random, index.facts) });
      break;
    case 2:
      put(id, { ...body, on: !body.on });
      break;
    case 3:
      put(id, { ...body, name: `${body.name}, renamed` });
      break;
    case 4: {
      const order = random.some(
        parts.map((part) => part.id),
        1,
        parts.length,
      );
      next.set(orderId(slot), {
        id: orderId(slot),
        kind: "order",
        body: { schema: 1, slot, parts: order },
      });
      break;
    }
    case 5: {
      const { identity } = random.pick(index.stems);
      const slots = { [slot]: random.chance(0.5) ? ("nothing" as const) : { part: id } };
      next.set(choiceId(identity), {
        id: choiceId(identity),
        kind: "choice",
        body: { schema: 1, identity, slots },
      });
      break;
    }
    default: {
      const number = parts.length + 1 + random.below(50);
      put(`${slot}-new-${number}`, randomPart(random, index.facts, slot, number));
    }
  }
  return next;
};

/** Other facts of an entry that change no page's place. */
export const randomFactChange = (random: Seeded, compiled: CompiledDesign): EntryFacts => {
  const { facts, published } = compiled.index;
  const entry = random.pick(published);
  return {
    ...entry,
    terms: random.some(facts.terms, 0, 3).map((term) => term.id),
    medium: random.pick(["text", "video", "pictures", "sound"] as const),
    access: random.pick(["public", "signedIn", "level:gold"] as const),
    title: `${entry.title}, changed`,
  };
};
