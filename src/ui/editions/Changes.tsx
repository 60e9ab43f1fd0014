"use client";
import { Box, Checkbox } from "@mui/material";
import type { Slot } from "../../core/model/slot";
import type { CallResult } from "../client/call";
import { Badge } from "../shell/Badge";
import { Act, Quiet } from "../theme/pieces";

export type ReviewData = CallResult<"review">;

/** No change is left out. */
export const NONE: ReadonlySet<string> = new Set();

/** Which changes lost their tick, and what says so. */
export interface Ticks {
  readonly left: ReadonlySet<string>;
  readonly onLeave: (left: ReadonlySet<string>) => void;
}

/** The changes, each with a tick where only some may be published. */
export const Changes = ({
  data: { changes },
  mayChoose,
  left,
  onLeave,
}: Ticks & { readonly data: ReviewData; readonly mayChoose: boolean }) => {
  const toggle = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    onLeave(next);
  };
  return (
    <Box>
      <Box component="ul" aria-label="Changes" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {changes.map((change) => {
          const name = change.part ? change.part.name : capital(change.name);
          return (
            <Box
              component="li"
              key={change.id}
              sx={{
                display: "flex",
                flexWrap: "wrap",
                alignItems: "center",
                columnGap: 1,
                minHeight: 34,
                borderBottom: 1,
                borderColor: "divider",
              }}
            >
              {mayChoose ? (
                <Checkbox
                  size="small"
                  checked={change.isTaken}
                  disabled={change.neededBy !== null}
                  onChange={() => toggle(change.id)}
                  sx={{ p: 0.5, ml: -0.5 }}
                  slotProps={{ input: { "aria-label": `Publish ${name}` } }}
                />
              ) : null}
              {change.part ? <Badge slot={change.part.slot as Slot} number={change.part.number} /> : null}
              <strong>{name}</strong>
              <Quiet>{change.what}</Quiet>
              {change.isPlanned ? <Quiet style={{ marginLeft: "auto" }}>goes live by itself</Quiet> : null}
              {change.neededBy === null ? null : (
                <Quiet style={{ marginLeft: "auto" }}>comes along: {change.neededBy} needs it</Quiet>
              )}
            </Box>
          );
        })}
      </Box>
      {mayChoose && changes.some(({ id }) => left.has(id)) ? (
        <Box sx={{ pt: 1 }}>
          <Quiet>What is not ticked stays in the draft.</Quiet>{" "}
          <Act onClick={() => onLeave(NONE)}>Tick all</Act>
        </Box>
      ) : null}
    </Box>
  );
};

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
