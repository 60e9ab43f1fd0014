import type { Slot } from "../core/model/slot";
import type { Resolved } from "../core/placement/resolve";
import { describeReason } from "./placement-sentences";
import type { Vocabulary } from "./vocabulary";
import { listed, slotName } from "./words";

/** Why a slot shows what it shows, in a sentence that goes on from the name of the part, or stands alone where there is none. */
export const describeWhy = (
  decision: Resolved,
  slot: Slot,
  words: Vocabulary,
  /** Names of parts that stand back because this one shows also over narrower parts. */
  over: readonly string[] = [],
): string => {
  switch (decision.by) {
    case "choice":
      return "shows here because this page chose it for itself.";
    case "choiceOfNothing":
      return `Nothing shows here: this page chose to leave the ${slotName(slot)} out, whatever the rules say.`;
    case "none":
      return `Nothing shows here: no ${slotName(slot)} asks for this page.`;
    case "rule": {
      const reason = describeReason(decision.condition, words);
      const end = [
        over.length > 0
          ? `It shows also over narrower parts: ${listed(over)} ${over.length === 1 ? "stands" : "stand"} back for it.`
          : "",
        decision.tied.length > 0 ? "Others ask equally much; it stands first in order." : "",
      ].filter((each) => each !== "");
      const why = end.length > 0 ? end.join(" ") : "Nothing narrower asks for it.";
      return decision.nothing
        ? `leaves the ${slotName(slot)} empty on purpose, because ${reason}. ${why}`
        : `shows here because ${reason}. ${why}`;
    }
  }
};
