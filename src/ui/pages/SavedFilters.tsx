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
  const [name, setName] = useState("");
  const { data } = useCall("savedFilters", {});
  const save = useAct("saveFilter");
  const drop = useAct("dropFilter");
  const query = writeFilter(view);
  const filters = data?.filters ?? [];
  const keep = async () => {
    await save.mutateAsync({ name: name.trim(), query });
    setName("");
  };
  return (
    <QuietMenu words={`Saved filters${filters.length > 0 ? ` (${filters.length})` : ""}`}>
      {(close) => [
        ...filters.map((filter) => (
          <Box key={filter.name} component="li" sx={{ display: "flex", alignItems: "center" }}>
            <MenuItem
              component="div"
              sx={{ flex: 1 }}
              selected={filter.query === query}
              onClick={() => {
                close();
                onPick(readFilter(new URLSearchParams(filter.query)));
              }}
            >
              {filter.name}
            </MenuItem>
            <IconButton
              size="small"
              aria-label={`Forget ${filter.name}`}
              onClick={() => drop.mutate({ name: filter.name })}
            >
              <DeleteOutlineIcon sx={{ fontSize: 16 }} />
            </IconButton>
          </Box>
        )),
        <Box
          key="keep"
          component="li"
          sx={{ px: 2, py: 1, display: "flex", gap: 1, alignItems: "center", minWidth: 280 }}
        >
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
        </Box>,
      ]}
    </QuietMenu>
  );
};
