"use client";
import { Box, MenuItem, Select, Typography } from "@mui/material";
import { EXPECTATIONS, EXPECTATIONS_ID, type Expectation } from "../../core/design/design";
import type { Operation } from "../../core/design/operations";
import type { Slot } from "../../core/model/slot";
import { EXPECTATION_NAMES, pages as pagesText, SLOT_NAMES, slotName } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall } from "../client/hooks";
import { Quiet } from "../theme/pieces";
import { SharesChart } from "./SharesChart";
import { UseAnother } from "./UseAnother";
import type { TableView } from "./useRows";

/** One slot of all pages shown: which parts share it, one for all of them, and whether it is expected at all. */
export const ColumnSheet = ({
  slot,
  data,
  view,
}: {
  readonly slot: Slot;
  readonly data: CallResult<"coverage">;
  readonly view: TableView;
}) => {
  const pages = data.groups.reduce((sum, group) => sum + group.pages, 0);
  const isFiltered = pages !== data.pages;
  return (
    <>
      <Box sx={{ borderBottom: 1, borderColor: "text.primary", pb: 1.5 }}>
        <Typography variant="h2">
          {SLOT_NAMES[slot]} of {isFiltered ? "the pages shown" : "all pages"}
        </Typography>
        <Quiet>{pagesText(pages)}</Quiet>
      </Box>
      <SharesChart slot={slot} groups={data.groups} pages={pages} />
      <UseAnother
        key={`column ${slot} ${JSON.stringify(view)}`}
        title={isFiltered ? `One ${slotName(slot)} for these` : `One ${slotName(slot)} for all pages`}
        slot={slot}
        pages={["every"]}
        view={view}
        current={null}
        hasOwnChoice
      />
      <Expected slot={slot} />
    </>
  );
};

/** Whether the slot should be filled: in general, and where a kind differs. */
const Expected = ({ slot }: { readonly slot: Slot }) => {
  const { about } = useAboutSite();
  const { data } = useCall("expectations", {});
  const change = useAct("change");
  if (!data) return null;
  const set = (kind: string | null, value: Expectation | "") => {
    const was = data.stated;
    const slots = kind === null && value !== "" ? { ...was?.slots, [slot]: value } : (was?.slots ?? {});
    const { [slot]: _, ...others } = (kind === null ? undefined : was?.kinds[kind]) ?? {};
    const own = value === "" ? others : { ...others, [slot]: value };
    const kinds = kind === null ? (was?.kinds ?? {}) : { ...was?.kinds, [kind]: own };
    const field = kind === null ? "slots" : "kinds";
    const operation: Operation = was
      ? { op: "set", id: EXPECTATIONS_ID, path: [field], value: { slots, kinds }[field], was: was[field] }
      : { op: "create", id: EXPECTATIONS_ID, kind: "expectations", body: { schema: 1, slots, kinds } };
    change.mutate({ operations: [operation] });
  };
  return (
    <Box component="section" aria-labelledby="expected" sx={{ mt: 3, display: "grid", gap: 1 }}>
      <Typography id="expected" variant="h2">
        Expected
      </Typography>
      <Quiet>An expected {slotName(slot)} that is not there is a finding.</Quiet>
      <ExpectedLine
        label="In general"
        value={data.general[slot]}
        onChange={(value) => set(null, value as Expectation)}
      />
      {Object.entries(about.vocabulary.kinds).map(([kind, name]) => (
        <ExpectedLine
          key={kind}
          label={name}
          value={data.stated?.kinds[kind]?.[slot] ?? ""}
          orElse="as in general"
          onChange={(value) => set(kind, value)}
        />
      ))}
    </Box>
  );
};

const ExpectedLine = ({
  label,
  value,
  orElse,
  onChange,
}: {
  readonly label: string;
  readonly value: Expectation | "";
  readonly orElse?: string;
  readonly onChange: (value: Expectation | "") => void;
}) => (
  <Box sx={{ display: "grid", gridTemplateColumns: "minmax(0,1fr) 160px", alignItems: "center", gap: 1 }}>
    <span>{label}</span>
    <Select
      value={value}
      displayEmpty
      onChange={(event) => onChange(event.target.value as Expectation | "")}
      SelectDisplayProps={{ "aria-label": `Expected: ${label}` }}
    >
      {orElse === undefined ? null : <MenuItem value="">{orElse}</MenuItem>}
      {EXPECTATIONS.map((each) => (
        <MenuItem key={each} value={each}>
          {EXPECTATION_NAMES[each]}
        </MenuItem>
      ))}
    </Select>
  </Box>
);
