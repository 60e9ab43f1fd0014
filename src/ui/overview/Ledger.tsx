"use client";
import { Box } from "@mui/material";
import { useRouter } from "next/navigation";
import type { Finding } from "../../core/placement/findings";
import { describeFinding, MEND_NAMES } from "../../messages/findings";
import { pages as pagesText } from "../../messages/words";
import { useAct, useSite } from "../client/hooks";
import { useFrame } from "../shell/frame";
import { Act, Quiet, Wrong } from "../theme/pieces";
import type { Selection } from "./selection";

/** What there is to settle, each line with the click that mends it. */
export const Ledger = ({
  findings,
  pages,
  onSelect,
}: {
  readonly findings: readonly Finding[];
  readonly pages: number;
  readonly onSelect: (selection: Selection) => void;
}) => {
  const { badge } = useFrame();
  const mend = useMend(onSelect);
  if (findings.length === 0)
    return (
      <Box sx={{ py: 1.25, borderBottom: 1, borderColor: "divider" }}>
        <Quiet>Nothing to settle. Checked {pagesText(pages)}.</Quiet>
      </Box>
    );
  return (
    <Box
      component="ul"
      aria-label="To settle"
      sx={{ listStyle: "none", m: 0, p: 0, maxHeight: 190, overflow: "auto" }}
    >
      {findings.map((finding, index) => (
        <Box
          component="li"
          key={index}
          sx={{
            display: "grid",
            gridTemplateColumns: "78px minmax(0,1fr) auto",
            gap: 1,
            alignItems: "center",
            minHeight: 35,
            borderBottom: 1,
            borderColor: "divider",
            pr: 1,
          }}
        >
          {finding.severity === "error" ? (
            <Wrong>{finding.code}</Wrong>
          ) : (
            <Box
              component="span"
              sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600 })}
            >
              {finding.code === "noBody" ? "no body" : finding.code}
            </Box>
          )}
          <span>{sentenceCase(describeFinding(finding, badge))}</span>
          <Act onClick={() => mend(finding)}>{MEND_NAMES[finding.code]}</Act>
        </Box>
      ))}
    </Box>
  );
};

const sentenceCase = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const useMend = (onSelect: (selection: Selection) => void) => {
  const router = useRouter();
  const site = useSite();
  const choose = useAct("choosePage");
  return (finding: Finding) => {
    switch (finding.code) {
      case "nowhere":
      case "overruled":
      case "broken":
        return router.push(`/s/${site}/parts/${finding.part}/where`);
      case "tied":
        return router.push(`/s/${site}/parts/${finding.parts[0]}/where`);
      case "noBody":
        return router.push(`/s/${site}/parts/${finding.part}`);
      case "missing":
        return onSelect({ slot: finding.slot, pages: finding.pages, label: pagesText(finding.pages.length) });
      case "unused":
        return choose.mutate({ pages: [finding.page], slot: finding.slot, choice: "everywhere" });
    }
  };
};
