import type { Finding } from "../core/placement/findings";
import { count, digits, listed, pages, slotName } from "./words";

/** A finding without the page numbers only the engine needs. */
type Told<F> = F extends Finding ? Omit<F, "numbers" | "audiences" | "severity"> : never;
export type ToldFinding = Told<Finding>;

/** What a finding says; `badge` names a part as people know it, `moment` an instant in the site's zone. */
export const describeFinding = (
  finding: ToldFinding,
  badge: (part: string) => string,
  moment: (instant: string) => string,
): string => {
  switch (finding.code) {
    case "nowhere":
      return `${badge(finding.part)} is on but shows on no page: no line says where.`;
    case "waiting":
      return `${badge(finding.part)} is on and waits: it shows from ${moment(finding.from)}.`;
    case "overruled":
      return `${badge(finding.part)} asks for ${pages(finding.asks)} and shows on none: other parts keep them.`;
    case "tied":
      return `${listed(finding.parts.map(badge))} ask equally much on ${pages(finding.pages)}; ${badge(finding.parts[0] ?? "")} is first.`;
    case "broken":
      return `A “${finding.in === "exception" ? "Not on" : "Shows on"}” line of ${badge(finding.part)} points at something that is gone.`;
    case "missing":
      return `${pages(finding.pages)} ${finding.pages === 1 ? "has" : "have"} no ${slotName(finding.slot)}.`;
    case "unused":
      return "part" in finding
        ? `One page chose ${badge(finding.part)} as its ${slotName(finding.slot)}, which is paused, gone or made for another slot.`
        : `One page chose to have no ${slotName(finding.slot)}; no page is without one, so the rules decide.`;
    case "valueUnread":
      return `One page says something of its own (${finding.name}) for its ${slotName(finding.slot)}, which does not ask for it.`;
    case "noBody":
      return `${badge(finding.part)} shows on entries but has no body: visitors cannot read them.`;
    case "sizeIgnored":
      return `${badge(finding.part)} says ${finding.size} entries to a page, and is not heard on ${pages(finding.pages)}: it is ${finding.holds} for everyone, as ${badge(finding.first)} says on the first page.`;
  }
};

/** Who a finding is about, when it is not everyone: "signed out", "signed in and Friends". */
export const describeAudiences = (
  audiences: readonly string[],
  levels: readonly { readonly key: string; readonly name: string }[],
): string =>
  listed(
    audiences.map((audience) =>
      audience === "signedOut"
        ? "signed out"
        : audience === "signedIn"
          ? "signed in"
          : (levels.find(({ key }) => `level:${key}` === audience)?.name ?? audience),
    ),
  );

type Code = Finding["code"];

/** Codes as they stand in front of a finding. */
export const FINDING_NAMES: Readonly<Record<Code, string>> = {
  nowhere: "nowhere",
  waiting: "waiting",
  overruled: "overruled",
  tied: "tied",
  broken: "broken",
  missing: "missing",
  unused: "unused",
  valueUnread: "unused value",
  noBody: "no body",
  sizeIgnored: "size not heard",
};
export const countFindings = (code: Code, number: number): string =>
  code === "noBody"
    ? count(number, "without body", "without body")
    : `${digits(number)} ${FINDING_NAMES[code]}`;

/** The words of the button that mends it. */
export const MEND_NAMES: Readonly<Record<Code, string>> = {
  nowhere: "Say where",
  waiting: "Decide",
  overruled: "Decide",
  tied: "Decide",
  broken: "Mend the line",
  missing: "Add one",
  unused: "Reset the page",
  valueUnread: "Decide",
  noBody: "Add the body",
  sizeIgnored: "Decide",
};
