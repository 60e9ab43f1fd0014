"use client";
import { Box, TextField } from "@mui/material";
import type { OwnTextStyle } from "../../core/model/house-style";
import { namedStyle } from "../../core/model/text-looks";
import { count } from "../../messages/words";
import { useCall } from "../client/hooks";
import { useStyleEditor } from "../client/style-editor";
import { TypeFields } from "../fields/TypeFields";
import { Act, Quiet } from "../theme/pieces";

interface Props {
  readonly own: OwnTextStyle;
  readonly at: number;
  readonly set: (path: readonly (string | number)[], value: unknown) => void;
}

/** A text style of the site's own: its name, what it says, and how many blocks wear it. */
export const OwnStyle = ({ own, at, set }: Props) => {
  const { data } = useCall("style", {});
  // until it is known who wears it, it is not let go of
  const worn = data && (data.worn[namedStyle(own.id)] ?? 0);
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      <TextField
        value={own.name}
        fullWidth
        onChange={(event) => {
          if (event.target.value !== "") set(["textStyles", at, "name"], event.target.value.slice(0, 80));
        }}
        slotProps={{ htmlInput: { "aria-label": `Name of ${own.name}`, maxLength: 80 } }}
      />
      <TypeFields
        name={own.name}
        look={own.look}
        onChange={(field, value) => set(["textStyles", at, "look", field], value)}
      />
      <Box sx={{ fontSize: 12 }}>
        {worn === undefined ? null : worn > 0 ? (
          <Quiet>worn by {count(worn, "block")}</Quiet>
        ) : (
          <Act
            style={{ fontWeight: 400, padding: 0, minHeight: 24 }}
            aria-label={`Remove ${own.name}`}
            onClick={() =>
              // the row may be older than the styles round it
              set(
                ["textStyles"],
                (useStyleEditor.getState().body?.textStyles ?? []).filter(({ id }) => id !== own.id),
              )
            }
          >
            remove
          </Act>
        )}
      </Box>
    </Box>
  );
};
