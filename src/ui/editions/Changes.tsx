"use client";
import { Box, Checkbox } from "@mui/material";
import type { Slot } from "../../core/model/slot";
import type { CallResult } from "../client/call";
import { Badge } from "../shell/Badge";
import { Act, Quiet, Rows } from "../theme/pieces";

export type ReviewData = CallResult<"review">;

/** No change is left out. */
export const NONE: ReadonlySet<string> = new Set();

/** Which changes lost their tick, and what says so. */
export interface Ticks {
  readonly left: ReadonlySet<string>;
  readonly onLeave: (left: ReadonlySet<string>) => void;
}

type Change = Pick<ReviewData["changes"][number], "name" | "part" | "what">;

const nameOf = ({ part, name }: Change): string => part?.name ?? name.charAt(0).toUpperCase() + name.slice(1);

/** What of, and in what. */
export const ChangeWords = ({ change }: { readonly change: Change }) => (
  <>
    {change.part ? <Badge slot={change.part.slot as Slot} number={change.part.number} /> : null}
    <strong>{nameOf(change)}</strong>
    <Quiet>{change.what}</Quiet>
  </>
);

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
      <Rows aria-label="Changes">
        {changes.map((change) => {
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
                  slotProps={{ input: { "aria-label": `Publish ${nameOf(change)}` } }}
                />
              ) : null}
              <ChangeWords change={change} />
              {change.isPlanned ? <Quiet style={{ marginLeft: "auto" }}>goes live by itself</Quiet> : null}
              {change.neededBy === null ? null : (
                <Quiet style={{ marginLeft: "auto" }}>comes along: {change.neededBy} needs it</Quiet>
              )}
            </Box>
          );
        })}
      </Rows>
      {mayChoose && changes.some(({ id }) => left.has(id)) ? (
        <Box sx={{ pt: 1 }}>
          <Quiet>What is not ticked stays in the draft.</Quiet>{" "}
          <Act onClick={() => onLeave(NONE)}>Tick all</Act>
        </Box>
      ) : null}
    </Box>
  );
};
