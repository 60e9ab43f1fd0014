"use client";
import { Box } from "@mui/material";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Slot } from "../../core/model/slot";
import type { Finding } from "../../core/placement/findings";
import {
  countFindings,
  describeAudiences,
  describeFinding,
  FINDING_NAMES,
  MEND_NAMES,
} from "../../messages/findings";
import { digits, pages as pagesText, sentenceCase } from "../../messages/words";
import { useAct, useCall, useSite } from "../client/hooks";
import { partPath } from "../client/paths";
import { useUndoNotice } from "../client/useUndoNotice";
import { useFrame } from "../shell/frame";
import { Act, Quiet, Wrong } from "../theme/pieces";
import { type Found, findingKey } from "./FindingSheet";
import { cellsOf, type Selection } from "./selection";

/** What there is to settle, each line with the click that mends it. */
export const Ledger = ({
  current,
  onFinding,
  onSelect,
}: {
  readonly current: Found | null;
  readonly onFinding: (finding: Found) => void;
  readonly onSelect: (selection: Selection) => void;
}) => {
  const { frame, asked, badge, moment } = useFrame();
  const router = useRouter();
  const site = useSite();
  const reset = useReset();
  const [code, setCode] = useState<Finding["code"] | null>(null);
  const { data } = useCall("findings", {
    state: asked.state,
    ...(asked.at ? { at: asked.at } : {}),
    ...(code === null ? {} : { code }),
  });
  if (!data)
    return (
      <Box role="status" sx={{ py: 1.25, borderBottom: 1, borderColor: "divider" }}>
        <Quiet>Checking …</Quiet>
      </Box>
    );
  if (data.total === 0)
    return (
      <Box sx={{ py: 1.25, borderBottom: 1, borderColor: "divider" }}>
        <Quiet>Nothing to settle. Checked {pagesText(data.pages)}.</Quiet>
      </Box>
    );
  const codes = Object.entries(data.counts) as [Finding["code"], number][];
  const settle = (finding: Found) => {
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
  return (
    <Box>
      {codes.length > 1 || data.more > 0 ? (
        <Box
          role="group"
          aria-label="What to settle, by kind"
          sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, pt: 1, pb: 0.25 }}
        >
          <CodeButton isOn={code === null} onClick={() => setCode(null)}>
            {digits(data.total)} to settle
          </CodeButton>
          {codes.map(([each, number]) => (
            <CodeButton key={each} isOn={code === each} onClick={() => setCode(code === each ? null : each)}>
              {countFindings(each, number)}
            </CodeButton>
          ))}
        </Box>
      ) : null}
      <Box
        component="ul"
        aria-label="To settle"
        sx={{ listStyle: "none", m: 0, p: 0, maxHeight: 178, overflow: "auto" }}
      >
        {data.findings.map((finding) => {
          const key = findingKey(finding);
          const isCurrent = current !== null && findingKey(current) === key;
          return (
            <Box
              component="li"
              key={`${key} ${finding.audiences.join()}`}
              sx={(theme) => ({
                display: "grid",
                gridTemplateColumns: "78px minmax(0,1fr) auto",
                gap: 1,
                alignItems: "center",
                minHeight: 35,
                borderBottom: 1,
                borderColor: "divider",
                pr: 1,
                background: isCurrent ? theme.vars?.palette.ours.brassWash : undefined,
              })}
            >
              {finding.severity === "error" ? (
                <Wrong>{FINDING_NAMES[finding.code]}</Wrong>
              ) : (
                <Box
                  component="span"
                  sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600 })}
                >
                  {FINDING_NAMES[finding.code]}
                </Box>
              )}
              <Box
                component="button"
                type="button"
                aria-pressed={isCurrent}
                onClick={() => onFinding(finding)}
                sx={{
                  font: "inherit",
                  color: "inherit",
                  background: "none",
                  border: 0,
                  p: 0,
                  textAlign: "left",
                  cursor: "pointer",
                  "&:hover": { textDecoration: "underline" },
                }}
              >
                {sentenceCase(describeFinding(finding, badge, moment))}{" "}
                {finding.audiences.length > 0 ? (
                  <Quiet>Seen {describeAudiences(finding.audiences, frame.levels)}.</Quiet>
                ) : null}
              </Box>
              <Act
                onClick={() => settle(finding)}
                aria-label={`${MEND_NAMES[finding.code]}: ${describeFinding(finding, badge, moment)}`}
              >
                {MEND_NAMES[finding.code]}
              </Act>
            </Box>
          );
        })}
        {data.more > 0 ? (
          <Box component="li" sx={{ py: 1 }}>
            <Quiet>and {data.more} more of the same; settle these first.</Quiet>
          </Box>
        ) : null}
      </Box>
    </Box>
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
