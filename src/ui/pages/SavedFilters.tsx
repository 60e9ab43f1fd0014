"use client";
import DeleteOutlineIcon from "@mui/icons-material/DeleteOutlined";
import { Box, IconButton, MenuItem, TextField } from "@mui/material";
import { useState } from "react";
import { useAct, useCall } from "../client/hooks";
import { readFilter, writeFilter } from "../overview/useFilter";
import type { TableView } from "../overview/useRows";
import { QuietMenu } from "../shell/QuietMenu";
import { Act, Quiet } from "../theme/pieces";

/** Filters kept under a name: one's own, on this site. */
export const SavedFilters = ({
  view,
  onPick,
}: {
  readonly view: TableView;
  readonly onPick: (view: TableView) => void;
}) => {
  const { data } = useCall("savedFilters", {});
  const query = writeFilter(view);
  const filters = data?.filters ?? [];
  return (
    <QuietMenu words={`Saved filters${filters.length > 0 ? ` (${filters.length})` : ""}`}>
      {(close) => [
        ...filters.map((filter) => (
          <SavedFilter
            key={filter.name}
            name={filter.name}
            isCurrent={filter.query === query}
            onPick={() => {
              close();
              onPick(readFilter(new URLSearchParams(filter.query)));
            }}
          />
        )),
        <KeepFilter key="keep" query={query} />,
      ]}
    </QuietMenu>
  );
};

const SavedFilter = ({
  name,
  isCurrent,
  onPick,
}: {
  readonly name: string;
  readonly isCurrent: boolean;
  readonly onPick: () => void;
}) => {
  const drop = useAct("dropFilter");
  return (
    <Box component="li" sx={{ display: "flex", alignItems: "center" }}>
      <MenuItem component="div" sx={{ flex: 1 }} selected={isCurrent} onClick={onPick}>
        {name}
      </MenuItem>
      <IconButton size="small" aria-label={`Delete ${name}`} onClick={() => drop.mutate({ name })}>
        <DeleteOutlineIcon sx={{ fontSize: 16 }} />
      </IconButton>
    </Box>
  );
};

const KeepFilter = ({ query }: { readonly query: string }) => {
  const [name, setName] = useState("");
  const save = useAct("saveFilter");
  const keep = async () => {
    await save.mutateAsync({ name: name.trim(), query });
    setName("");
  };
  return (
    <Box component="li" sx={{ px: 2, py: 1, display: "flex", gap: 1, alignItems: "center", minWidth: 280 }}>
      {query === "" ? (
        <Quiet>Filter the pages first; then the filter can be kept here.</Quiet>
      ) : (
        <>
          <TextField
            value={name}
            placeholder="Keep this filter as …"
            onChange={(event) => setName(event.target.value)}
            onKeyDown={(event) => {
              // the menu reads letters as jumps
              event.stopPropagation();
              if (event.key === "Enter" && name.trim() !== "") void keep();
            }}
            slotProps={{ htmlInput: { "aria-label": "Name of the filter", maxLength: 80 } }}
          />
          <Act onClick={keep} disabled={name.trim() === "" || save.isPending}>
            Keep
          </Act>
        </>
      )}
    </Box>
  );
};
