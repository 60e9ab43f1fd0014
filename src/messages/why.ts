import type { Slot } from "../core/model/slot";
import type { Resolved } from "../core/placement/resolve";
import { describeReason } from "./placement-sentences";
import type { Vocabulary } from "./vocabulary";
import { slotName } from "./words";

/** Why a slot shows what it shows, in a sentence that goes on from the name of the part, or stands alone where there is none. */
export const describeWhy = (decision: Resolved, slot: Slot, words: Vocabulary): string => {
  switch (decision.by) {
    case "choice":
      return "shows here because this page chose it for itself.";
    case "choiceOfNothing":
      return `Nothing shows here: this page chose to leave the ${slotName(slot)} out, whatever the rules say.`;
    case "none":
      return `Nothing shows here: no ${slotName(slot)} asks for this page.`;
    case "rule": {
      const reason = describeReason(decision.condition, words);
      const end =
        decision.tied.length > 0
          ? "Others ask equally much; it stands first in order."
          : "Nothing narrower asks for it.";
      return decision.nothing
        ? `leaves the ${slotName(slot)} empty on purpose, because ${reason}. ${end}`
        : `shows here because ${reason}. ${end}`;
    }
  }
};
