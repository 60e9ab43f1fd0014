"use client";
import { Box } from "@mui/material";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LookCode } from "../../core/checks/look-finding";
import type { Slot } from "../../core/model/slot";
import type { Finding } from "../../core/placement/findings";
import {
  countFindings,
  describeAudiences,
  describeFinding,
  FINDING_NAMES,
  MEND_NAMES,
} from "../../messages/findings";
import { LOOK_NAMES } from "../../messages/look-findings";
import { digits, pages as pagesText, sentenceCase } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { useAct, useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { useUndoNotice } from "../client/useUndoNotice";
import { Quiet } from "../theme/pieces";
import { type Found, findingKey } from "./FindingSheet";
import { LedgerLine, PlainButton } from "./LedgerLine";
import { LookLine, lookCounts, lookKey } from "./LookLine";
import { cellsOf, type Selection } from "./selection";

type Code = Finding["code"] | LookCode;

interface LedgerProps {
  readonly current: Found | null;
  readonly onFinding: (finding: Found) => void;
  readonly onSelect: (selection: Selection) => void;
}

/** What there is to settle, each line with the click that mends it. */
export const Ledger = ({ current, onFinding, onSelect }: LedgerProps) => {
  const { asked } = useAboutSite();
  const settle = useSettle({ onFinding, onSelect });
  const [code, setCode] = useState<Code | null>(null);
  const isLookCode = code !== null && code in LOOK_NAMES;
  const { data } = useCall("findings", {
    state: asked.state,
    ...(asked.at ? { at: asked.at } : {}),
    ...(code === null || isLookCode ? {} : { code }),
  });
  const looks = useCall("lookFindings", { state: asked.state, ...(asked.at ? { at: asked.at } : {}) }).data;
  if (!data)
    return (
      <Box role="status" sx={{ py: 1.25, borderBottom: 1, borderColor: "divider" }}>
        <Quiet>Checking …</Quiet>
      </Box>
    );
  const noticed = looks?.findings ?? [];
  const total = data.total + noticed.length;
  if (total === 0)
    return (
      <Box sx={{ py: 1.25, borderBottom: 1, borderColor: "divider" }}>
        <Quiet>Nothing to settle. Checked {pagesText(data.pages)}.</Quiet>
      </Box>
    );
  const codes = [
    ...(Object.entries(data.counts) as [Finding["code"], number][]).map(
      ([each, number]) => [each, countFindings(each, number)] as const,
    ),
    ...lookCounts(noticed),
  ];
  return (
    <Box>
      {codes.length > 1 || data.more > 0 ? (
        <Codes codes={codes} current={code} total={total} onChange={setCode} />
      ) : null}
      <Box
        component="ul"
        aria-label="To settle"
        sx={{ listStyle: "none", m: 0, p: 0, maxHeight: { xs: 320, md: 178 }, overflow: "auto" }}
      >
        {(isLookCode ? [] : data.findings).map((finding) => (
          <FindingLine
            key={`${findingKey(finding)} ${finding.audiences.join()}`}
            finding={finding}
            isCurrent={current !== null && findingKey(current) === findingKey(finding)}
            onFinding={onFinding}
            onSettle={settle}
          />
        ))}
        {noticed
          .filter((each) => code === null || each.code === code)
          .map((finding) => (
            <LookLine key={lookKey(finding)} finding={finding} />
          ))}
        {data.more > 0 && !isLookCode ? (
          <Box component="li" sx={{ py: 1 }}>
            <Quiet>and {data.more} more of the same; settle these first.</Quiet>
          </Box>
        ) : null}
      </Box>
    </Box>
  );
};

/** What a click on a finding's mend does. */
const useSettle = ({ onFinding, onSelect }: Pick<LedgerProps, "onFinding" | "onSelect">) => {
  const router = useRouter();
  const site = useSite();
  const reset = useReset();
  return (finding: Found) => {
    switch (finding.code) {
      case "nowhere":
        return router.push(partPath(finding.part, site, ["where"]));
      case "missing":
        // the pages without a part are selected: what fills them is chosen like anywhere
        return onSelect(cellsOf(finding.slot, [`missing:${finding.slot}`], pagesText(finding.pages)));
      case "unused":
        return reset(finding.page, finding.slot);
      default:
        return onFinding(finding);
    }
  };
};

/** The findings of one kind, or all. */
const Codes = ({
  codes,
  current,
  total,
  onChange,
}: {
  readonly codes: readonly (readonly [Code, string])[];
  readonly current: Code | null;
  readonly total: number;
  readonly onChange: (code: Code | null) => void;
}) => (
  <Box
    role="group"
    aria-label="What to settle, by kind"
    sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, pt: 1, pb: 0.25 }}
  >
    <CodeButton isOn={current === null} onClick={() => onChange(null)}>
      {digits(total)} to settle
    </CodeButton>
    {codes.map(([each, words]) => (
      <CodeButton key={each} isOn={current === each} onClick={() => onChange(current === each ? null : each)}>
        {words}
      </CodeButton>
    ))}
  </Box>
);

const FindingLine = ({
  finding,
  isCurrent,
  onFinding,
  onSettle,
}: {
  readonly finding: Found;
  readonly isCurrent: boolean;
  readonly onFinding: (finding: Found) => void;
  readonly onSettle: (finding: Found) => void;
}) => {
  const { about, badge, moment } = useAboutSite();
  const words = sentenceCase(describeFinding(finding, badge, moment));
  return (
    <LedgerLine
      name={FINDING_NAMES[finding.code]}
      isError={finding.severity === "error"}
      isCurrent={isCurrent}
      act={{ words: MEND_NAMES[finding.code], about: words, onClick: () => onSettle(finding) }}
    >
      <PlainButton aria-pressed={isCurrent} onClick={() => onFinding(finding)}>
        {words}{" "}
        {finding.audiences.length > 0 ? (
          <Quiet>Seen {describeAudiences(finding.audiences, about.levels)}.</Quiet>
        ) : null}
      </PlainButton>
    </LedgerLine>
  );
};

/** Gives a page's choice that nobody reads back to the rules, with the way back beside it. */
const useReset = () => {
  const choose = useAct("choosePage");
  const notice = useUndoNotice();
  return async (page: string, slot: Slot) => {
    const saved = await choose.mutateAsync({ pages: [page], slot, choice: "everywhere" });
    notice(`Done in the draft: ${saved.label}.`);
  };
};

const CodeButton = ({ isOn, ...rest }: React.ComponentProps<"button"> & { readonly isOn: boolean }) => (
  <Box
    component="button"
    type="button"
    aria-pressed={isOn}
    {...rest}
    sx={(theme) => ({
      font: "inherit",
      fontWeight: isOn ? 650 : 400,
      color: isOn ? "text.primary" : "text.secondary",
      background: "none",
      border: 0,
      borderBottom: 2,
      borderColor: isOn ? theme.vars?.palette.ours.brass : "transparent",
      p: 0,
      cursor: "pointer",
      "@media (pointer: coarse)": { minHeight: 44 },
    })}
  />
);
