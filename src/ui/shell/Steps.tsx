"use client";
import { Button, Tooltip } from "@mui/material";
import { useAboutSite } from "../client/about-site";
import { useStep } from "../client/hooks";
import { useKeys } from "./useKeys";

/** Undo and redo name what they do; what they name is cut where there is no room for it. */
export const Steps = () => {
  const { about } = useAboutSite();
  const undo = useStep("undo");
  const redo = useStep("redo");
  useKeys({
    "ctrl+z": () => undo.mutate(),
    "ctrl+shift+z": () => redo.mutate(),
    "ctrl+y": () => redo.mutate(),
  });
  return (
    <>
      {about.undo === null ? null : (
        <Step
          name={`Undo ${about.undo}`}
          keys="Ctrl Z"
          isBusy={undo.isPending}
          onStep={() => undo.mutate()}
        />
      )}
      {about.redo === null ? null : (
        <Step
          name={`Redo ${about.redo}`}
          keys="Ctrl Shift Z"
          isBusy={redo.isPending}
          onStep={() => redo.mutate()}
        />
      )}
    </>
  );
};

const Step = ({
  name,
  keys,
  isBusy,
  onStep,
}: {
  readonly name: string;
  readonly keys: string;
  readonly isBusy: boolean;
  readonly onStep: () => void;
}) => (
  <Tooltip describeChild title={keys}>
    <Button
      variant="text"
      color="inherit"
      sx={{ width: 96, flexGrow: 1, maxWidth: "max-content", color: "text.secondary" }}
      onClick={onStep}
      disabled={isBusy}
    >
      <span style={{ maxWidth: 240, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
        {name}
      </span>
    </Button>
  </Tooltip>
);
