"use client";
import { Box } from "@mui/material";
import type { CallResult } from "../client/call";
import { useAct } from "../client/hooks";
import { useUndoNotice } from "../client/useUndoNotice";
import { Act } from "../theme/pieces";
import { ImpactView } from "./ImpactView";

type Mend = Pick<CallResult<"findingMends">["mends"][number], "words" | "operations" | "impact">;

/** A change that settles something: what it does, what it changes, and the click. */
export const MendView = ({ mend, onDone }: { readonly mend: Mend; readonly onDone: () => void }) => {
  const change = useAct("change");
  const notice = useUndoNotice();
  const run = async () => {
    const saved = await change.mutateAsync({ operations: [...mend.operations] });
    onDone();
    notice(`Done in the draft: ${saved.label}.`);
  };
  return (
    <Box sx={{ display: "grid", gap: 0.75, py: 1.5, borderBottom: 1, borderColor: "divider" }}>
      <strong>{mend.words}</strong>
      <ImpactView impact={mend.impact} />
      <Box>
        <Act onClick={run} disabled={change.isPending} aria-label={`Do it in the draft: ${mend.words}`}>
          Do it in the draft
        </Act>
      </Box>
    </Box>
  );
};
