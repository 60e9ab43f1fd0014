"use client";
import { Box, ButtonBase, styled } from "@mui/material";
import { memo, useState } from "react";
import { valueAt, withValueAt } from "../../core/design/operations";
import { type SideColumn, USUAL_COLUMN } from "../../core/design/side-column";
import { isOffered } from "../../messages/controls";
import { COLUMN_CONTROLS } from "../../messages/node-fields";
import { valueOptions } from "../../messages/values";
import { Field } from "../fields/Field";
import { Fold } from "../fields/Fold";
import { Quiet } from "../theme/pieces";
import { useEditor } from "./editor";
import { Usual } from "./Usual";

/** How the column of a side part stands on its pages: said in a line, its settings unfolding below it. */
export const ColumnLine = memo(
  ({ column = USUAL_COLUMN, mayChange }: { readonly column?: SideColumn; readonly mayChange: boolean }) => {
    const [open, setOpen] = useState(false);
    const set = (path: readonly string[], value: unknown) =>
      useEditor.getState().set(["column"], withValueAt(column, path, value));
    return (
      <Ruled>
        <Box sx={{ px: 2, py: 1, display: "flex", alignItems: "baseline", gap: 1 }}>
          <Name aria-expanded={open} onClick={() => setOpen(!open)}>
            The column
          </Name>
          <Quiet style={{ marginLeft: "auto", textAlign: "right" }}>{columnText(column)}</Quiet>
        </Box>
        {open ? (
          <Fold label="How the column stands" title="The column" mayChange={mayChange}>
            {COLUMN_CONTROLS.filter((spec) => isOffered(spec, column)).map((spec) => (
              <Field
                key={spec.path.join(".")}
                spec={spec}
                value={valueAt(column, spec.path)}
                onChange={(next) => set(spec.path, next)}
                signs={
                  <Usual
                    kind="column"
                    spec={spec}
                    value={valueAt(column, spec.path)}
                    onReset={(next) => set(spec.path, next)}
                  />
                }
              />
            ))}
          </Fold>
        ) : null}
      </Ruled>
    );
  },
);

/** "at the right · 252 px · below the layout on narrow screens". */
const columnText = ({ at, width, share, narrow, stays }: SideColumn): string => {
  const words = (setting: "at" | "narrow", value: string) =>
    valueOptions(setting).find(([key]) => key === value)?.[1] ?? value;
  return [
    words("at", at),
    share > 0 ? `${share} %` : `${width} px`,
    `${words("narrow", narrow)} on narrow screens`,
    stays ? "stays in sight" : "",
  ]
    .filter((each) => each !== "")
    .join(" · ");
};

const Ruled = styled("div")(({ theme }) => ({ borderBottom: `1px solid ${theme.vars?.palette.divider}` }));

const Name = styled(ButtonBase)(({ theme }) => ({
  flex: "none",
  font: "inherit",
  minHeight: 26,
  fontWeight: 600,
  borderRadius: 4,
  "&:focus-visible": { outline: `2px solid ${theme.vars?.palette.ours.brass}` },
}));
