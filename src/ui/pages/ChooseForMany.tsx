"use client";
import { Button, MenuItem, Select } from "@mui/material";
import { useState } from "react";
import { SLOTS, type Slot } from "../../core/model/slot";
import { pages as pagesText, SLOT_NAMES, slotName } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { useAct, useCall } from "../client/hooks";
import { useUndoNotice } from "../client/useUndoNotice";
import { ImpactView } from "../overview/ImpactView";
import type { TableView } from "../overview/useRows";
import { PickedBar } from "../shell/PickedBar";
import { Act, Quiet, Trouble } from "../theme/pieces";

/** What the selected pages choose for themselves in one slot; the impact stands there before it is done. */
export const ChooseForMany = ({
  picks,
  pages,
  view,
  onDone,
}: {
  readonly picks: readonly string[];
  readonly pages: number;
  readonly view: TableView;
  readonly onDone: () => void;
}) => {
  const [slot, setSlot] = useState<Slot>("header");
  const [value, setValue] = useState("");
  const choose = useAct("choosePage");
  const notice = useUndoNotice();
  const run = async () => {
    const choice = value === "everywhere" || value === "nothing" ? value : { part: value };
    const saved = await choose.mutateAsync({
      pages: [...picks],
      slot,
      choice,
      by: view.by,
      filter: view.filter,
    });
    onDone();
    if (saved.label === "") return;
    notice(`Done in the draft: ${saved.label}.`);
  };
  return (
    <PickedBar label="What the selected pages choose">
      <strong>{pagesText(pages)} selected</strong>
      <Select
        value={slot}
        onChange={(event) => {
          setSlot(event.target.value);
          setValue("");
        }}
        SelectDisplayProps={{ "aria-label": "Slot" }}
      >
        {SLOTS.map((each) => (
          <MenuItem key={each} value={each}>
            {SLOT_NAMES[each]}
          </MenuItem>
        ))}
      </Select>
      <Choice slot={slot} value={value} onChange={setValue} />
      <Button variant="contained" onClick={run} disabled={value === "" || choose.isPending}>
        Choose for {pagesText(pages)}
      </Button>
      <Act style={{ marginLeft: "auto" }} onClick={onDone}>
        Select none
      </Act>
      <div style={{ flexBasis: "100%" }}>
        {value === "" ? null : <Impact picks={picks} slot={slot} value={value} view={view} />}
        {choose.error ? <Trouble>{choose.error.message}</Trouble> : null}
      </div>
    </PickedBar>
  );
};

/** What they choose: as everywhere, one of the parts for the slot, or nothing. */
const Choice = ({
  slot,
  value,
  onChange,
}: {
  readonly slot: Slot;
  readonly value: string;
  readonly onChange: (value: string) => void;
}) => {
  const { about, badge } = useAboutSite();
  const parts = Object.entries(about.parts).filter(
    ([, part]) => part.slot === slot && part.state !== "inBin" && part.state !== "paused",
  );
  return (
    <Select
      value={value}
      displayEmpty
      onChange={(event) => onChange(event.target.value)}
      SelectDisplayProps={{ "aria-label": "What they choose" }}
      sx={{ minWidth: 220 }}
    >
      <MenuItem value="" disabled>
        choose what they show …
      </MenuItem>
      <MenuItem value="everywhere">as everywhere</MenuItem>
      {parts.map(([id, part]) => (
        <MenuItem key={id} value={id}>
          these pages only: {badge(id)} {part.name}
        </MenuItem>
      ))}
      {slot === "layout" ? null : <MenuItem value="nothing">these pages only: no {slotName(slot)}</MenuItem>}
    </Select>
  );
};

const Impact = ({
  picks,
  slot,
  value,
  view,
}: {
  readonly picks: readonly string[];
  readonly slot: Slot;
  readonly value: string;
  readonly view: TableView;
}) => {
  const wanted =
    value === "everywhere" || value === "nothing"
      ? ({ use: value } as const)
      : ({ use: "part", part: value } as const);
  const { data, error, isPlaceholderData } = useCall("offer", {
    slot,
    pages: [...picks],
    wanted,
    by: view.by,
    filter: view.filter,
  });
  if (error) return <Trouble>{error.message}</Trouble>;
  if (!data || isPlaceholderData) return <Quiet role="status">Computing what it would change …</Quiet>;
  const way = data.ways.find((each) => each.way === "thisPageOnly");
  return way ? <ImpactView impact={way.impact} /> : <Quiet>No page shows anything else.</Quiet>;
};
