"use client";
import { Box, MenuItem } from "@mui/material";
import { useAboutSite, useMay } from "../client/about-site";
import { useAct, useCall } from "../client/hooks";
import { QuietMenu } from "../shell/QuietMenu";
import { Quiet } from "../theme/pieces";

/** What was deleted and can be brought back. Not there while nothing was. */
export const Removals = () => {
  const { moment } = useAboutSite();
  const mayBringBack = useMay("design");
  const { data } = useCall("removals", {});
  const bringBack = useAct("bringBack");
  const removals = data?.removals ?? [];
  if (removals.length === 0 || !mayBringBack) return null;
  return (
    <QuietMenu words={`Deleted (${removals.length})`}>
      {(close) =>
        removals.map(({ id, label, at }) => (
          <MenuItem
            key={id}
            onClick={() => {
              close();
              bringBack.mutate({ removal: id });
            }}
          >
            <span>Bring back {label}</span>
            <Box component="span" sx={{ ml: 2 }}>
              <Quiet>{moment(at)}</Quiet>
            </Box>
          </MenuItem>
        ))
      }
    </QuietMenu>
  );
};
