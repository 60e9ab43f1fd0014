"use client";
import { Box, Typography } from "@mui/material";
import { SLOT_NAMES } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { useCall, useSite } from "../client/hooks";
import { pagePath } from "../client/paths";
import { PartBadge } from "../shell/PartBadge";
import { SheetLink } from "../shell/SheetLink";
import { Act, Mono, Quiet, Rows, Trouble, Waiting } from "../theme/pieces";
import { cellsOf, type Selection } from "./selection";

const HOW: Readonly<Record<string, string>> = {
  choice: "chosen on this page",
  choiceOfNothing: "nothing, this page only",
  rule: "by rule",
  none: "no part asks for it",
};

/** One page: what fills its slots, each a click away from why. */
export const RowSheet = ({
  selection,
  onSelect,
}: {
  readonly selection: Extract<Selection, { is: "row" }>;
  readonly onSelect: (selection: Selection) => void;
}) => {
  const { asked } = useAboutSite();
  const site = useSite();
  const { page, identity, label } = selection;
  const { data, error } = useCall("page", { ...asked, page });
  if (error) return <Trouble>{error.message}</Trouble>;
  if (!data || data.page.key !== page) return <Waiting what="Reading the page …" />;
  return (
    <>
      <Box sx={{ borderBottom: 1, borderColor: "text.primary", pb: 1.5 }}>
        <Typography variant="h2">{label}</Typography>
        <Mono style={{ opacity: 0.75 }}>{data.page.path}</Mono>
      </Box>
      <Rows aria-label="Slots of the page">
        {data.slots.map((slot) => (
          <Box
            component="li"
            key={slot.slot}
            sx={{ py: 1, borderBottom: 1, borderColor: "divider", display: "flex", gap: 1, flexWrap: "wrap" }}
          >
            <strong style={{ width: 84 }}>{SLOT_NAMES[slot.slot]}</strong>
            {slot.part === null ? null : <PartBadge part={slot.part} />}
            <Quiet>{HOW[slot.resolved]}</Quiet>
            <Act
              style={{ marginLeft: "auto" }}
              onClick={() => onSelect(cellsOf(slot.slot, [page], label))}
              aria-label={`Why this ${SLOT_NAMES[slot.slot].toLowerCase()}?`}
            >
              Why?
            </Act>
          </Box>
        ))}
      </Rows>
      <Box sx={{ mt: 2 }}>
        <SheetLink href={pagePath(identity, site)}>Open this page</SheetLink>
      </Box>
    </>
  );
};
