"use client";
import { Box, MenuItem, Select, Switch } from "@mui/material";
import type { Placement } from "../../../core/model/placement";
import { useAboutSite } from "../../client/about-site";
import { audienceOptions } from "../../fields/audience-options";
import { MomentField } from "../../fields/MomentField";
import { Act, Quiet } from "../../theme/pieces";

interface TermsProps {
  readonly placement: Placement;
  readonly onChange: (next: Placement) => void;
}

/** For whom, from when until when, and whether also over narrower parts. */
export const Terms = ({ placement, onChange }: TermsProps) => {
  const { about } = useAboutSite();
  const audiences = audienceOptions(about.levels);
  return (
    <Box component="section" aria-label="More" sx={{ display: "grid", gap: 1 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
        <label htmlFor="over">Also over narrower parts</label>
        <Switch
          id="over"
          size="small"
          checked={placement.over}
          onChange={(_, over) => onChange({ ...placement, over })}
        />
        <Quiet>for a season, a festival, an alarm</Quiet>
      </Box>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1 }}>
        <span id="audience-label">When it is seen by</span>
        <Select
          value={placement.audience ?? ""}
          displayEmpty
          SelectDisplayProps={{ "aria-labelledby": "audience-label" }}
          onChange={(event) =>
            onChange({ ...placement, audience: event.target.value === "" ? null : event.target.value })
          }
        >
          {audiences.map(([key, words]) => (
            <MenuItem key={key} value={key}>
              {words}
            </MenuItem>
          ))}
        </Select>
      </Box>
      <WindowInput placement={placement} onChange={onChange} />
    </Box>
  );
};

/** From … until …, as wall times of the site. */
const WindowInput = ({
  placement,
  onChange,
}: {
  readonly placement: Placement;
  readonly onChange: (next: Placement) => void;
}) => {
  const { about } = useAboutSite();
  const { timeZone } = about.site;
  const { window } = placement;
  const set = (end: "from" | "until", instant: string | null) => {
    const next = { from: window?.from ?? null, until: window?.until ?? null, [end]: instant };
    onChange({ ...placement, window: next.from === null && next.until === null ? null : next });
  };
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: 1 }}>
      {(["from", "until"] as const).map((end) => (
        <Box key={end} sx={{ display: "flex", alignItems: "center", gap: 1 }}>
          <label htmlFor={`window-${end}`}>{end === "from" ? "From" : "until"}</label>
          <MomentField
            id={`window-${end}`}
            value={window?.[end] ?? null}
            onChange={(instant) => set(end, instant)}
          />
        </Box>
      ))}
      {window ? <Act onClick={() => onChange({ ...placement, window: null })}>Always</Act> : null}
      <Quiet style={{ flexBasis: "100%" }}>
        {window ? `Times of ${timeZone}.` : `Always. Give times of ${timeZone} for a season.`}
      </Quiet>
    </Box>
  );
};
