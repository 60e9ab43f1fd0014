import type { Finding } from "../core/placement/findings";
import { listed, pages, slotName } from "./words";

/** What a finding says; `badge` names a part as people know it. */
export const describeFinding = (finding: Finding, badge: (part: string) => string): string => {
  switch (finding.code) {
    case "nowhere":
      return `${badge(finding.part)} is on but shows on no page: no line says where.`;
    case "overruled":
      return `${badge(finding.part)} asks for ${pages(finding.asks)} and shows on none: narrower parts keep them.`;
    case "tied":
      return `${listed(finding.parts.map(badge))} ask equally much on ${pages(finding.pages.length)}; ${badge(finding.parts[0] ?? "")} is first.`;
    case "broken":
      return `A “${finding.in === "exception" ? "Not on" : "Shows on"}” line of ${badge(finding.part)} points at something that is gone.`;
    case "missing":
      return `${pages(finding.pages.length)} ${finding.pages.length === 1 ? "has" : "have"} no ${slotName(finding.slot)}.`;
    case "unused":
      return `One page chose ${badge(finding.part)}, which is paused or gone.`;
    case "noBody":
      return `${badge(finding.part)} shows on entries but has no body: visitors cannot read them.`;
  }
};

/** The words of the button that mends it. */
export const MEND_NAMES: Readonly<Record<Finding["code"], string>> = {
  nowhere: "Say where",
  overruled: "See why",
  tied: "Decide",
  broken: "Mend the line",
  missing: "Add one",
  unused: "Reset the page",
  noBody: "Add the body",
};
