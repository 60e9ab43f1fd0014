"use client";
import EditOutlined from "@mui/icons-material/EditOutlined";
import { Box, IconButton, Popover, Tooltip } from "@mui/material";
import { useContext, useRef, useState } from "react";
import type { TypeStyle } from "../../core/model/house-style";
import { namedStyle } from "../../core/model/text-looks";
import { useAboutSite } from "../client/about-site";
import { MayChange, OneOf, type Options } from "./ChoiceInput";
import { TextStyleInHand } from "./TextStyleInHand";

interface Props {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly options: Options;
  readonly onChange: (value: string) => void;
}

const NEW = "new";

/** A text style, chosen in one field and edited in place: what is changed of it holds wherever it is worn. */
export const TextStyleInput = ({ options, value, onChange, ...rest }: Props) => {
  const { about } = useAboutSite();
  const mayChange = useContext(MayChange);
  const place = useRef<HTMLDivElement>(null);
  // a new one begins as what was worn before
  const [open, setOpen] = useState<"no" | "edit" | typeof NEW>("no");
  const named = about.textStyles.map(({ id, name }) => [namedStyle(id), name] as const);
  const all: Options = [...options, ...named, ...(mayChange ? [[NEW, "new text style …"] as const] : [])];
  const canEdit = mayChange && value !== "";
  return (
    <Box ref={place} sx={{ display: "flex", alignItems: "center", gap: 0.25, minWidth: 0 }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <OneOf
          {...rest}
          value={value}
          options={all}
          onChange={(next) => (next === NEW ? setOpen(NEW) : onChange(next))}
        />
      </Box>
      {canEdit ? (
        <Tooltip title="Edit this text style">
          <IconButton
            size="small"
            aria-label={`Edit the text style: ${rest.label}`}
            onClick={() => setOpen("edit")}
          >
            <EditOutlined sx={{ fontSize: 16 }} />
          </IconButton>
        </Tooltip>
      ) : null}
      <Popover
        open={open !== "no"}
        anchorEl={place.current}
        onClose={() => setOpen("no")}
        anchorOrigin={{ vertical: "bottom", horizontal: "right" }}
        transformOrigin={{ vertical: "top", horizontal: "right" }}
        slotProps={{ paper: { sx: { width: 340, p: 2 }, role: "dialog", "aria-label": "Text style" } }}
      >
        {open === "no" ? null : (
          <TextStyleInHand
            name={(value || "body") as TypeStyle}
            isNew={open === NEW}
            onMade={(made) => {
              setOpen("edit");
              onChange(made);
            }}
          />
        )}
      </Popover>
    </Box>
  );
};
