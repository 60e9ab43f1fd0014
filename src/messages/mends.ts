import { type Design, findBody } from "../core/design/design";
import type { Mend } from "../core/placement/mends";
import { badgeText } from "./words";

/** What a mend does, in a sentence that begins with a verb. */
export const describeMend = ({ is, part }: Pick<Mend, "is" | "part">, design: Design): string => {
  const body = findBody(design, "part", part);
  const badge = body ? badgeText(body.slot, body.number) : "the part";
  switch (is) {
    case "switchOn":
      return `Switch ${badge} on`;
    case "dropException":
      return `Take this page out of “Not on” of ${badge}`;
    case "raise":
      return `Put ${badge} first among equals`;
    case "line":
      return `Give ${badge} a line for exactly this page`;
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
    case "forget":
      return "Forget what the page says";
  }
};
