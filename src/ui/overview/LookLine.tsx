"use client";
import { useRouter } from "next/navigation";
import type { LookCode } from "../../core/checks/look-finding";
import { describeAudiences } from "../../messages/findings";
import { describeLook, LOOK_MENDS, LOOK_NAMES, lookMendWords } from "../../messages/look-findings";
import { digits, sentenceCase } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useSite } from "../client/hooks";
import { leafPath, partPath } from "../client/paths";
import { useUndoNotice } from "../client/useUndoNotice";
import { Quiet } from "../theme/pieces";
import { LedgerLine, PlainButton } from "./LedgerLine";

export type Look = CallResult<"lookFindings">["findings"][number];

export const lookKey = ({ mend: _, ...finding }: Look): string => JSON.stringify(finding);

/** How many there are of each sort, in words. */
export const lookCounts = (looks: readonly Look[]): readonly (readonly [LookCode, string])[] =>
  [...new Set(looks.map(({ code }) => code))].map((code) => {
    const number = looks.filter((each) => each.code === code).length;
    return [code, `${digits(number)} ${LOOK_NAMES[code]}`] as const;
  });

/** Where a finding is seen to. */
const placeOf = (finding: Look, site: string): string => {
  if (finding.onPage) return leafPath("pages", site, finding.onPage);
  switch (finding.code) {
    case "faint":
      return `${leafPath("style", site)}?look=contrast`;
    case "typedIn":
      return `${leafPath("style", site)}?look=typedIn`;
    case "pictures":
      return `${leafPath("pictures", site)}?look=noticed`;
    case "longLabel":
      return leafPath("menus", site, finding.menu);
    case "deadLink":
      if (finding.of === "block") return `${partPath(finding.part, site)}?node=${finding.block}`;
      return finding.of === "page"
        ? leafPath("pages", site, finding.page)
        : leafPath("menus", site, finding.menu);
    default:
      return `${partPath(finding.part, site)}?node=${finding.band}`;
  }
};

/** Something noticed of how parts look: the sentence leads to where it is seen to, the click does it where one click can. */
export const LookLine = ({ finding }: { readonly finding: Look }) => {
  const { badge, about } = useAboutSite();
  const router = useRouter();
  const site = useSite();
  const change = useAct("change");
  const notice = useUndoNotice();
  const words = sentenceCase(describeLook(finding, badge));
  const open = () => router.push(placeOf(finding, site));
  const { mend } = finding;
  const run = async () => {
    if (!mend) return open();
    const saved = await change.mutateAsync({ operations: [...mend.operations] });
    notice(`Done in the draft: ${saved.label}.`);
  };
  return (
    <LedgerLine
      name={LOOK_NAMES[finding.code]}
      isError={finding.severity === "error"}
      act={{ words: mend ? lookMendWords(mend) : LOOK_MENDS[finding.code], about: words, onClick: run }}
    >
      <PlainButton onClick={open}>
        {words}{" "}
        {finding.onPage ? <Quiet>On “{finding.pageTitle}”, by what that page says itself. </Quiet> : null}
        {finding.audience ? <Quiet>Seen {describeAudiences([finding.audience], about.levels)}.</Quiet> : null}
      </PlainButton>
    </LedgerLine>
  );
};
