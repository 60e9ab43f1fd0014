"use client";
import { Box, Button } from "@mui/material";
import { useParams } from "next/navigation";
import type { Placement } from "../../../core/model/placement";
import { placementIssue } from "../../../messages/placement-sentences";
import { useAboutSite, useMay } from "../../client/about-site";
import { useAct, useCall } from "../../client/hooks";
import { useUndoNotice } from "../../client/useUndoNotice";
import { Act, Pending, Trouble, Waiting, Wrong } from "../../theme/pieces";
import { PartHead } from "../PartHead";
import { placementOperations, useInHand } from "./in-hand";
import { Lines } from "./Lines";
import { ReachView } from "./ReachView";
import { Terms } from "./Terms";

/** Where a part shows: sentences edited in place, with what they ask for and get, before they are kept. */
export const WhereScreen = () => {
  const { part: id } = useParams<{ part: string }>();
  const { asked } = useAboutSite();
  const { data, error } = useCall("part", { part: id });
  const { inHand, put, drop } = useInHand();
  const change = useAct("change");
  const notice = useUndoNotice();
  const saved = data?.id === id ? data.body.placement : undefined;
  const wished =
    saved && inHand[id] && placementOperations(id, data!.body, inHand[id]).length > 0 ? inHand[id] : null;
  const problem = wished ? placementIssue(wished) : null;
  const at = asked.at ? { at: asked.at } : {};
  const reach = useCall(
    "reach",
    { part: id, ...at, ...(wished && !problem ? { placement: wished as never } : {}) },
    { enabled: data !== undefined },
  );
  const mayDesign = useMay("design");
  if (!data || !saved) return <Pending error={error} what="Opening the part …" />;
  const placement = wished ?? saved;
  const keep = async () => {
    const done = await change.mutateAsync({ operations: [...placementOperations(id, data.body, placement)] });
    drop(id);
    notice(`Done in the draft: ${done.label}.`);
  };
  return (
    <Box>
      <PartHead data={data} leaf="where" />
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: { xs: "minmax(0,1fr)", md: "minmax(0,1fr) minmax(0,1fr)" },
          gap: 4,
          p: 2.5,
        }}
      >
        <Sentences placement={placement} mayDesign={mayDesign} onChange={(next) => put(id, next)} />
        <Box sx={{ minWidth: 0 }}>
          {wished ? (
            <NotKept onKeep={change.isPending || problem !== null ? null : keep} onLeave={() => drop(id)} />
          ) : null}
          {problem ? <Wrong role="alert">{problem}</Wrong> : null}
          {change.error ? <Trouble>{change.error.message}</Trouble> : null}
          {reach.error ? <Trouble>{reach.error.message}</Trouble> : null}
          {reach.data ? (
            <ReachView
              id={id}
              data={reach.data}
              slot={data.body.slot}
              isPending={wished !== null}
              isOld={reach.isPlaceholderData}
            />
          ) : (
            <Waiting what="Counting pages …" />
          )}
        </Box>
      </Box>
    </Box>
  );
};

const Sentences = ({
  placement,
  mayDesign,
  onChange,
}: {
  readonly placement: Placement;
  readonly mayDesign: boolean;
  readonly onChange: (placement: Placement) => void;
}) => (
  <Box
    component="fieldset"
    disabled={!mayDesign}
    sx={{ display: "grid", gap: 3, alignContent: "start", minWidth: 0, border: 0, p: 0, m: 0 }}
  >
    <Lines
      title="Shows on"
      nothing="nowhere yet. Visitors never see it until a line says where."
      lines={placement.conditions}
      whole
      onChange={(conditions) => onChange({ ...placement, conditions })}
      onAudience={(audience) =>
        onChange({
          ...placement,
          audience,
          conditions: placement.conditions.length === 0 ? [{ clauses: [] }] : placement.conditions,
        })
      }
    />
    <Lines
      title="Not on"
      nothing="no exceptions"
      lines={placement.exceptions}
      whole={false}
      onChange={(exceptions) => onChange({ ...placement, exceptions })}
    />
    <Terms placement={placement} onChange={onChange} />
  </Box>
);

const NotKept = ({
  onKeep,
  onLeave,
}: {
  /** `null` while it cannot be kept. */
  readonly onKeep: (() => void) | null;
  readonly onLeave: () => void;
}) => (
  <Box
    role="group"
    aria-label="Not kept yet"
    sx={(theme) => ({
      display: "flex",
      flexWrap: "wrap",
      alignItems: "center",
      gap: 1.5,
      px: 1.5,
      py: 1,
      mb: 2,
      borderRadius: 1,
      background: theme.vars?.palette.ours.brassWash,
    })}
  >
    <span>Not kept yet: this is what it would do.</span>
    <Button variant="contained" onClick={() => onKeep?.()} disabled={onKeep === null} sx={{ ml: "auto" }}>
      Keep in the draft
    </Button>
    <Act onClick={onLeave}>Leave it as it was</Act>
  </Box>
);
