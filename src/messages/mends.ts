import { type Design, findBody } from "../core/design/design";
import type { Mend } from "../core/placement/mends";
import { describeCondition } from "./placement-sentences";
import type { Vocabulary } from "./vocabulary";
import { badgeText } from "./words";

/** What a mend does, in a sentence that begins with a verb. */
export const describeMend = (
  { is, part, line }: Pick<Mend, "is" | "part" | "line">,
  design: Design,
  words: Vocabulary,
): string => {
  const body = findBody(design, "part", part);
  const badge = body ? badgeText(body.slot, body.number) : "the part";
  const what = line ? describeCondition(line, words) : "";
  switch (is) {
    case "switchOn":
      return `Switch ${badge} on`;
    case "exceptPage":
      return `Take this page alone out of “Not on ${what}” of ${badge}, which names the others instead`;
    case "dropException":
      return `Take “${what}” out of “Not on” of ${badge}`;
    case "raise":
      return `Put ${badge} first among equals`;
    case "line":
      return `Give ${badge} a line for exactly this page`;
    case "lineForAll":
      return `Give ${badge} a line for this archive with its later pages`;
    case "choose":
      return `Choose ${badge} on this page only`;
    case "pause":
      return `Pause ${badge}`;
    case "openNow":
      return `Let ${badge} show from now on`;
    case "over":
      return `Show ${badge} also over narrower parts`;
    case "giveWay":
      return `Let ${badge} give way here: Not on what the other asks for`;
    case "dropLine":
      return `Remove the line from ${badge}`;
    case "dropValues":
      return `Leave what is gone out of the line of ${badge}`;
    case "reset":
      return "Give the page back to the rules";
    case "hearSize":
      return `Let ${badge} say what holds`;
    case "forget":
      return "Remove what the page says";
  }
};
